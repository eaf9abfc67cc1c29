import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wireSize } from '@/core/quantity'
import {
  AMPACITY,
  BASES,
  cite,
  DEVICE_FAMILIES,
  earthConductorFor,
  FAMILIES,
  FERRULES,
  ferruleSizeFor,
  INSULATED_CRIMPS,
  NEC_SMALL_PROTECTION_A,
  SOURCES,
} from '.'

describe('earth conductors, IEC 60204-1, table 1 (from memory): S up to 16 mm², 16 up to 35, half above', () => {
  it.each([
    ['0.75 mm²', '0.75 mm²'],
    ['1 mm²', '1 mm²'],
    ['1.5 mm²', '1.5 mm²'],
    ['2.5 mm²', '2.5 mm²'],
    ['4 mm²', '4 mm²'],
    ['6 mm²', '6 mm²'],
    ['10 mm²', '10 mm²'],
    ['16 mm²', '16 mm²'],
    ['25 mm²', '16 mm²'],
    ['35 mm²', '16 mm²'],
    ['50 mm²', '25 mm²'],
  ])('beside %s: %s', (line, earth) => {
    expect(earthConductorFor({ region: 'IEC', line, protection_A: 16, series: 'mm²' }).size).toBe(earth)
  })

  it('in the other series, the next thicker by area: beside 2.5 mm², 12 AWG (3.31 mm²)', () => {
    expect(earthConductorFor({ region: 'IEC', line: '2.5 mm²', protection_A: 16, series: 'AWG' }).size).toBe('12 AWG')
  })
})

describe('earth conductors, NEC table 250.122 (from memory), copper', () => {
  it.each([
    [10, '14 AWG'],
    [15, '14 AWG'],
    [16, '12 AWG'],
    [20, '12 AWG'],
    [30, '10 AWG'],
    [40, '10 AWG'],
    [60, '10 AWG'],
    [100, '8 AWG'],
    [200, '6 AWG'],
  ])('behind %d A: %s', (protection_A, earth) => {
    expect(earthConductorFor({ region: 'NEC', line: '3 AWG', protection_A, series: 'AWG' }).size).toBe(earth)
  })

  it('never thicker than the line conductor: 250.122(A) (from memory)', () =>
    expect(earthConductorFor({ region: 'NEC', line: '14 AWG', protection_A: 60, series: 'AWG' }).size).toBe('14 AWG'))

  it('in millimetres, never thinner than the gauge', () => {
    for (const protection_A of [15, 20, 60, 100]) {
      const gauge = earthConductorFor({ region: 'NEC', line: '14 AWG', protection_A, series: 'AWG' }).size
      const metric = earthConductorFor({ region: 'NEC', line: '14 AWG', protection_A, series: 'mm²' }).size
      expect(wireSize(metric).area_mm2).toBeGreaterThanOrEqual(wireSize(gauge).area_mm2 * 0.995)
    }
  })
})

describe('sources', () => {
  it.each(Object.entries(SOURCES))('%s names a document, and says when it is from memory', (_key, source) => {
    const text = cite(source)
    expect(text.length).toBeGreaterThan(8)
    if (source.standing === 'from memory') expect(text).toMatch(/\(from memory\)$/)
    if (source.standing === 'common practice') expect(text).toMatch(/^common practice/)
  })
  it('every standard’s table is marked as remembered: none could be looked up', () => {
    for (const basis of BASES) {
      expect(AMPACITY[basis].source.standing).toBe('from memory')
      expect(AMPACITY[basis].ambient.source.standing).toBe('from memory')
    }
    for (const family of DEVICE_FAMILIES) expect(FAMILIES[family].source.standing).toBe('from memory')
  })
})

describe('correction tables', () => {
  it.each(BASES)('%s: warmer and fuller never help', (basis) => {
    const { ambient, grouping, insulations_C } = AMPACITY[basis]
    for (const column of insulations_C) {
      const factors = ambient.rows
        .map(({ factor }) => factor[column])
        .filter((factor): factor is number => factor !== undefined)
      for (let i = 1; i < factors.length; i += 1) expect(factors[i]!).toBeLessThan(factors[i - 1]!)
    }
    for (let i = 1; i < grouping.rows.length; i += 1) {
      expect(grouping.rows[i]!.upTo).toBeGreaterThan(grouping.rows[i - 1]!.upTo)
      expect(grouping.rows[i]!.factor).toBeLessThanOrEqual(grouping.rows[i - 1]!.factor)
    }
    expect(grouping.rows[0]!.factor).toBe(1)
  })
  it('240.4(D) covers 18 to 10 AWG', () => {
    expect(NEC_SMALL_PROTECTION_A).toEqual({ '18 AWG': 7, '16 AWG': 10, '14 AWG': 15, '12 AWG': 20, '10 AWG': 30 })
  })
})

describe('ferrules and crimps', () => {
  it('the two colour codes agree on some sizes and contradict one another on others', () => {
    const clashes = FERRULES.filter(({ colour }) => colour['DIN 46228-4'] !== colour.French).map(
      ({ area_mm2 }) => area_mm2,
    )
    expect(clashes).toEqual(expect.arrayContaining([0.75, 2.5, 4, 6]))
    expect(clashes).not.toContain(1)
    expect(clashes).not.toContain(1.5)
  })
  it('within a code no colour serves two neighbouring sizes', () => {
    for (const code of ['DIN 46228-4', 'French'] as const) {
      for (let i = 1; i < FERRULES.length; i += 1)
        expect(FERRULES[i]!.colour[code]).not.toBe(FERRULES[i - 1]!.colour[code])
    }
  })
  it('a sleeve always holds its conductor', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          '24 AWG',
          '22 AWG',
          '20 AWG',
          '18 AWG',
          '16 AWG',
          '14 AWG',
          '12 AWG',
          '10 AWG',
          '8 AWG',
          '0.5 mm²',
          '4 mm²',
        ),
        (size) => {
          expect(ferruleSizeFor(size)!.area_mm2).toBeGreaterThanOrEqual(wireSize(size).area_mm2 * 0.95)
        },
      ),
    )
  })
  it('red, blue and yellow ascend', () => {
    expect(INSULATED_CRIMPS.map(({ colour }) => colour)).toEqual(['red', 'blue', 'yellow'])
    for (const { min_mm2, max_mm2 } of INSULATED_CRIMPS) expect(min_mm2).toBeLessThan(max_mm2)
  })
})
