import { describe, expect, it } from 'vitest'
import { CATALOGUE } from '@/core/catalogue'
import { PART_KINDS, type BehaviourKind, type Part, type PartId } from '@/core/plan'
import { askedOf, blankPart, partChanges, partsDocument, placeInRow, readPart, readParts, rowOfTerminals } from '.'

const id = 'part:own-test' as PartId
const supply = CATALOGUE['part:supply-24-150' as PartId]!
const isWhole = (part: Part) => readPart({ id, part: JSON.parse(JSON.stringify(part)) as unknown }).kind === 'read'

describe('a part begun from nothing', () => {
  it.each(Object.keys(PART_KINDS) as BehaviourKind[])('%s is whole, and asks for what it does not say', (kind) => {
    const part = blankPart(kind)
    expect(part.behaviour.kind).toBe(kind)
    expect(isWhole(part)).toBe(true)
    expect(Array.isArray(askedOf(part))).toBe(true)
  })
})

describe('terminals in a row', () => {
  const spec = {
    count: 6,
    label: 'IN#',
    block: 'INPUTS',
    function: 'signal',
    direction: 'in',
    clamp: 'pluggable',
    side: 'bottom',
    from_mm: 6,
    pitch_mm: 5.08,
    min_mm2: 0.14,
    max_mm2: 1.5,
    level_V: 24,
    rated_A: null,
    need: 'optional',
  } as const
  it('six at 5.08 mm, each in its place on the outline', () => {
    const part = rowOfTerminals({ ...supply, terminals: {} as never, links: [], draws: [] }, spec)
    const keys = Object.keys(part.terminals)
    expect(keys).toHaveLength(6)
    const last = part.terminals[keys[5] as never] as Part['terminals'][never]
    expect(placeInRow(part, last)).toEqual({ x_mm: 6 + 5 * 5.08, y_mm: part.body.height_mm })
  })
  it('added twice, none takes another’s place', () => {
    const twice = rowOfTerminals(rowOfTerminals(supply, spec), spec)
    expect(Object.keys(twice.terminals).length).toBe(Object.keys(supply.terminals).length + 12)
    expect(isWhole(twice)).toBe(true)
  })
})

describe('what is asked', () => {
  it('volts that nobody stated', () => {
    const fan = CATALOGUE['part:fan-24' as PartId]!
    const bare = { ...fan, draws: fan.draws.map((draw) => ({ ...draw, max_V: null, min_V: null, system: null })) }
    expect(askedOf(bare).join('\n')).toMatch(/greatest volts.*unknown/)
    const said = {
      ...bare,
      mass_g: 60,
      draws: bare.draws.map((draw) => ({ ...draw, max_V: 27, min_V: 18, system: 'dc' as const })),
    }
    expect(askedOf(said).join('\n')).not.toMatch(/volts/)
  })
})

describe('out and in', () => {
  const own = { id, version: 3, part: supply }
  it('what goes out comes in', () => {
    const read = readParts(JSON.parse(JSON.stringify(partsDocument([own]))))
    expect(read).toEqual({ kind: 'read', parts: [own] })
  })
  it.each([
    ['another format', { format: 'x', version: 1, parts: [] }, /not a file of parts/],
    ['nothing in it', { format: 'glad-rafter-parts', version: 1, parts: [] }, /holds no part/],
    [
      'a draw on a terminal that is not there',
      partsDocument([{ ...own, part: { ...supply, earths: 'NOWHERE' as never } }]),
      /NOWHERE/,
    ],
  ])('%s is refused with its reason', (_, document, says) => {
    const read = readParts(document)
    expect(read.kind).toBe('refused')
    expect(JSON.stringify(read)).toMatch(says)
  })
})

describe('a later version', () => {
  it('says what is other', () => {
    const later = { ...supply, name: '24 V supply, mine', body: { ...supply.body, depth_mm: 44 } }
    expect(partChanges(supply, later)).toEqual([
      'called “24 V supply, mine”, was “24 V 150 W enclosed supply”',
      '97 × 159 × 44 mm, was 97 × 159 × 38 mm',
    ])
    expect(partChanges(supply, JSON.parse(JSON.stringify(supply)) as Part)).toEqual([])
  })
})
