import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayAndNight, dewPoint_C, sunOn_W, thermostatFor } from '.'

const base = { day_C: 30, night_C: 10, humidity_percent: 60, loss_W: 50, carries_W_per_K: 10, sun_W: 0 }

describe('dew point (psychrometric tables, from memory: 20 °C at 50 % is 9.3 °C, 25 °C at 60 % 16.7 °C, 30 °C at 80 % 26.2 °C)', () => {
  it.each([
    [20, 50, 9.3],
    [25, 60, 16.7],
    [30, 80, 26.2],
    [10, 70, 4.8],
  ])('%d °C at %d %%: %d °C', (air, humidity, dew) => expect(dewPoint_C(air, humidity)).toBeCloseTo(dew, 0))
  it('at 100 % it is the air’s own temperature, and it rises with humidity', () =>
    fc.assert(
      fc.property(fc.integer({ min: -20, max: 45 }), fc.integer({ min: 5, max: 99 }), (air, humidity) => {
        expect(dewPoint_C(air, 100)).toBeCloseTo(air, 9)
        expect(dewPoint_C(air, humidity)).toBeLessThan(dewPoint_C(air, humidity + 1))
        expect(dewPoint_C(air, humidity)).toBeLessThanOrEqual(air)
      }),
    ))
})

describe('a day', () => {
  it('is hottest outside at three in the afternoon and coldest at three at night', () => {
    const { hours } = dayAndNight(base)
    expect(hours[15]!.outside_C).toBeCloseTo(30, 9)
    expect(hours[3]!.outside_C).toBeCloseTo(10, 9)
    expect(hours[24]!.outside_C).toBeCloseTo(hours[0]!.outside_C, 9)
  })
  it('in the shade the inside is the outside and the loss over what is carried away', () => {
    for (const { outside_C, inside_C, off_C } of dayAndNight(base).hours) {
      expect(inside_C - outside_C).toBeCloseTo(5, 9)
      expect(off_C).toBeCloseTo(outside_C, 9)
    }
  })
  it('the sun warms by day only, most at noon', () => {
    const { hours } = dayAndNight({ ...base, sun_W: 100 })
    expect(hours[12]!.off_C - hours[12]!.outside_C).toBeCloseTo(10, 9)
    expect(hours[2]!.off_C).toBeCloseTo(hours[2]!.outside_C, 9)
  })
  it('condenses where a box at rest gets as cold as the dew point', () => {
    expect(dayAndNight({ ...base, humidity_percent: 90 }).condenses).toBe(true)
    expect(dayAndNight({ ...base, humidity_percent: 20 }).condenses).toBe(false)
  })
  it('half a square metre turned to the sun takes up 240 W', () =>
    expect(sunOn_W({ width_mm: 500, height_mm: 1000, depth_mm: 200 })).toBeCloseTo(800 * 0.6 * 0.5, 9))
})

describe('thermostat', () => {
  it('goes on below the limit and off above the warmest outside air, or says that it never would', () =>
    fc.assert(
      fc.property(fc.integer({ min: -10, max: 50 }), fc.integer({ min: 30, max: 70 }), (ambient_C, maxInside_C) => {
        const { feasible, on_C, off_C, reasons } = thermostatFor({ ambient_C, maxInside_C })
        if (feasible) expect(on_C! < maxInside_C && off_C! < on_C! && off_C! > ambient_C).toBe(true)
        else expect(reasons).toHaveLength(1)
        expect(feasible).toBe(maxInside_C - 12 > ambient_C)
      }),
    ))
})
