import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { motorSupplyPower } from '.'

describe('what a stepping motor takes from its supply (common practice)', () => {
  it('2 A, 1.5 Ω, held on a full step: 2 × (4 × 1.5) ÷ 0.9 = 13.3 W', () =>
    expect(motorSupplyPower({ phase_A: 2, phase_ohm: 1.5, mechanical_W: 0 }).power_W).toBeCloseTo(12 / 0.9, 12))
  it('the shaft’s power comes on top', () =>
    expect(motorSupplyPower({ phase_A: 2, phase_ohm: 1.5, mechanical_W: 30 }).power_W).toBeCloseTo(42 / 0.9, 12))
  it('stays well below the sum of phase currents times the supply, for motors as they are sold', () =>
    // Both phases at full current from 24 V would be 2 × I × 24 V.
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 5, noNaN: true }), (phase_A) => {
        const phase_ohm = 3 / phase_A
        expect(motorSupplyPower({ phase_A, phase_ohm, mechanical_W: 10 * phase_A }).power_W).toBeLessThan(
          0.6 * 2 * phase_A * 24,
        )
      }),
    ))
  it('says each step', () =>
    expect(
      motorSupplyPower({ phase_A: 2, phase_ohm: 1.5, mechanical_W: 30 })
        .trace.map(({ detail }) => detail)
        .join(),
    ).toMatch(/12 W: both windings.*46\.7 W/))
})
