import fc from 'fast-check'
import { expect, it } from 'vitest'
import { roundTicks } from './axis'

it('steps by 1, 2 or 5', () => {
  expect(roundTicks(8, 12)).toEqual([8, 8.5, 9, 9.5, 10, 10.5, 11, 11.5, 12])
  expect(roundTicks(0, 24)).toEqual([0, 5, 10, 15, 20])
})

it('never has more than can be read, whatever the axis spans', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -1e9, max: 1e9, noNaN: true }),
      fc.double({ min: 1e-9, max: 1e9, noNaN: true }),
      (from, span) => {
        const ticks = roundTicks(from, from + span)
        expect(ticks.length).toBeLessThanOrEqual(9)
        expect(ticks.every(Number.isFinite)).toBe(true)
      },
    ),
    { seed: 8 },
  )
})
