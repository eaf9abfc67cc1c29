import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEVICE_FAMILIES, FAMILIES, TIME_CURRENT, type Curve } from '@/core/reference'
import { adiabaticFactor, bandOf, openingTime, sayTime, selectivity, withstands_s, type CurvedDevice } from '.'

const DEVICES: readonly CurvedDevice[] = DEVICE_FAMILIES.flatMap((family) =>
  (Object.keys(TIME_CURRENT[family]) as Curve[]).map((curve) => ({ family, curve, rating_A: 10 })),
)

describe.each(DEVICES)('$family $curve', (device) => {
  it('opens no later when more current flows, and never before its earliest', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 60, noNaN: true }),
        fc.double({ min: 1, max: 3, noNaN: true }),
        (multiple, more) => {
          const [less, harder] = [openingTime(device, 10 * multiple), openingTime(device, 10 * multiple * more)]
          if (less.kind === 'opens') {
            expect(less.earliest_s).toBeLessThanOrEqual(less.latest_s)
            expect(harder.kind).toBe('opens')
            if (harder.kind === 'opens') expect(harder.latest_s).toBeLessThanOrEqual(less.latest_s * (1 + 1e-9))
          }
          if (harder.kind === 'holds') expect(less.kind).toBe('holds')
        },
      ),
    )
  })

  it('carries its rating, and surely opens at its conventional operating current', () => {
    expect(openingTime(device, 10).kind).toBe('holds')
    // Within the hour: 1.45 × for breakers, 2.1 × and 1.35 × for fuses (IEC 60898-1, IEC 60127, UL 248-14, ISO 8820-3; from memory).
    const opening = openingTime(device, 10 * FAMILIES[device.family].operatesAt)
    expect(opening.kind).toBe('opens')
    if (opening.kind === 'opens') expect(opening.latest_s).toBeLessThanOrEqual(3600)
  })
})

describe('corners of published bands (from memory)', () => {
  it.each([
    // Blade fuse: 135 % 0.75 to 600 s, 200 % 0.15 to 5 s, 600 % 20 to 100 ms.
    ['ISO 8820-3', undefined, 1.35, 0.75, 600],
    ['ISO 8820-3', undefined, 2, 0.15, 5],
    ['ISO 8820-3', undefined, 6, 0.02, 0.1],
    // Miniature breaker: 2.55 × within 1 to 60 s.
    ['IEC 60898', 'C', 2.55, 1, 60],
    // Time-lag fuse: 10 × within 20 to 300 ms; quick within 20 ms.
    ['IEC 60127', 'slow', 10, 0.02, 0.3],
    ['IEC 60127', 'quick', 10, 0.002, 0.02],
  ] as const)('%s %s at %d times', (family, curve, multiple, earliest_s, latest_s) => {
    expect(openingTime({ family, rating_A: 4, ...(curve ? { curve } : {}) }, 4 * multiple)).toEqual({
      kind: 'opens',
      earliest_s: expect.closeTo(earliest_s, 9) as number,
      latest_s: expect.closeTo(latest_s, 9) as number,
    })
  })
  it.each([
    ['B', 3, 5],
    ['C', 5, 10],
    ['D', 10, 20],
  ] as const)('a %s breaker holds its magnet below %d times and surely trips at once above %d', (curve, from, to) => {
    const at = (multiple: number) => openingTime({ family: 'IEC 60898', curve, rating_A: 16 }, 16 * multiple)
    expect(at(from * 0.98)).toMatchObject({
      kind: 'opens',
      earliest_s: expect.toSatisfy((value: number) => value > 0.05) as number,
    })
    expect(at(to * 1.02)).toMatchObject({
      kind: 'opens',
      latest_s: expect.toSatisfy((value: number) => value <= 0.1) as number,
    })
  })
  it('between what it holds and what surely opens it, nobody can say', () =>
    expect(openingTime({ family: 'ISO 8820-3', rating_A: 10 }, 12).kind).toBe('may-open'))
  it('a curve that the family has not falls back to the usual one', () =>
    expect(bandOf({ family: 'ISO 8820-3', rating_A: 5, curve: 'D' })).toBe(
      bandOf({ family: 'ISO 8820-3', rating_A: 5 }),
    ))
  it('a fuse melts at the same I²t however large the fault', () => {
    const product = (multiple: number) => {
      const opening = openingTime({ family: 'IEC 60127', rating_A: 4 }, 4 * multiple)
      return opening.kind === 'opens' ? opening.latest_s * (4 * multiple) ** 2 : NaN
    }
    expect(product(100)).toBeCloseTo(product(400), 9)
  })
})

describe('adiabatic heating, IEC 60364-4-43, 434.5.2: t = (k S ÷ I)²', () => {
  it('k of copper: 115 in PVC of 70 °C, 100 of 90 °C (table 43A, from memory)', () =>
    expect([70, 90].map(adiabaticFactor)).toEqual([115, 100]))
  it('1 mm² in PVC stands 1000 A for 13.2 ms, 2.5 mm² for 82.7 ms', () => {
    expect(withstands_s({ area_mm2: 1, insulation_C: 70, current_A: 1000 })).toBeCloseTo(0.013225, 9)
    expect(withstands_s({ area_mm2: 2.5, insulation_C: 70, current_A: 1000 })).toBeCloseTo(0.08265625, 9)
  })
})

describe('selectivity by ratio (common practice)', () => {
  it.each([
    [8, 4, true],
    [6.3, 4, false],
  ] as const)('fuse %d A ahead of %d A: %s', (ahead, behind, isSelective) =>
    expect(
      selectivity({ family: 'IEC 60127', rating_A: ahead }, { family: 'IEC 60127', rating_A: behind }, 500).isSelective,
    ).toBe(isSelective),
  )
  it('a C16 ahead of 4 A parts in order up to 80 A and not above', () => {
    const at = (fault_A: number) =>
      selectivity({ family: 'IEC 60898', rating_A: 16 }, { family: 'IEC 60127', rating_A: 4 }, fault_A).isSelective
    expect(at(79)).toBe(true)
    expect(at(81)).toBe(false)
  })
  it('a thermal breaker has no magnet', () =>
    expect(
      selectivity({ family: 'EN 60934', rating_A: 16 }, { family: 'ISO 8820-3', rating_A: 5 }, 900).isSelective,
    ).toBe(true))
})

it.each([
  [0.0002, 'under 1 ms'],
  [0.02, '20 ms'],
  [0.3, '0.3 s'],
  [4.23, '4.2 s'],
  [120, '2 min'],
  [7200, '2 h'],
] as const)('%d s is said "%s"', (time_s, said) => expect(sayTime(time_s)).toBe(said))
