import { describe, expect, it } from 'vitest'
import { describeConductor, resistance_ohm_per_km } from './conductor'

/** NEC Chapter 9, Table 8, uncoated copper, Ω/km at 75 °C, from memory: solid where the table has it, else stranded (some 2 % more for the lay). */
const TABLE_8_SOLID: readonly (readonly [string, number])[] = [
  ['18 AWG', 25.5],
  ['16 AWG', 16.0],
  ['14 AWG', 10.1],
  ['12 AWG', 6.34],
  ['10 AWG', 3.984],
  ['8 AWG', 2.506],
]
const TABLE_8_STRANDED: readonly (readonly [string, number])[] = [
  ['18 AWG', 26.1],
  ['16 AWG', 16.4],
  ['14 AWG', 10.3],
  ['12 AWG', 6.5],
  ['10 AWG', 4.07],
  ['8 AWG', 2.551],
  ['6 AWG', 1.608],
  ['4 AWG', 1.01],
  ['3 AWG', 0.802],
  ['2 AWG', 0.634],
  ['1 AWG', 0.505],
  ['1/0 AWG', 0.399],
  ['2/0 AWG', 0.317],
  ['3/0 AWG', 0.2512],
  ['4/0 AWG', 0.1996],
]

describe('gauge resistances against NEC Chapter 9, Table 8, at 75 °C', () => {
  it.each(TABLE_8_SOLID)('%s solid: %d Ω/km within 1 %%', (size, ohm) => {
    expect(Math.abs(resistance_ohm_per_km(size, 75) / ohm - 1)).toBeLessThan(0.01)
  })
  it.each(TABLE_8_STRANDED)('%s stranded: %d Ω/km, of which the lay is up to 3 %%', (size, ohm) => {
    const ratio = ohm / resistance_ohm_per_km(size, 75)
    expect(ratio).toBeGreaterThan(0.995)
    expect(ratio).toBeLessThan(1.03)
  })
})

describe('metric resistances (IEC 60228 class 5, plain, 20 °C, from memory)', () => {
  it.each([
    ['0.5 mm²', 39.0],
    ['0.75 mm²', 26.0],
    ['1 mm²', 19.5],
    ['1.5 mm²', 13.3],
    ['2.5 mm²', 7.98],
    ['4 mm²', 4.95],
    ['6 mm²', 3.3],
    ['10 mm²', 1.91],
    ['16 mm²', 1.21],
    ['25 mm²', 0.78],
    ['35 mm²', 0.554],
    ['50 mm²', 0.386],
  ])('%s: at most %d Ω/km', (size, ohm) => expect(resistance_ohm_per_km(size, 20)).toBeCloseTo(ohm, 6))

  it('takes smaller ones by area: 0.25 mm² is 1000 ÷ 58 ÷ 0.25', () =>
    expect(resistance_ohm_per_km('0.25 mm²', 20)).toBeCloseTo(68.9655, 3))
})

describe('describeConductor', () => {
  it('rises 0.393 % per kelvin from 20 °C', () => {
    const cold = describeConductor({ size: '2.5 mm²', temperature_C: 20 }).result.resistance_ohm_per_km
    expect(describeConductor({ size: '2.5 mm²', temperature_C: 70 }).result.resistance_ohm_per_km / cold).toBeCloseTo(
      1.1965,
      10,
    )
  })

  it('gives no resistance without a length, and per length with one', () => {
    expect(describeConductor({ size: '14 AWG', temperature_C: 20 }).result.resistance_ohm).toBeNull()
    expect(describeConductor({ size: '14 AWG', length_m: 100, temperature_C: 20 }).result.resistance_ohm).toBeCloseTo(
      0.8286,
      4,
    )
  })

  it('says where each number comes from', () => {
    const { trace } = describeConductor({ size: '14 AWG', length_m: 1, temperature_C: 40 })
    expect(trace.map(({ source }) => source).join()).toMatch(/ASTM B258.*IEC 60028/)
    expect(trace.at(-1)!.detail).toContain('× 1 m')
  })
})
