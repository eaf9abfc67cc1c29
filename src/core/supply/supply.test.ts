import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { derateFactor, sizeSupply, SUPPLY_SIZES_W, type SizeSupplyRequest } from './sizeSupply'
import { sumMains, type SumMainsRequest } from './sumMains'

const supply: SizeSupplyRequest = {
  voltage_V: 24,
  loads: [
    { name: 'motors', power_W: 100, simultaneity: 1 },
    { name: 'heater', current_A: 2.5, simultaneity: 0.5 },
  ],
  maxLoading_percent: 80,
  ambient_C: 25,
  sizes_W: SUPPLY_SIZES_W,
}

describe('sizeSupply, worked by hand', () => {
  it('100 W + 2.5 A × 24 V × 0.5 = 130 W; ÷ 0.8 = 162.5 W; a 200 W supply at 65 %', () => {
    expect(sizeSupply(supply).result).toMatchObject({
      feasible: true,
      demand_W: 130,
      required_W: 162.5,
      chosen_W: 200,
      loading_percent: 65,
    })
  })
  it('derates: 50 °C knee, 2.5 %/K, at 60 °C leaves 75 %', () => {
    const hot = { ...supply, ambient_C: 60, derateAbove_C: 50, derate_percentPerK: 2.5 }
    expect(derateFactor(hot)).toBeCloseTo(0.75, 12)
    const { result } = sizeSupply(hot)
    expect(result.required_W).toBeCloseTo(130 / 0.8 / 0.75, 9)
    expect(result.chosen_W).toBe(240)
    expect(result.loading_percent).toBeCloseTo((100 * 130) / (240 * 0.75), 9)
  })
  it('takes a size that is met exactly', () =>
    expect(sizeSupply({ ...supply, loads: [{ name: 'a', power_W: 160, simultaneity: 1 }] }).result.chosen_W).toBe(200))
  it('says when nothing is left of the rating', () =>
    expect(sizeSupply({ ...supply, ambient_C: 95, derateAbove_C: 50, derate_percentPerK: 2.5 }).result).toMatchObject({
      feasible: false,
      derateFactor: 0,
      chosen_W: null,
    }))
  it('says when the series ends', () =>
    expect(
      sizeSupply({ ...supply, loads: [{ name: 'kiln', power_W: 3000, simultaneity: 1 }] }).result.reasons[0],
    ).toMatch(/largest size offered is 2000 W/))
  it('feeds nothing from its smallest', () =>
    expect(sizeSupply({ ...supply, loads: [] }).result).toMatchObject({
      feasible: true,
      demand_W: 0,
      chosen_W: 15,
      loading_percent: 0,
    }))
  it('does not care in which order the sizes come', () =>
    expect(sizeSupply({ ...supply, sizes_W: [500, 200, 100] }).result.chosen_W).toBe(200))

  it('never loads a chosen supply beyond the limit', () =>
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 400, noNaN: true }), { maxLength: 6 }),
        fc.integer({ min: 0, max: 70 }),
        (powers, ambient_C) => {
          const { result } = sizeSupply({
            ...supply,
            ambient_C,
            derateAbove_C: 45,
            derate_percentPerK: 2,
            loads: powers.map((power_W, i) => ({ name: `${i}`, power_W, simultaneity: 1 })),
          })
          if (result.feasible) expect(result.loading_percent!).toBeLessThanOrEqual(80 + 1e-6)
        },
      ),
    ))
})

const mains: SumMainsRequest = {
  mains_V: 230,
  supplies: [{ output_W: 200, efficiency_percent: 88, powerFactor: 0.6, leakage_mA: 0.75 }],
  direct_W: 600,
  continuous: true,
  region: 'IEC',
  circuit_A: 16,
  residual_mA: 30,
}

describe('sumMains, worked by hand', () => {
  it('200 ÷ 0.88 ÷ 0.6 ÷ 230 = 1.647 A and 600 ÷ 230 = 2.609 A; a 5 A fuse', () => {
    const { result } = sumMains(mains)
    expect(result.current_A).toBeCloseTo(1.6469 + 2.6087, 4)
    expect(result).toMatchObject({ protection_A: 5, leakage_mA: 0.75, feasible: true, reasons: [] })
  })
  it('NEC, continuous: × 1.25 for the fuse, 80 % of the breaker', () => {
    const { result } = sumMains({ ...mains, mains_V: 120, region: 'NEC', circuit_A: 15 })
    // 200 ÷ 0.88 ÷ 0.6 ÷ 120 + 600 ÷ 120 = 8.157 A; × 1.25 = 10.2 A: 12 A; 12 A allowed.
    expect(result.current_A).toBeCloseTo(8.1566, 3)
    expect(result).toMatchObject({ protection_A: 12, feasible: true })
    expect(sumMains({ ...mains, mains_V: 120, region: 'NEC', circuit_A: 10 }).result.feasible).toBe(false)
    expect(sumMains({ ...mains, mains_V: 120, region: 'NEC', circuit_A: 10, continuous: false }).result.feasible).toBe(
      true,
    )
  })
  it('leakage counts against half of the residual device', () => {
    const eight = Array.from({ length: 8 }, () => ({
      output_W: 10,
      efficiency_percent: 85,
      powerFactor: 0.5,
      leakage_mA: 0.5,
    }))
    expect(sumMains({ ...mains, supplies: eight, residual_mA: 6 }).result).toMatchObject({
      leakage_mA: 4,
      feasible: false,
    })
    expect(sumMains({ ...mains, supplies: eight.slice(0, 6), residual_mA: 6 }).result.feasible).toBe(true)
  })
  it('says which supplies state no leakage', () =>
    expect(
      sumMains({ ...mains, supplies: [{ output_W: 10, efficiency_percent: 90, powerFactor: 1 }] })
        .trace.map(({ detail }) => detail)
        .join(),
    ).toMatch(/1 of 1 supplies state none/))
  it('has no fuse beyond its series', () =>
    expect(sumMains({ ...mains, direct_W: 6000, circuit_A: 32 }).result).toMatchObject({
      protection_A: null,
      feasible: false,
    }))
})
