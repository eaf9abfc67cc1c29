import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wireSize } from '@/core/quantity'
import { BASES } from '@/core/reference'
import { sizeConductor, voltageDrop, type SizeConductorRequest } from './sizeConductor'

const base: SizeConductorRequest = {
  current_A: 5,
  oneWay_m: 1,
  voltage_V: 24,
  system: 'dc',
  maxDrop_percent: 5,
  ambient_C: 40,
  insulation_C: 70,
  grouped: 1,
  basis: 'IEC 60204-1 B1',
  series: 'mm²',
  conductor_C: 20,
  smallWires: false,
}
const size = (changes: Partial<SizeConductorRequest>) => sizeConductor({ ...base, ...changes }).result

describe('voltage drop, worked by hand', () => {
  it('12 A over 10 m of 2.5 mm² at 24 V: 12 × 20 × 7.98 ÷ 1000 = 1.915 V, 7.98 %', () => {
    const drop = voltageDrop({ size: '2.5 mm²', current_A: 12, oneWay_m: 10, voltage_V: 24, conductor_C: 20 })
    expect(drop.drop_V).toBeCloseTo(1.9152, 6)
    expect(drop.drop_percent).toBeCloseTo(7.98, 6)
  })
  it('15 A over 50 ft of 12 AWG at 120 V, Table 8 solid at 75 °C: about 2.9 V', () => {
    // 15 A × 2 × 15.24 m × 6.34 Ω/km = 2.90 V
    expect(
      voltageDrop({ size: '12 AWG', current_A: 15, oneWay_m: 15.24, voltage_V: 120, conductor_C: 75 }).drop_V,
    ).toBeCloseTo(2.9, 1)
  })
})

describe('what decides', () => {
  it('the smallest size offered, where nothing asks for more', () =>
    expect(size({ current_A: 1 })).toMatchObject({ size: '0.75 mm²', governedBy: 'minimum' }))
  it('the minimum given', () =>
    expect(size({ minimum: '2.5 mm²' })).toMatchObject({ size: '2.5 mm²', governedBy: 'minimum' }))
  it('ampacity: 12 A need 1.5 mm² (13.5 A) where 1 mm² carries 10.3', () =>
    expect(size({ current_A: 12 })).toMatchObject({ size: '1.5 mm²', governedBy: 'ampacity', tabulated_A: 13.5 }))
  it('drop: 5 A over 10 m at 12 V within 3 %', () => {
    // 2 × 10 × 5 × R ≤ 360 mV, so R ≤ 3.6 Ω/km: 6 mm² (3.30).
    expect(size({ oneWay_m: 10, voltage_V: 12, maxDrop_percent: 3 })).toMatchObject({
      size: '6 mm²',
      governedBy: 'drop',
    })
  })
  it('protection: behind 16 A, 2.5 mm² (18.3 A)', () =>
    expect(size({ protection_A: 16 })).toMatchObject({ size: '2.5 mm²', governedBy: 'protection' }))
  it('on a tie, protection before ampacity before drop', () => {
    expect(size({ current_A: 16, protection_A: 16 }).governedBy).toBe('protection')
    // 12 A and 10 m at 24 V: drop alone asks for much more than ampacity; with 6 m at 48 V both ask for 1.5 mm².
    expect(size({ current_A: 12, oneWay_m: 3.5, voltage_V: 24, maxDrop_percent: 5 })).toMatchObject({
      size: '1.5 mm²',
      governedBy: 'ampacity',
    })
  })
  it('NEC: 20 A behind 20 A is 12 AWG by 240.4(D), though 14 AWG at 75 °C would carry it', () => {
    expect(
      size({
        basis: 'NEC 310.16',
        series: 'AWG',
        insulation_C: 75,
        terminal_C: 75,
        ambient_C: 30,
        current_A: 18,
        protection_A: 20,
        maxDrop_percent: 50,
      }),
    ).toMatchObject({ size: '12 AWG', maxProtection_A: 20, governedBy: 'protection' })
  })
})

describe('known noes', () => {
  it('says which limit nothing meets', () => {
    const none = size({ current_A: 200 })
    expect(none).toMatchObject({ feasible: false, size: null, governedBy: null })
    expect(none.reasons.join()).toMatch(/even 50 mm² carries 117 A/)
  })
  it('says that the air is too hot', () => expect(size({ ambient_C: 70 }).reasons.join()).toMatch(/70 °C/))
  it('says that too many lie together', () => expect(size({ grouped: 40 }).reasons.join()).toMatch(/two ducts/))
  it('has no reasons when there is an answer', () => expect(size({}).reasons).toEqual([]))
})

const requests = fc
  .record({
    current_A: fc.double({ min: 0, max: 150, noNaN: true }),
    oneWay_m: fc.double({ min: 0, max: 100, noNaN: true }),
    voltage_V: fc.constantFrom(5, 12, 24, 48, 120, 230),
    system: fc.constantFrom('dc' as const, 'ac-1ph' as const),
    maxDrop_percent: fc.double({ min: 0.5, max: 10, noNaN: true }),
    ambient_C: fc.integer({ min: 0, max: 60 }),
    grouped: fc.integer({ min: 1, max: 20 }),
    basis: fc.constantFrom(...BASES),
    series: fc.constantFrom('AWG' as const, 'mm²' as const),
    conductor_C: fc.integer({ min: 20, max: 70 }),
    smallWires: fc.boolean(),
  })
  .map((request): SizeConductorRequest => ({ ...request, insulation_C: request.basis.startsWith('IEC') ? 70 : 75 }))

describe('laws', () => {
  it('more current never gives a thinner wire', () =>
    fc.assert(
      fc.property(requests, fc.double({ min: 1, max: 3, noNaN: true }), (request, factor) => {
        const little = sizeConductor(request).result
        const much = sizeConductor({ ...request, current_A: request.current_A * factor }).result
        if (!little.feasible) expect(much.feasible).toBe(false)
        if (little.feasible && much.feasible)
          expect(wireSize(much.size!).area_mm2).toBeGreaterThanOrEqual(wireSize(little.size!).area_mm2)
      }),
    ))

  it('more length, heat or company never gives a thinner wire', () =>
    fc.assert(
      fc.property(
        requests,
        fc.constantFrom('oneWay_m' as const, 'ambient_C' as const, 'grouped' as const),
        (request, key) => {
          const before = sizeConductor(request).result
          const after = sizeConductor({ ...request, [key]: Math.ceil(request[key]) + 1 }).result
          if (before.feasible && after.feasible)
            expect(wireSize(after.size!).area_mm2).toBeGreaterThanOrEqual(wireSize(before.size!).area_mm2)
          if (!before.feasible) expect(after.feasible).toBe(false)
        },
      ),
    ))

  it('what is chosen meets every limit', () =>
    fc.assert(
      fc.property(requests, (request) => {
        const { result } = sizeConductor(request)
        if (!result.feasible) return
        expect(result.corrected_A!).toBeGreaterThanOrEqual(request.current_A * (1 - 1e-9))
        expect(result.drop_percent!).toBeLessThanOrEqual(request.maxDrop_percent * (1 + 1e-9))
      }),
    ))
})
