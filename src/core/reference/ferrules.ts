/** Insulated end sleeves: two colour codes are sold side by side, and they contradict one another from 0.75 mm² on. */
import { wireSize } from '@/core/quantity'

export const FERRULE_CODES = ['DIN 46228-4', 'French'] as const
export type FerruleCode = (typeof FERRULE_CODES)[number]

export interface FerruleRow {
  readonly area_mm2: number
  readonly colour: Readonly<Record<FerruleCode, string>>
  /** Usual length of the metal sleeve. */
  readonly sleeve_mm: number
  readonly strip_mm: number
}

const row = (area_mm2: number, din: string, french: string, sleeve_mm: number): FerruleRow => ({
  area_mm2,
  colour: { 'DIN 46228-4': din, French: french },
  sleeve_mm,
  strip_mm: sleeve_mm + 2,
})

export const FERRULES: readonly FerruleRow[] = [
  row(0.25, 'yellow', 'violet', 8),
  row(0.34, 'turquoise', 'pink', 8),
  row(0.5, 'white', 'white', 8),
  row(0.75, 'grey', 'blue', 8),
  row(1, 'red', 'red', 8),
  row(1.5, 'black', 'black', 8),
  row(2.5, 'blue', 'grey', 8),
  row(4, 'grey', 'orange', 10),
  row(6, 'yellow', 'green', 12),
  row(10, 'red', 'brown', 12),
  row(16, 'blue', 'white', 12),
  row(25, 'yellow', 'black', 16),
  row(35, 'red', 'red', 16),
  row(50, 'blue', 'blue', 20),
]

/** The customary metric sleeve of a gauge: common practice. */
const SLEEVE_OF_GAUGE: Readonly<Record<string, number>> = {
  '28 AWG': 0.08,
  '26 AWG': 0.14,
  '24 AWG': 0.25,
  '22 AWG': 0.34,
  '20 AWG': 0.5,
  '18 AWG': 1,
  '16 AWG': 1.5,
  '14 AWG': 2.5,
  '12 AWG': 4,
  '10 AWG': 6,
  '8 AWG': 10,
  '6 AWG': 16,
}

/** The metric size that a conductor passes for in clamps and sleeves: its own, or the customary one of its gauge. */
export function customaryArea_mm2(size: string): number {
  const { series, area_mm2 } = wireSize(size)
  return series === 'AWG' ? (SLEEVE_OF_GAUGE[size] ?? area_mm2) : area_mm2
}

/** The ferrule sold for a conductor; null where none is customary. */
export function ferruleSizeFor(size: string): FerruleRow | null {
  const area = customaryArea_mm2(size)
  return FERRULES.find((candidate) => candidate.area_mm2 === area) ?? null
}

/** Lengths of sleeve sold from a cross-section on, besides the usual one; common practice. */
const SLEEVES_mm: readonly { readonly upTo_mm2: number; readonly lengths_mm: readonly number[] }[] = [
  { upTo_mm2: 0.34, lengths_mm: [6, 8] },
  { upTo_mm2: 1, lengths_mm: [6, 8, 10, 12] },
  { upTo_mm2: 2.5, lengths_mm: [8, 10, 12, 18] },
  { upTo_mm2: 4, lengths_mm: [10, 12, 18] },
  { upTo_mm2: 16, lengths_mm: [12, 18] },
  { upTo_mm2: Infinity, lengths_mm: [16, 20, 22] },
]

/** So much of a sleeve may stand out of its clamp; common practice. */
const STANDS_OUT_mm = 2

/**
 * The sleeve for a clamp of which its maker gives the length to strip: the longest sold that does not stand out of it. Null
 * where even the shortest does.
 */
export function sleeveFor(row: FerruleRow, clampStrip_mm: number | null): number | null {
  if (clampStrip_mm === null) return row.sleeve_mm
  const { lengths_mm } = SLEEVES_mm.find(({ upTo_mm2 }) => row.area_mm2 <= upTo_mm2)!
  const fitting = [...lengths_mm].reverse().find((length_mm) => length_mm <= clampStrip_mm)
  const [shortest] = lengths_mm
  return fitting ?? (shortest! <= clampStrip_mm + STANDS_OUT_mm ? shortest! : null)
}

/** Usual length of the sleeve for two conductors of a cross-section; common practice. */
const TWIN_SLEEVES_mm: Readonly<Record<number, number>> = {
  0.5: 8,
  0.75: 8,
  1: 8,
  1.5: 8,
  2.5: 10,
  4: 12,
  6: 14,
  10: 14,
  16: 14,
}

/** Of a sleeve that takes two conductors of a cross-section; null where none is customary. */
export const twinSleeve_mm = (area_mm2: number): number | null => TWIN_SLEEVES_mm[area_mm2] ?? null
