import { describe, expect, it } from 'vitest'
import { GLAND_THREADS } from '@/core/reference'
import { chooseGland, conduitFill_percent, fillDuct } from '.'

describe('a duct', () => {
  it('is filled by the area of its leads', () => {
    // Ten leads of 4 mm are 125.66 mm²; a quarter of 20 × 25 mm.
    const { result } = fillDuct({ width_mm: 20, height_mm: 25, items: [{ od_mm: 4, count: 10 }], limit_percent: 60 })
    expect(result.fill_percent).toBeCloseTo((10 * Math.PI * 4) / 5, 9)
    expect(result.fits).toBe(true)
    expect(result.room_mm2).toBeCloseTo(300 - 10 * Math.PI * 4, 9)
  })
  it('says by how much it is too little', () => {
    const { result } = fillDuct({ width_mm: 15, height_mm: 15, items: [{ od_mm: 6, count: 6 }], limit_percent: 60 })
    expect(result.fits).toBe(false)
    expect(result.room_mm2).toBeLessThan(0)
  })
})

describe('a gland', () => {
  /** Threads by EN 60423 and DIN 40430 with typical clamping ranges, common practice. */
  it.each([
    ['M', 8.6, 'M20', 20.5],
    ['M', 5, 'M12', 12.5],
    ['M', 8, 'M16', 16.5],
    ['PG', 9.5, 'PG11', 19.1],
    ['PG', 6, 'PG7', 13],
    ['PG', 11.5, 'PG13.5', 20.9],
  ] as const)('of %s for a lead of %d mm is %s, hole %d mm', (family, od_mm, size, hole_mm) => {
    // What two sizes hold goes into the smaller one.
    const { result } = chooseGland({ items: [{ od_mm, count: 1 }], family })
    expect(result.size).toBe(size)
    expect(result).toMatchObject({ feasible: true, hole_mm, sealed: true })
  })
  it('holds several, and does not seal them', () => {
    const { result } = chooseGland({ items: [{ od_mm: 5, count: 3 }], family: 'PG' })
    // Three circles of 5 mm lie in one of 5 (1 + 2/√3) mm.
    expect(result.cable_mm).toBeCloseTo(5 * (1 + 2 / Math.sqrt(3)), 4)
    expect(result).toMatchObject({ size: 'PG13.5', sealed: false })
  })
  it.each([
    ['thinner', 1],
    ['thicker', 90],
  ])('says what is %s than any clamps', (word, od_mm) => {
    const { result } = chooseGland({ items: [{ od_mm, count: 1 }], family: 'M' })
    expect(result).toMatchObject({ feasible: false, size: null, hole_mm: null })
    expect(result.reasons.join()).toContain(word)
  })
  it('wants a hole that its thread passes', () => {
    for (const { thread_mm, hole_mm } of GLAND_THREADS) {
      expect(hole_mm).toBeGreaterThan(thread_mm - 0.1)
      expect(hole_mm - thread_mm).toBeLessThan(1)
    }
  })
})

describe('a conduit', () => {
  /** NEC chapter 9, table 1 and its note 4 for nipples of 24 in (609.6 mm) at most; from memory. */
  it.each([
    [1, 2000, 53],
    [2, 2000, 31],
    [3, 2000, 40],
    [9, 610, 40],
    [9, 600, 60],
  ])('with %d leads over %d mm may be filled to %d %%', (leads, length_mm, percent) =>
    expect(conduitFill_percent(leads, length_mm)).toBe(percent),
  )
})
