import { wireSize } from '@/core/quantity'
import { SOURCES } from './sources'

/**
 * What a test piece must stand before it lets go, by conductor. Figures from memory: they are to be looked up before anybody
 * leans on them in writing.
 */
type Row = readonly [area_mm2: number, force_N: number]

/** IEC 60352-2, crimped connections: by the area of the conductor. */
const CRIMP_IEC: readonly Row[] = [
  [0.05, 6],
  [0.08, 11],
  [0.12, 15],
  [0.14, 18],
  [0.22, 28],
  [0.25, 32],
  [0.32, 40],
  [0.5, 60],
  [0.75, 85],
  [0.82, 90],
  [1, 108],
  [1.3, 135],
  [1.5, 150],
  [2.1, 200],
  [2.5, 230],
  [3.3, 275],
  [4, 310],
  [5.3, 355],
  [6, 360],
  [8.4, 370],
  [10, 380],
]

/** UL 486A-486B, pull-out of crimped copper conductors: by gauge, in pounds-force there. */
const CRIMP_UL_lbf: Readonly<Record<string, number>> = {
  '26 AWG': 3,
  '24 AWG': 5,
  '22 AWG': 8,
  '20 AWG': 13,
  '18 AWG': 20,
  '16 AWG': 30,
  '14 AWG': 50,
  '12 AWG': 70,
  '10 AWG': 80,
  '8 AWG': 90,
  '6 AWG': 100,
  '4 AWG': 140,
}
/** By definition: 0.45359237 kg times 9.80665 m/s². */
const LBF_N = 4.4482216152605

/** IEC 60999-1, a conductor in a clamping unit; ferrules are held to the same. */
const CLAMPED_IEC: readonly Row[] = [
  [0.2, 10],
  [0.34, 15],
  [0.5, 20],
  [0.75, 30],
  [1, 35],
  [1.5, 40],
  [2.5, 50],
  [4, 60],
  [6, 80],
  [10, 90],
  [16, 100],
  [25, 135],
]

export interface PullForce {
  readonly force_N: number
  readonly source: (typeof SOURCES)[keyof typeof SOURCES]
}

/** Of the largest row that is not above the conductor; null below the smallest. A hundredth is a gauge's rounding. */
const rowFor = (rows: readonly Row[], area_mm2: number): number | null =>
  [...rows].reverse().find(([least]) => area_mm2 >= least - 0.01)?.[1] ?? null

/** What a crimp of a conductor must stand: a gauge by UL 486A-486B, a metric size by IEC 60352-2. Null where no table knows it. */
export function crimpPull(size: string): PullForce | null {
  const { series, area_mm2 } = wireSize(size)
  const pounds = series === 'AWG' ? CRIMP_UL_lbf[size] : undefined
  if (pounds !== undefined) return { force_N: Math.round(pounds * LBF_N), source: SOURCES.ul486a }
  const force_N = rowFor(CRIMP_IEC, area_mm2)
  return force_N === null ? null : { force_N, source: SOURCES.iec60352 }
}

/** What a conductor or its ferrule must stand in a clamp. */
export function clampPull(size: string): PullForce | null {
  const force_N = rowFor(CLAMPED_IEC, wireSize(size).area_mm2)
  return force_N === null ? null : { force_N, source: SOURCES.iec60999 }
}
