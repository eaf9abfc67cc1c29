/**
 * Whole sizings worked out by hand from the published tables: the table value, the corrections, the drop there and back,
 * and what decided. Tables from memory; the arithmetic stands beside each.
 */
import { describe, expect, it } from 'vitest'
import type { Basis } from '@/core/reference'
import { sizeConductor, type Limit } from './sizeConductor'

interface Example {
  readonly name: string
  readonly current_A: number
  readonly oneWay_m: number
  readonly voltage_V: number
  readonly maxDrop_percent: number
  readonly ambient_C: number
  readonly insulation_C: number
  readonly grouped: number
  readonly basis: Basis
  readonly series: 'AWG' | 'mm²'
  readonly terminal_C?: number
  readonly protection_A?: number
  readonly minimum?: string
  readonly smallWires?: boolean
  readonly size: string
  readonly corrected_A: number
  readonly governedBy: Limit
}

const EXAMPLES: readonly Example[] = [
  {
    name: 'auger motor in a duct: 8.6 × 0.82 × 0.65 = 4.58 A is too little for 5 A; 1 mm² gives 10.3 × 0.82 × 0.65 = 5.49 A',
    current_A: 5, oneWay_m: 0.5, voltage_V: 24, maxDrop_percent: 3,
    ambient_C: 50, insulation_C: 70, grouped: 4, basis: 'IEC 60204-1 B1', series: 'mm²',
    size: '1 mm²', corrected_A: 5.4899, governedBy: 'ampacity',
  },
  {
    name: 'mains lead behind a 16 A breaker, one circuit: 2.5 mm² stands 18.3 A',
    current_A: 4, oneWay_m: 0.4, voltage_V: 230, maxDrop_percent: 3,
    ambient_C: 40, insulation_C: 70, grouped: 1, basis: 'IEC 60204-1 B1', series: 'mm²', protection_A: 16,
    size: '2.5 mm²', corrected_A: 18.3, governedBy: 'protection',
  },
  {
    name: 'the same with two circuits together: 18.3 × 0.8 = 14.6 A no longer does; 4 mm² gives 24 × 0.8 = 19.2 A',
    current_A: 4, oneWay_m: 0.4, voltage_V: 230, maxDrop_percent: 3,
    ambient_C: 40, insulation_C: 70, grouped: 2, basis: 'IEC 60204-1 B1', series: 'mm²', protection_A: 16,
    size: '4 mm²', corrected_A: 19.2, governedBy: 'protection',
  },
  {
    name: 'pixel feed: 8 A over 5 m at 12 V within 5 %: R ≤ 0.6 ÷ 80 = 7.5 Ω/km, so 4 mm² (4.95)',
    current_A: 8, oneWay_m: 5, voltage_V: 12, maxDrop_percent: 5,
    ambient_C: 40, insulation_C: 70, grouped: 1, basis: 'IEC 60204-1 C', series: 'mm²',
    size: '4 mm²', corrected_A: 28, governedBy: 'drop',
  },
  {
    name: 'small computer: 2 A over 0.3 m at 5 V within 3 %: R ≤ 0.15 ÷ 1.2 = 125 Ω/km; the smallest offered is enough',
    current_A: 2, oneWay_m: 0.3, voltage_V: 5, maxDrop_percent: 3,
    ambient_C: 40, insulation_C: 70, grouped: 1, basis: 'IEC 60204-1 E', series: 'mm²',
    size: '0.75 mm²', corrected_A: 10.4, governedBy: 'minimum',
  },
  {
    name: 'cool room: 1.5 mm² in B2 gives 13.1 × 1.15 = 15.07 A at 30 °C, enough for 15 A',
    current_A: 15, oneWay_m: 1, voltage_V: 230, maxDrop_percent: 5,
    ambient_C: 30, insulation_C: 70, grouped: 1, basis: 'IEC 60204-1 B2', series: 'mm²',
    size: '1.5 mm²', corrected_A: 15.065, governedBy: 'ampacity',
  },
  {
    name: 'nine circuits in one duct: 6 mm² gives 31 × 0.5 = 15.5 A, where 4 mm² gives 12 A',
    current_A: 13, oneWay_m: 1, voltage_V: 48, maxDrop_percent: 5,
    ambient_C: 40, insulation_C: 70, grouped: 9, basis: 'IEC 60204-1 B1', series: 'mm²',
    size: '6 mm²', corrected_A: 15.5, governedBy: 'ampacity',
  },
  {
    name: 'lighting feeder behind 30 A: 10 AWG, 60 °C terminals',
    current_A: 22, oneWay_m: 2, voltage_V: 12, maxDrop_percent: 5,
    ambient_C: 30, insulation_C: 90, grouped: 2, basis: 'NEC 310.16', series: 'AWG', protection_A: 30,
    size: '10 AWG', corrected_A: 30, governedBy: 'protection',
  },
  {
    name: 'a 15 A strip wired inside: 14 AWG',
    current_A: 12, oneWay_m: 0.5, voltage_V: 120, maxDrop_percent: 3,
    ambient_C: 30, insulation_C: 90, grouped: 3, basis: 'NEC 310.16', series: 'AWG', protection_A: 15,
    size: '14 AWG', corrected_A: 15, governedBy: 'minimum',
  },
  {
    name: 'twenty conductors in a hot trough: 12 AWG at 90 °C gives 30 × 0.87 × 0.5 = 13.05 A',
    current_A: 13, oneWay_m: 1, voltage_V: 120, maxDrop_percent: 5,
    ambient_C: 45, insulation_C: 90, grouped: 20, basis: 'NEC 310.16', series: 'AWG', terminal_C: 75,
    size: '12 AWG', corrected_A: 13.05, governedBy: 'ampacity',
  },
  {
    name: 'machine wiring: 18 AWG carries 7 A and is enough for 5 A at 30 °C',
    current_A: 5, oneWay_m: 1, voltage_V: 24, maxDrop_percent: 5,
    ambient_C: 30, insulation_C: 90, grouped: 3, basis: 'NFPA 79', series: 'AWG',
    size: '20 AWG', corrected_A: 5, governedBy: 'ampacity',
  },
  {
    name: 'the same at 6 A: 18 AWG',
    current_A: 6, oneWay_m: 1, voltage_V: 24, maxDrop_percent: 5,
    ambient_C: 30, insulation_C: 90, grouped: 3, basis: 'NFPA 79', series: 'AWG',
    size: '18 AWG', corrected_A: 7, governedBy: 'ampacity',
  },
  {
    name: 'six motor wires together at 40 °C: 16 AWG gives 10 × 0.91 × 0.8 = 7.28 A for 7 A',
    current_A: 7, oneWay_m: 1, voltage_V: 48, maxDrop_percent: 5,
    ambient_C: 40, insulation_C: 90, grouped: 6, basis: 'NFPA 79', series: 'AWG',
    size: '16 AWG', corrected_A: 7.28, governedBy: 'ampacity',
  },
  {
    name: 'metric wire by an American table: 2.5 mm² counts as 14 AWG, 15 A at 60 °C',
    current_A: 14, oneWay_m: 1, voltage_V: 120, maxDrop_percent: 5,
    ambient_C: 30, insulation_C: 60, grouped: 1, basis: 'NEC 310.16', series: 'mm²',
    size: '2.5 mm²', corrected_A: 15, governedBy: 'minimum',
  },
  {
    name: 'gauge by a European table: 16 AWG (1.31 mm²) counts as 1 mm², 10.3 A',
    current_A: 10, oneWay_m: 1, voltage_V: 24, maxDrop_percent: 5,
    ambient_C: 40, insulation_C: 70, grouped: 1, basis: 'IEC 60204-1 B1', series: 'AWG',
    size: '16 AWG', corrected_A: 10.3, governedBy: 'ampacity',
  },
  {
    name: 'a control wire below the table, asked for: 24 AWG carries 2 A by NFPA 79 at 30 °C',
    current_A: 1.5, oneWay_m: 0.5, voltage_V: 24, maxDrop_percent: 5,
    ambient_C: 30, insulation_C: 75, grouped: 1, basis: 'NEC 310.16', series: 'AWG', smallWires: true,
    size: '24 AWG', corrected_A: 2, governedBy: 'ampacity',
  },
  {
    name: 'a minimum of one’s own wins over all else',
    current_A: 1, oneWay_m: 0.5, voltage_V: 24, maxDrop_percent: 5,
    ambient_C: 40, insulation_C: 70, grouped: 1, basis: 'IEC 60204-1 B1', series: 'mm²', minimum: '1.5 mm²',
    size: '1.5 mm²', corrected_A: 13.5, governedBy: 'minimum',
  },
]

describe('worked examples', () => {
  it.each(EXAMPLES)('$name', ({ size, corrected_A, governedBy, ...request }) => {
    const { result } = sizeConductor({ system: request.voltage_V > 60 ? 'ac-1ph' : 'dc', conductor_C: 20, smallWires: false, ...request })
    expect(result).toMatchObject({ feasible: true, size, governedBy, reasons: [] })
    expect(result.corrected_A!).toBeCloseTo(corrected_A, 3)
  })
})
