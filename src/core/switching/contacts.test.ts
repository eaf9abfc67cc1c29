import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { contactFitness, LOAD_KINDS, wearYears } from '.'

const fit = (
  kind: (typeof LOAD_KINDS)[number],
  current_A: number,
  system: 'dc' | 'ac-1ph' = 'ac-1ph',
  voltage_V = 230,
) => contactFitness({ ratings: { rated_A: 10 }, loads: [{ kind, current_A }], system, voltage_V }).loading_percent

describe('contacts by load kind (common practice: inrush and direct current leave less of the printed figure)', () => {
  it('resistance on alternating current uses the printed figure', () => expect(fit('resistive', 5)).toBe(50))
  it('motors, lamps and supplies use less of it', () => {
    for (const kind of ['motor', 'lamp', 'capacitive'] as const)
      expect(fit(kind, 2)).toBeGreaterThan(fit('resistive', 2))
  })
  it('10 A on alternating current is 10 A at 24 V DC and a fraction at 48 V', () => {
    expect(fit('resistive', 5, 'dc', 24)).toBe(50)
    expect(fit('resistive', 5, 'dc', 48)).toBeGreaterThan(100)
  })
  it('a sheet’s own figure counts before the usual share', () =>
    expect(
      contactFitness({
        ratings: { rated_A: 20, motor_A: 9 },
        loads: [{ kind: 'motor', current_A: 4.5 }],
        system: 'ac-1ph',
        voltage_V: 230,
      }).loading_percent,
    ).toBe(50))
  it('kinds add up', () =>
    fc.assert(
      fc.property(fc.double({ min: 0, max: 9, noNaN: true }), fc.double({ min: 0, max: 9, noNaN: true }), (a, b) => {
        const both = contactFitness({
          ratings: { rated_A: 10 },
          loads: [
            { kind: 'resistive', current_A: a },
            { kind: 'lamp', current_A: b },
          ],
          system: 'ac-1ph',
          voltage_V: 230,
        }).loading_percent
        expect(both).toBeCloseTo(fit('resistive', a) + fit('lamp', b), 9)
      }),
    ))
})

describe('wear', () => {
  it('100 000 operations at full rating, 100 a day: 2.74 years', () =>
    expect(wearYears({ loading_percent: 100, operationsPerDay: 100 }).years).toBeCloseTo(100_000 / 36_500, 9))
  it('a lighter load or fewer operations never wear sooner', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 100, noNaN: true }),
        fc.double({ min: 1, max: 5000, noNaN: true }),
        (loading_percent, operationsPerDay) => {
          const { years } = wearYears({ loading_percent, operationsPerDay })
          expect(wearYears({ loading_percent: loading_percent * 0.9, operationsPerDay }).years!).toBeGreaterThanOrEqual(
            years!,
          )
          expect(wearYears({ loading_percent, operationsPerDay: operationsPerDay * 0.9 }).years!).toBeGreaterThan(
            years!,
          )
        },
      ),
    ))
  it('what hardly switches does not wear out', () =>
    expect(wearYears({ loading_percent: 50, operationsPerDay: 0 }).years).toBeNull())
})
