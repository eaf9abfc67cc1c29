import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runCalculator } from '@/core/calculator'
import { bundleCalculator, bundleOf, packCircles } from '.'

/**
 * The best known circles about n equal ones of radius 1: proved for n ≤ 13 and 19 (Pirl 1969, Melissen 1994, Fodor 1999,
 * 2000, 2003), the others published records; from memory.
 */
const RECORDS: Readonly<Record<number, number>> = {
  2: 2,
  3: 1 + 2 / Math.sqrt(3),
  4: 1 + Math.SQRT2,
  5: 1 + Math.sqrt(2 + 2 / Math.sqrt(5)),
  6: 3,
  7: 3,
  8: 1 + 1 / Math.sin(Math.PI / 7),
  9: 1 + Math.sqrt(2 * (2 + Math.SQRT2)),
  10: 3.813025631,
  11: 3.9238044,
  12: 4.02960193,
  13: 2 + Math.sqrt(5),
  19: 1 + Math.SQRT2 + Math.sqrt(6),
  24: 5.651661091,
  30: 6.197741071,
  37: 6.758773649,
  50: 7.947515275,
  61: 8.661297576,
  75: 9.672029632,
  91: 10.566772234,
  100: 11.082149724,
}

describe('circles in a circle', () => {
  const excess = Object.entries(RECORDS).map(([n, record]) => {
    const { radius } = packCircles(Array.from({ length: Number(n) }, () => 1))
    return { n: Number(n), by: radius / record - 1 }
  })

  it('reaches what is proved for few', () => {
    for (const { n, by } of excess.filter(({ n: count }) => count <= 13)) expect(by, `${n}`).toBeLessThan(1e-5)
  })
  it('lies on average at most 0.5 % above the published records, and never below', () => {
    expect(excess.reduce((sum, { by }) => sum + by, 0) / excess.length).toBeLessThan(0.005)
    for (const { n, by } of excess) expect(by, `${n}`).toBeGreaterThan(-1e-6)
    for (const { n, by } of excess) expect(by, `${n}`).toBeLessThan(0.02)
  })
  it('holds any leads without overlap, in their order, within the circle that it names', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ od_mm: fc.double({ min: 0.5, max: 14, noNaN: true }), count: fc.integer({ min: 1, max: 6 }) }),
          {
            minLength: 1,
            maxLength: 5,
          },
        ),
        (items) => {
          const { diameter_mm, circles, fill_percent } = bundleOf(items, 'glance').result
          expect(circles.map(({ od_mm }) => od_mm)).toEqual(
            items.flatMap(({ od_mm, count }) => Array.from({ length: count }, () => od_mm)),
          )
          for (const [i, one] of circles.entries()) {
            expect(Math.hypot(one.x_mm, one.y_mm) + one.od_mm / 2).toBeLessThanOrEqual(diameter_mm / 2 + 1e-6)
            for (const other of circles.slice(i + 1))
              expect(Math.hypot(one.x_mm - other.x_mm, one.y_mm - other.y_mm)).toBeGreaterThanOrEqual(
                (one.od_mm + other.od_mm) / 2 - 1e-6,
              )
          }
          // No disc is filled beyond the densest packing of the plane by equal circles unless sizes differ.
          expect(fill_percent).toBeLessThanOrEqual(100)
          expect(diameter_mm).toBeGreaterThanOrEqual(Math.max(...items.map(({ od_mm }) => od_mm)))
        },
      ),
      { numRuns: 25 },
    )
  })
  it('is the sum of both for two, and grows with its scale', () => {
    expect(
      bundleOf([
        { od_mm: 3, count: 1 },
        { od_mm: 5, count: 1 },
      ]).result.diameter_mm,
    ).toBeCloseTo(8, 9)
    const one = bundleOf([{ od_mm: 2, count: 5 }]).result.diameter_mm
    expect(bundleOf([{ od_mm: 20, count: 5 }]).result.diameter_mm / one).toBeCloseTo(10, 9)
  })
  it('refuses no leads, half a lead and a crowd', () => {
    for (const items of [[], [{ od_mm: 2, count: 1.5 }], [{ od_mm: 2, count: 3000 }], [{ od_mm: 0 }]])
      expect(runCalculator(bundleCalculator, { items }).isAnswer).toBe(false)
  })
})
