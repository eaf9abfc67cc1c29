import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEVICE_FAMILIES, FAMILIES } from '@/core/reference'
import { ampacityNeeded_A, isProtectedBy } from './coordinate'
import { protect, voltageObjection, type ProtectRequest } from './protect'

const base: ProtectRequest = { load_A: 3, continuous: true, wire_A: 10, family: 'ISO 8820-3' }
const answer = (changes: Partial<ProtectRequest>) => protect({ ...base, ...changes }).result

describe('IEC 60364-4-43, 433.1: Ib ≤ In ≤ Iz and I2 ≤ 1.45 Iz', () => {
  it('blade fuse: 3 A ÷ 75 % = 4 A; 1.35 × In ≤ 1.45 × 10, so In ≤ 10 A: 4 A', () =>
    expect(answer({})).toMatchObject({ feasible: true, rating_A: 4, minimum_A: 4, maximum_A: 10 }))
  it('IEC 60127: 2.1 × In ≤ 1.45 × Iz, so In ≤ 0.69 Iz', () => {
    expect(answer({ family: 'IEC 60127' }).maximum_A).toBeCloseTo(6.9048, 4)
    expect(answer({ family: 'IEC 60127', load_A: 6.5 })).toMatchObject({ feasible: false, rating_A: null })
    expect(answer({ family: 'IEC 60127', load_A: 5.5 }).rating_A).toBe(6.3)
  })
  it('miniature breaker: In ≤ Iz is enough, since I2 is 1.45 In', () => {
    expect(answer({ family: 'IEC 60898', wire_A: 13.5, load_A: 10 })).toMatchObject({ rating_A: 10, maximum_A: 13.5 })
    expect(answer({ family: 'IEC 60898', wire_A: 13.5, load_A: 12 })).toMatchObject({ rating_A: 13 })
  })
  it('UL 489: 80 % where continuous, whole where not', () => {
    expect(answer({ family: 'UL 489', load_A: 13, wire_A: 20 }).rating_A).toBe(20)
    expect(answer({ family: 'UL 489', load_A: 13, wire_A: 20, continuous: false }).rating_A).toBe(15)
  })
  it('a limit of one’s own', () =>
    expect(answer({ loadingLimit_percent: 100 })).toMatchObject({ rating_A: 3, minimum_A: 3 }))
  it('names the gap where no standard rating lies in the window', () =>
    expect(answer({ family: 'UL 489', load_A: 3, wire_A: 8 }).reasons[0]).toMatch(
      /no standard rating of UL 489 lies between 3.75 and 8 A/,
    ))
  it('says to take a thicker wire where the load needs more than the wire stands', () =>
    expect(answer({ load_A: 9 }).reasons[0]).toMatch(/thicker wire/))
  it('says where the family ends', () => expect(answer({ load_A: 40, wire_A: 100 }).reasons[0]).toMatch(/ends at 40 A/))
})

describe('standard ratings (IEC 60127-1, ISO 8820-3, IEC 60898-1, from memory)', () => {
  it('IEC 60127 follows the R10 series', () => {
    const r10 = Array.from({ length: 24 }, (_, i) => 0.1 * 10 ** (i / 10))
    expect(FAMILIES['IEC 60127'].ratings_A).toHaveLength(24)
    FAMILIES['IEC 60127'].ratings_A.forEach((rating, i) => expect(Math.abs(rating / r10[i]! - 1)).toBeLessThan(0.02))
  })
  it.each(DEVICE_FAMILIES)('%s ascends', (family) => {
    const { ratings_A } = FAMILIES[family]
    for (let i = 1; i < ratings_A.length; i += 1) expect(ratings_A[i]).toBeGreaterThan(ratings_A[i - 1]!)
  })
})

describe('voltage', () => {
  it.each([
    ['ISO 8820-3', 24, 'dc', true],
    ['ISO 8820-3', 36, 'dc', false],
    ['ISO 8820-3 58 V', 48, 'dc', true],
    ['ISO 8820-3 58 V', 60, 'dc', false],
    ['ISO 8820-3', 12, 'ac-1ph', false],
    ['IEC 60127', 230, 'ac-1ph', true],
    ['IEC 60127', 230, 'dc', false],
    ['UL 248-14', 120, 'ac-1ph', true],
    ['IEC 60898', 230, 'ac-1ph', true],
    ['UL 489', 277, 'ac-1ph', false],
  ] as const)('%s at %d V %s: %s', (family, voltage_V, system, isFine) =>
    expect(voltageObjection(family, voltage_V, system) === null).toBe(isFine),
  )

  it('makes the answer infeasible, and says what the fuse is rated for', () => {
    expect(answer({ voltage_V: 48, system: 'dc' })).toMatchObject({ feasible: false, rating_A: null })
    expect(answer({ voltage_V: 48, system: 'dc' }).reasons[0]).toMatch(/32 V DC/)
  })
})

describe('laws', () => {
  const requests = fc.record({
    load_A: fc.double({ min: 0, max: 60, noNaN: true }),
    wire_A: fc.double({ min: 0.5, max: 90, noNaN: true }),
    family: fc.constantFrom(...DEVICE_FAMILIES),
    continuous: fc.boolean(),
  })

  it('what it fits protects the wire and carries the load', () =>
    fc.assert(
      fc.property(requests, (request) => {
        const { result } = protect(request)
        if (!result.feasible) {
          expect(result.reasons.length).toBeGreaterThan(0)
          return
        }
        expect(isProtectedBy(request.wire_A, { family: request.family, rating_A: result.rating_A! })).toBe(true)
        expect(result.rating_A!).toBeGreaterThanOrEqual(request.load_A * (1 - 1e-9))
      }),
    ))

  it('a thicker wire never loses a fuse that a thinner one had', () =>
    fc.assert(
      fc.property(requests, (request) => {
        if (protect(request).result.feasible)
          expect(protect({ ...request, wire_A: request.wire_A * 1.5 }).result.feasible).toBe(true)
      }),
    ))

  it('hot air never makes the fuse smaller', () =>
    fc.assert(
      fc.property(requests, fc.integer({ min: 20, max: 80 }), (request, ambient_C) => {
        const [cool, hot] = [
          protect({ ...request, ambient_C }).result,
          protect({ ...request, ambient_C: ambient_C + 5 }).result,
        ]
        if (cool.feasible && hot.feasible) expect(hot.rating_A!).toBeGreaterThanOrEqual(cool.rating_A!)
      }),
    ))

  it('a wire needs 1.448 × the rating of an IEC 60127 fuse, and the rating itself of the others', () => {
    expect(ampacityNeeded_A({ family: 'IEC 60127', rating_A: 10 })).toBeCloseTo(14.4828, 3)
    expect(ampacityNeeded_A({ family: 'ISO 8820-3', rating_A: 10 })).toBe(10)
  })
})
