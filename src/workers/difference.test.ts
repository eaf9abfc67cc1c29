import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { apply, type DeviceId, type Plan, type WireId } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { differenceOf, keepAlike, withDifference } from './difference'

const copy = <T>(value: T): T => structuredClone(value)

describe('what changed between two documents', () => {
  it('leads from the one to the other, whatever they are, also after it crossed to another thread', () =>
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (before, after) => {
        const next = keepAlike(before, after)
        expect(next).toEqual(after)
        expect(withDifference(copy(before), copy(differenceOf(before, next)))).toEqual(after)
      }),
      { numRuns: 1000 },
    ))

  it.each<[string, unknown, unknown]>([
    ['minus zero', { a: 0 }, { a: -0 }],
    ['minus zero in a list', [0], [-0]],
    ['a key that every object inherits', { toString: 1, a: 1 }, { toString: 1, a: 2 }],
    ['such a key that is new', {}, { valueOf: null }],
    ['a key that names the prototype', JSON.parse('{"__proto__":1,"a":1}'), JSON.parse('{"__proto__":2,"a":1}')],
  ])('%s is told', (_, before, after) => {
    const next = keepAlike(before, after)
    expect(next).toEqual(after)
    expect(withDifference(copy(before), copy(differenceOf(before, next)))).toEqual(after)
  })

  it('keeps the order of keys', () => {
    const [before, after] = [
      { a: 1, b: 2, c: 3 },
      { c: 3, a: 1, d: 4 },
    ]
    expect(Object.keys(withDifference(before, differenceOf(before, after)) as object)).toEqual(['c', 'a', 'd'])
  })

  it('what says the same is the same object', () => {
    const before = { wires: { a: { size: 1, trace: [{ x: 1 }] }, b: { size: 2, trace: [] } } }
    const next = keepAlike(before, { wires: { a: { size: 1, trace: [{ x: 1 }] }, b: { size: 3, trace: [] } } })
    expect(next.wires.a).toBe(before.wires.a)
    expect(next.wires.b.trace).toBe(before.wires.b.trace)
    expect(next.wires.b).not.toBe(before.wires.b)
  })

  it('of a plan with one load changed is a small part of it, and so is what follows', () => {
    const plan = clayPrinter()
    const edited = (at: Plan, ...commands: Parameters<typeof apply>[1]) => {
      const outcome = apply(at, commands)
      if (outcome.kind === 'refused') throw new Error('refused')
      return outcome.plan
    }
    const next = edited(plan, { type: 'setLoad', device: 'device:y1' as DeviceId, draw: 'load', load: { power_W: 5 } })
    const size = (value: unknown) => JSON.stringify(value).length
    expect(size(differenceOf(plan, next))).toBeLessThan(0.02 * size(plan))
    const [before, after] = [evaluate(plan), evaluate(next)]
    const kept = keepAlike(before, after)
    expect(kept).toEqual(after)
    expect(size(differenceOf(before, kept))).toBeLessThan(0.5 * size(after))
    const noted = edited(plan, { type: 'updateWire', id: 'wire:w1' as WireId, changes: { note: 'seen' } })
    expect(differenceOf(before, keepAlike(before, evaluate(noted)))).toEqual({ kind: 'same' })
  })
})
