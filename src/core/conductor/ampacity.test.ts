import { describe, expect, it } from 'vitest'
import { AMPACITY, BASES } from '@/core/reference'
import { conductorAmpacity } from './ampacity'

const IEC = ['IEC 60204-1 B1', 'IEC 60204-1 B2', 'IEC 60204-1 C', 'IEC 60204-1 E'] as const

function offered(request: Parameters<typeof conductorAmpacity>[0]) {
  const ampacity = conductorAmpacity(request)
  if (ampacity.kind !== 'offered') throw new Error(ampacity.reason)
  return ampacity
}

/** NEC table 310.16, copper, ambient 30 °C, from memory. */
const NEC_310_16: readonly (readonly [string, number, number, number])[] = [
  ['14 AWG', 15, 20, 25],
  ['12 AWG', 20, 25, 30],
  ['10 AWG', 30, 35, 40],
  ['8 AWG', 40, 50, 55],
  ['6 AWG', 55, 65, 75],
  ['4 AWG', 70, 85, 95],
  ['3 AWG', 85, 100, 115],
  ['2 AWG', 95, 115, 130],
  ['1 AWG', 110, 130, 145],
  ['1/0 AWG', 125, 150, 170],
  ['2/0 AWG', 145, 175, 195],
  ['3/0 AWG', 165, 200, 225],
  ['4/0 AWG', 195, 230, 260],
]

describe('NEC table 310.16', () => {
  it.each(NEC_310_16)('%s: %d / %d / %d A at 60, 75 and 90 °C', (size, ...columns) => {
    for (const [i, insulation_C] of [60, 75, 90].entries()) {
      expect(
        offered({ size, basis: 'NEC 310.16', insulation_C, ambient_C: 30, grouped: 3, terminal_C: 90 }).tabulated_A,
      ).toBe(columns[i])
    }
  })

  it('caps by the terminals’ column, which defaults to 60 °C (110.14(C))', () => {
    const request = { size: '10 AWG', basis: 'NEC 310.16', insulation_C: 90, ambient_C: 30, grouped: 3 } as const
    expect(offered(request).corrected_A).toBe(30)
    expect(offered({ ...request, terminal_C: 75 }).corrected_A).toBe(35)
    expect(offered({ ...request, terminal_C: 90 }).corrected_A).toBe(40)
  })

  it('corrects from the insulation’s column before the cap: 10 AWG, 90 °C, 45 °C air, 6 conductors', () => {
    // 40 A × 0.87 × 0.80 = 27.84 A, below the 30 A of the 60 °C terminals.
    expect(
      offered({ size: '10 AWG', basis: 'NEC 310.16', insulation_C: 90, ambient_C: 45, grouped: 6 }).corrected_A,
    ).toBeCloseTo(27.84, 6)
  })

  it.each([
    ['14 AWG', 15],
    ['12 AWG', 20],
    ['10 AWG', 30],
  ])('%s is protected by %d A at most (240.4(D))', (size, most_A) => {
    expect(
      offered({ size, basis: 'NEC 310.16', insulation_C: 90, ambient_C: 30, grouped: 3, terminal_C: 75 })
        .maxProtection_A,
    ).toBe(most_A)
  })

  it('above the ampacity lets stand no more than the next standard rating: NEC 240.4(B), 240.6(A) (from memory)', () => {
    const hot = offered({ size: '12 AWG', basis: 'NEC 310.16', insulation_C: 60, ambient_C: 50, grouped: 9 })
    expect(hot.corrected_A).toBeCloseTo(20 * 0.58 * 0.7, 9)
    expect(hot.maxProtection_A).toBe(10)
    const bundled = offered({ size: '14 AWG', basis: 'NEC 310.16', insulation_C: 90, ambient_C: 30, grouped: 20 })
    expect(bundled.corrected_A).toBeCloseTo(12.5, 9)
    expect(bundled.maxProtection_A).toBe(15)
  })

  it('has nothing for 18 AWG under 60 °C terminals, and 14 A in its 90 °C column', () => {
    const request = { size: '18 AWG', basis: 'NEC 310.16', insulation_C: 90, ambient_C: 30, grouped: 3 } as const
    expect(conductorAmpacity(request).kind).toBe('not-offered')
    expect(offered({ ...request, terminal_C: 90 }).tabulated_A).toBe(14)
    expect(offered({ ...request, smallWires: true }).tabulated_A).toBe(7)
  })
})

/** NEC table 310.15(B)(1)(1), from memory: factors at 60, 75 and 90 °C. */
const NEC_AMBIENT: readonly (readonly [number, number, number, number])[] = [
  [25, 1.08, 1.05, 1.04],
  [30, 1, 1, 1],
  [35, 0.91, 0.94, 0.96],
  [40, 0.82, 0.88, 0.91],
  [45, 0.71, 0.82, 0.87],
  [50, 0.58, 0.75, 0.82],
]

describe('NEC ambient correction', () => {
  it.each(NEC_AMBIENT)('at %d °C: %d / %d / %d', (ambient_C, ...factors) => {
    for (const [i, insulation_C] of [60, 75, 90].entries()) {
      const { corrected_A, tabulated_A } = offered({
        size: '6 AWG',
        basis: 'NEC 310.16',
        insulation_C,
        ambient_C,
        grouped: 1,
        terminal_C: 90,
      })
      expect(corrected_A / tabulated_A).toBeCloseTo(factors[i]!, 9)
    }
  })

  it('follows √((T − a) ÷ (T − 30)), the rule behind the table, within its rounding', () => {
    for (const [ambient_C, ...factors] of NEC_AMBIENT) {
      for (const [i, column] of [60, 75, 90].entries())
        expect(factors[i]!).toBeCloseTo(Math.sqrt((column - ambient_C) / (column - 30)), 1)
    }
  })

  it('ends where the table has a dash: 60 °C insulation in 60 °C air', () => {
    expect(
      conductorAmpacity({ size: '6 AWG', basis: 'NEC 310.16', insulation_C: 60, ambient_C: 60, grouped: 1 }).kind,
    ).toBe('not-offered')
  })

  it.each([
    [3, 1],
    [4, 0.8],
    [6, 0.8],
    [7, 0.7],
    [9, 0.7],
    [10, 0.5],
    [20, 0.5],
    [21, 0.45],
    [31, 0.4],
    [41, 0.35],
  ])('%d conductors together: × %d (310.15(C)(1))', (grouped, factor) => {
    expect(
      offered({ size: '6 AWG', basis: 'NEC 310.16', insulation_C: 75, ambient_C: 30, grouped, terminal_C: 90 })
        .corrected_A,
    ).toBeCloseTo(65 * factor, 9)
  })
})

/** IEC 60364-5-52, table B.52.4: PVC, three loaded conductors, 30 °C, from memory; IEC 60204-1 table 6 is that at 40 °C, × 0.87. */
const B_52_4: readonly (readonly [string, number, number, number, number])[] = [
  ['1.5 mm²', 15.5, 15, 17.5, 18.5],
  ['2.5 mm²', 21, 20, 24, 25],
  ['4 mm²', 28, 27, 32, 34],
  ['6 mm²', 36, 34, 41, 43],
  ['10 mm²', 50, 46, 57, 60],
  ['16 mm²', 68, 62, 76, 80],
  ['25 mm²', 89, 80, 96, 101],
  ['35 mm²', 110, 99, 119, 126],
  ['50 mm²', 134, 118, 144, 153],
]

describe('IEC 60204-1, table 6', () => {
  it.each(B_52_4)('%s agrees with IEC 60364-5-52 × 0.87 in every method', (size, ...at30) => {
    for (const [i, basis] of IEC.entries()) {
      const { tabulated_A } = offered({ size, basis, insulation_C: 70, ambient_C: 40, grouped: 1 })
      expect(Math.abs(tabulated_A - 0.87 * at30[i]!)).toBeLessThan(0.65)
    }
  })

  it.each([
    ['0.75 mm²', 8.6, 8.5, 9.8, 10.4],
    ['1 mm²', 10.3, 10.1, 11.7, 12.4],
    ['1.5 mm²', 13.5, 13.1, 15.2, 16.1],
    ['2.5 mm²', 18.3, 17.4, 21, 22],
  ] as const)('%s as the table prints it', (size, ...amps) => {
    for (const [i, basis] of IEC.entries())
      expect(offered({ size, basis, insulation_C: 70, ambient_C: 40, grouped: 1 }).tabulated_A).toBe(amps[i])
  })

  it.each([
    [30, 1.15],
    [35, 1.08],
    [40, 1],
    [45, 0.91],
    [50, 0.82],
    [55, 0.71],
    [60, 0.58],
  ])('air of %d °C: × %d, which is √((70 − a) ÷ 30) rounded (table D.1)', (ambient_C, factor) => {
    expect(
      offered({ size: '2.5 mm²', basis: 'IEC 60204-1 C', insulation_C: 70, ambient_C, grouped: 1 }).corrected_A,
    ).toBeCloseTo(21 * factor, 9)
    expect(factor).toBeCloseTo(Math.sqrt((70 - ambient_C) / 30), 1)
  })

  it('takes the next hotter row between two', () => {
    expect(
      offered({ size: '2.5 mm²', basis: 'IEC 60204-1 C', insulation_C: 70, ambient_C: 41, grouped: 1 }).corrected_A,
    ).toBeCloseTo(21 * 0.91, 9)
  })

  it.each([
    ['IEC 60204-1 B1', 2, 0.8],
    ['IEC 60204-1 B1', 4, 0.65],
    ['IEC 60204-1 B1', 6, 0.57],
    ['IEC 60204-1 B1', 9, 0.5],
    ['IEC 60204-1 C', 4, 0.75],
    ['IEC 60204-1 E', 4, 0.77],
  ] as const)('%s, %d circuits together: × %d (table D.2)', (basis, grouped, factor) => {
    const alone = offered({ size: '4 mm²', basis, insulation_C: 70, ambient_C: 40, grouped: 1 }).corrected_A
    expect(offered({ size: '4 mm²', basis, insulation_C: 70, ambient_C: 40, grouped }).corrected_A / alone).toBeCloseTo(
      factor,
      9,
    )
  })

  it('counts a gauge as its next smaller tabulated area: 14 AWG (2.08 mm²) as 1.5 mm²', () => {
    expect(
      offered({ size: '14 AWG', basis: 'IEC 60204-1 B1', insulation_C: 70, ambient_C: 40, grouped: 1 }).tabulated_A,
    ).toBe(13.5)
  })

  it('borrows NFPA 79’s small conductors only where asked to', () => {
    const request = { size: '0.34 mm²', basis: 'IEC 60204-1 B1', insulation_C: 70, ambient_C: 30, grouped: 1 } as const
    expect(conductorAmpacity(request).kind).toBe('not-offered')
    expect(offered({ ...request, smallWires: true }).tabulated_A).toBe(3)
  })
})

/** NFPA 79, table 12.5.1, small conductors, from memory. */
describe('NFPA 79 small conductors', () => {
  it.each([
    ['24 AWG', 2],
    ['22 AWG', 3],
    ['20 AWG', 5],
    ['18 AWG', 7],
    ['16 AWG', 10],
  ])('%s: %d A', (size, amps) =>
    expect(offered({ size, basis: 'NFPA 79', insulation_C: 75, ambient_C: 30, grouped: 1 }).tabulated_A).toBe(amps),
  )
})

describe('every basis', () => {
  it.each(BASES)('%s: thicker never carries less, in any column', (basis) => {
    for (const column of AMPACITY[basis].insulations_C) {
      const amps = Object.values(AMPACITY[basis].rows).flatMap((row) =>
        row[column] === undefined ? [] : [row[column]],
      )
      expect(amps.length).toBeGreaterThan(8)
      for (let i = 1; i < amps.length; i += 1) expect(amps[i]!).toBeGreaterThan(amps[i - 1]!)
    }
  })
})

/** IEC 60204-1 table 6, electronics pairs, PVC 70 °C at 40 °C, from memory: B2, C, E. */
describe('pairs of electronics', () => {
  const common = { insulation_C: 70, ambient_C: 40, grouped: 1 } as const
  it.each([
    ['0.25 mm²', 4.3, 4.4, 4.4],
    ['0.5 mm²', 7.5, 7.5, 7.8],
    ['0.75 mm²', 9, 9.5, 10],
  ])('%s: %d A in B2, %d A in C, %d A in E', (size, b2, c, e) => {
    const of = (basis: (typeof IEC)[number]) => offered({ ...common, size, basis, electronics: true }).tabulated_A
    expect([of('IEC 60204-1 B2'), of('IEC 60204-1 C'), of('IEC 60204-1 E')]).toEqual([b2, c, e])
    expect(of('IEC 60204-1 B1')).toBe(b2)
  })
  it('without being asked for, answers stay as they are', () => {
    expect(offered({ ...common, size: '0.75 mm²', basis: 'IEC 60204-1 B1' }).tabulated_A).toBe(8.6)
    expect(conductorAmpacity({ ...common, size: '0.25 mm²', basis: 'IEC 60204-1 B1' }).kind).toBe('not-offered')
  })
  it('thicker wires have their own rows', () =>
    expect(offered({ ...common, size: '1 mm²', basis: 'IEC 60204-1 B1', electronics: true }).tabulated_A).toBe(10.3))

  it('the thin leads of plans: by area below the first row, and alike on every basis', () => {
    // Half the area, half the amperes: 4.3 A ÷ 0.2 mm² × 0.14 mm².
    expect(offered({ ...common, size: '0.14 mm²', basis: 'IEC 60204-1 B1', thin: true }).tabulated_A).toBeCloseTo(
      3.01,
      6,
    )
    for (const basis of BASES) {
      const insulation_C = basis.startsWith('IEC') ? 70 : 90
      const terminal = basis === 'NEC 310.16' ? { terminal_C: 90 as const } : {}
      const of = (size: string) =>
        offered({ ...common, ...terminal, insulation_C, size, basis, thin: true }).corrected_A
      // 28 AWG in a ribbon and 24 AWG to a stepper of 1.5 A are ordinary.
      expect(of('28 AWG'), basis).toBeGreaterThan(1)
      expect(of('24 AWG'), basis).toBeGreaterThan(1.5)
      expect(of('22 AWG'), basis).toBeGreaterThanOrEqual(of('26 AWG'))
      expect(of('26 AWG'), basis).toBeGreaterThan(of('28 AWG'))
    }
  })
})

/** As wires of plans: NFPA 79 with the caps of NEC 110.14(C) and 240.4(D), 5.6 and 8 A of a load that stays on; from memory. */
describe('wires of plans in American practice', () => {
  const common = { insulation_C: 90, ambient_C: 30, grouped: 1, installed: true } as const
  it.each([
    ['NFPA 79', '18 AWG', 7, 5.6],
    ['NFPA 79', '16 AWG', 10, 8],
    ['NEC 310.16', '14 AWG', 15, 15],
    ['NFPA 79', '14 AWG', 15, 15],
    ['NFPA 79', '12 AWG', 20, 20],
  ] as const)('%s, %s on terminals of 60 °C: behind %d A, %d A without pause', (basis, size, most_A, continuous_A) => {
    const ampacity = offered({ ...common, basis, size, smallWires: true })
    expect(ampacity.maxProtection_A).toBe(most_A)
    expect(ampacity.continuous_A).toBeCloseTo(continuous_A, 9)
    expect(ampacity.corrected_A).toBeLessThanOrEqual(most_A)
  })
  it('terminals of 75 °C give NFPA 79’s conductors that column', () =>
    expect(offered({ ...common, basis: 'NFPA 79', size: '14 AWG', terminal_C: 75 }).corrected_A).toBe(20))
  it('outside a plan NFPA 79 answers by its own table', () =>
    expect(offered({ ...common, installed: false, basis: 'NFPA 79', size: '14 AWG' }).corrected_A).toBe(25))
})

/** Silicone and other insulation of 90 °C and more in hot air: √((90 − a) ÷ (90 − 40)), the rule behind table B.52.14. */
describe('hot insulation', () => {
  const common = { basis: 'IEC 60204-1 B1', size: '1.5 mm²', insulation_C: 70, grouped: 1, installed: true } as const
  it.each([45, 50, 55, 60, 65, 70, 75, 80])('at %d °C', (ambient_C) => {
    const { corrected_A } = offered({ ...common, ambient_C, stands_C: 180 })
    expect(Math.abs(corrected_A / 13.5 / Math.sqrt((90 - ambient_C) / 50) - 1)).toBeLessThan(0.012)
  })
  it('earns nothing in air that PVC stands, and PVC has no value above 60 °C', () => {
    expect(offered({ ...common, ambient_C: 40, stands_C: 180 }).corrected_A).toBe(13.5)
    expect(conductorAmpacity({ ...common, ambient_C: 70, stands_C: 70 }).kind).toBe('not-offered')
  })
})
