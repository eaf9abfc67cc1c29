import { describe, expect, it } from 'vitest'
import { CATALOGUE, partWords } from '@/core/catalogue'
import { wordsOfKind, kindsOfferedAt, PART_GROUPS, PART_KINDS, type BehaviourKind } from '@/core/plan'
import { behaviour } from './schema/part'

describe('what is true of a kind of part', () => {
  const kinds = behaviour.options.map((option) => option.shape.kind.value)

  it('is said of every kind that a part can be, and of no other', () =>
    expect(Object.keys(PART_KINDS).sort()).toEqual([...kinds].sort()))

  it('every kind stands in a group that people look under', () => {
    for (const kind of kinds) expect(Object.keys(PART_GROUPS)).toContain(PART_KINDS[kind as BehaviourKind].group)
  })

  it('every part of the catalogue is offered somewhere, or found in the whole list', () => {
    for (const part of Object.values(CATALOGUE)) expect(PART_KINDS[part.behaviour.kind].group, part.name).toBeDefined()
    expect(kindsOfferedAt('brief')).toContain('heater')
    expect(kindsOfferedAt('guard')).toContain('protective-device')
  })

  it('the catalogue has one of every kind, and a search finds it by another word', () => {
    const parts = Object.values(CATALOGUE)
    for (const kind of kinds)
      expect(
        parts.some((part) => part.behaviour.kind === kind),
        kind,
      ).toBe(true)
    for (const part of parts)
      expect(partWords(part)).toContain(wordsOfKind(part.behaviour.kind).also ?? part.behaviour.kind)
  })

  it('tags are letters that a label takes', () => {
    for (const { tag } of Object.values(PART_KINDS)) expect(tag).toMatch(/^[A-Z]{1,2}$/)
  })
})
