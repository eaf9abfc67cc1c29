import fc from 'fast-check'
import { expect, it } from 'vitest'
import { breakerStands_A, inrushStood_A } from '.'

const rating = fc.double({ min: 0.5, max: 63, noNaN: true })

it('never trips below what the curve holds for good (IEC 60898-1, table 7: B 3, C 5, D 10 times, from memory)', () =>
  fc.assert(
    fc.property(rating, (rating_A) => {
      for (const [curve, times] of [
        ['B', 3],
        ['C', 5],
        ['D', 10],
      ] as const)
        // A peak of √2 times that, held, is the same current as an effective one.
        expect(breakerStands_A(rating_A, curve, 'IEC')).toBeGreaterThanOrEqual(times * Math.SQRT2 * rating_A)
    }),
  ))

it('a slow fuse stands more than a quick one of its rating, and both more with more', () =>
  fc.assert(
    fc.property(rating, (rating_A) => {
      const stands = (curve: 'slow' | 'quick', of_A: number) =>
        inrushStood_A({ family: 'IEC 60127', rating_A: of_A, curve }, 'IEC')
      expect(stands('slow', rating_A)).toBeGreaterThan(stands('quick', rating_A))
      expect(stands('quick', rating_A * 1.5)).toBeGreaterThan(stands('quick', rating_A))
    }),
  ))

it('a thermal breaker has no magnet that a peak of a millisecond could move', () =>
  expect(breakerStands_A(10, 'thermal', 'IEC')).toBe(Infinity))
