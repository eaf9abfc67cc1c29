import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseWireSize, WIRE_SIZES, wireSize } from './wireSize'

/** ASTM B258 nominal diameters in mil (thousandths of an inch), from memory, as handbooks print them. */
const B258_MIL: readonly (readonly [string, number])[] = [
  ['4/0 AWG', 460.0],
  ['3/0 AWG', 409.6],
  ['2/0 AWG', 364.8],
  ['1/0 AWG', 324.9],
  ['1 AWG', 289.3],
  ['2 AWG', 257.6],
  ['3 AWG', 229.4],
  ['4 AWG', 204.3],
  ['6 AWG', 162.0],
  ['8 AWG', 128.5],
  ['10 AWG', 101.9],
  ['12 AWG', 80.8],
  ['14 AWG', 64.1],
  ['16 AWG', 50.8],
  ['18 AWG', 40.3],
  ['20 AWG', 32.0],
  ['22 AWG', 25.3],
  ['24 AWG', 20.1],
  ['26 AWG', 15.9],
  ['28 AWG', 12.6],
  ['30 AWG', 10.0],
  ['36 AWG', 5.0],
]

describe('gauge diameters (ASTM B258)', () => {
  it.each(B258_MIL)('%s is %d mil', (label, mil) => {
    expect(wireSize(label).diameter_mm / 0.0254).toBeCloseTo(mil, mil >= 100 ? 0 : 1)
  })

  it('doubles in area every three gauges, within the rounding of the series', () => {
    for (let gauge = 36; gauge > 3; gauge -= 1) {
      const thin = wireSize(`${gauge} AWG`).area_mm2
      const thick = wireSize(gauge - 3 > 0 ? `${gauge - 3} AWG` : '1/0 AWG').area_mm2
      expect(thick / thin).toBeCloseTo(2.005, 2)
    }
  })
})

describe('the series', () => {
  it.each(['AWG', 'mm²'] as const)('%s runs from thin to thick without a repeat', (series) => {
    const areas = WIRE_SIZES[series].map((size) => size.area_mm2)
    expect(areas.length).toBeGreaterThan(10)
    for (let i = 1; i < areas.length; i += 1) expect(areas[i]).toBeGreaterThan(areas[i - 1]!)
  })

  it('has 36 to 4/0 and 0.14 to 50 mm²', () => {
    expect(WIRE_SIZES.AWG[0]!.label).toBe('36 AWG')
    expect(WIRE_SIZES.AWG.at(-1)!.label).toBe('4/0 AWG')
    expect(WIRE_SIZES.AWG).toHaveLength(40)
    expect(WIRE_SIZES['mm²'].map(({ area_mm2 }) => area_mm2)).toEqual([
      0.14, 0.25, 0.34, 0.5, 0.75, 1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50,
    ])
  })
})

describe('parseWireSize', () => {
  it.each([
    ['14 AWG', '14 AWG'],
    ['AWG 14', '14 AWG'],
    ['14awg', '14 AWG'],
    ['awg14', '14 AWG'],
    ['2/0 AWG', '2/0 AWG'],
    ['0 AWG', '1/0 AWG'],
    ['2.5 mm²', '2.5 mm²'],
    ['2.5 mm2', '2.5 mm²'],
    ['2.5mm2', '2.5 mm²'],
    ['  10 MM2 ', '10 mm²'],
    ['1.0 mm²', '1 mm²'],
  ])('reads %j as %s', (text, label) => expect(parseWireSize(text)?.label).toBe(label))

  it.each(['', '14', '15.5 AWG', '5/0 AWG', '37 AWG', '3 mm²', '-2.5 mm²', '2.5 mm', '14 AWG x', '1e1 mm²', 'AWG'])(
    'refuses %j',
    (text) => expect(parseWireSize(text)).toBeNull(),
  )

  it('reads back every label it knows', () => {
    for (const size of [...WIRE_SIZES.AWG, ...WIRE_SIZES['mm²']]) expect(parseWireSize(size.label)).toEqual(size)
  })

  it('never throws, whatever it is given', () =>
    fc.assert(fc.property(fc.string(), (text) => parseWireSize(text) === null || parseWireSize(text)!.area_mm2 > 0)))
})
