/**
 * Families of fuses and miniature breakers: standard ratings, how hard they may be loaded, when they surely open, what voltage they part.
 */
import { SOURCES, type SourceRef } from './sources'

export const DEVICE_FAMILIES = [
  'IEC 60127',
  'UL 248-14',
  'ISO 8820-3',
  'ISO 8820-3 58 V',
  'IEC 60898',
  'UL 489',
  'EN 60934',
] as const
export type DeviceFamily = (typeof DEVICE_FAMILIES)[number]

export interface FamilyData {
  readonly name: string
  readonly kind: 'fuse' | 'breaker'
  readonly ratings_A: readonly number[]
  /** Share of the rating that may flow for hours. */
  readonly loadingLimit_percent: { readonly continuous: number; readonly intermittent: number }
  /** Conventional operating current as a multiple of the rating: it surely opens within the conventional time. */
  readonly operatesAt: number
  /** Greatest circuit voltage the family parts; null: not for that kind of current. */
  readonly max_V: { readonly ac: number | null; readonly dc: number | null }
  /** Why the direct-current figure is what it is. */
  readonly voltageNote: string
  /** Loss of rating in warm air, typical: percent per K above the reference temperature. */
  readonly thermal: { readonly above_C: number; readonly percentPerK: number }
  /** Greatest fault current it parts, typical of the class; its own sheet decides. */
  readonly breaking_A: number
  /** The curve it has where nothing else is said, first. */
  readonly curves: readonly Curve[]
  /** Protects equipment behind a branch device; not itself one. */
  readonly isSupplementary?: boolean
  readonly source: SourceRef
}

/** Quick and slow fuses; instantaneous tripping of breakers in the bands B, C and D. */
export const CURVES = ['quick', 'slow', 'B', 'C', 'D', 'thermal'] as const
export type Curve = (typeof CURVES)[number]

const BLADE_RATINGS = [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 40]

const blade = (name: string, dc_V: number, source: SourceRef): FamilyData => ({
  name,
  kind: 'fuse',
  ratings_A: BLADE_RATINGS,
  loadingLimit_percent: { continuous: 75, intermittent: 75 },
  operatesAt: 1.35,
  max_V: { ac: null, dc: dc_V },
  voltageNote: `rated ${dc_V} V DC and not rated on AC`,
  thermal: { above_C: 25, percentPerK: 0.15 },
  breaking_A: 1000,
  curves: ['quick'],
  source,
})

export const FAMILIES: Readonly<Record<DeviceFamily, FamilyData>> = {
  'IEC 60127': {
    name: '5 × 20 mm fuse',
    kind: 'fuse',
    ratings_A: [
      0.1, 0.125, 0.16, 0.2, 0.25, 0.315, 0.4, 0.5, 0.63, 0.8, 1, 1.25, 1.6, 2, 2.5, 3.15, 4, 5, 6.3, 8, 10, 12.5, 16,
      20,
    ],
    loadingLimit_percent: { continuous: 100, intermittent: 100 },
    operatesAt: 2.1,
    max_V: { ac: 250, dc: 60 },
    voltageNote: 'rated 250 V AC; use up to 60 V DC is common practice, the sheet of the fuse decides',
    thermal: { above_C: 25, percentPerK: 0.4 },
    breaking_A: 1500,
    curves: ['slow', 'quick'],
    source: SOURCES.iec60127,
  },
  'UL 248-14': {
    name: '1/4 × 1 1/4 in fuse',
    kind: 'fuse',
    ratings_A: [0.25, 0.5, 0.75, 1, 1.5, 2, 2.5, 3, 4, 5, 6, 7, 8, 10, 12, 15, 20, 25, 30],
    loadingLimit_percent: { continuous: 75, intermittent: 75 },
    operatesAt: 1.35,
    max_V: { ac: 250, dc: 60 },
    voltageNote: 'rated 250 V AC; use up to 60 V DC is common practice, the sheet of the fuse decides',
    thermal: { above_C: 25, percentPerK: 0.4 },
    breaking_A: 10_000,
    curves: ['slow', 'quick'],
    source: SOURCES.ul248,
  },
  'ISO 8820-3': blade('blade fuse', 32, SOURCES.iso8820),
  'ISO 8820-3 58 V': blade('58 V blade fuse', 58, SOURCES.iso8820),
  'IEC 60898': {
    name: 'miniature breaker',
    kind: 'breaker',
    ratings_A: [6, 10, 13, 16, 20, 25, 32, 40, 50, 63],
    loadingLimit_percent: { continuous: 100, intermittent: 100 },
    operatesAt: 1.45,
    max_V: { ac: 400, dc: 60 },
    voltageNote: 'rated 230/400 V AC; use up to 60 V DC per pole is common practice, the sheet of the breaker decides',
    thermal: { above_C: 30, percentPerK: 0.5 },
    breaking_A: 6000,
    curves: ['C', 'B', 'D'],
    source: SOURCES.iec60898,
  },
  'UL 489': {
    name: 'branch breaker',
    kind: 'breaker',
    ratings_A: [15, 20, 25, 30, 35, 40, 45, 50, 60],
    loadingLimit_percent: { continuous: 80, intermittent: 100 },
    operatesAt: 1.35,
    max_V: { ac: 240, dc: 60 },
    voltageNote: 'rated 120/240 V AC; use up to 60 V DC per pole is common practice, the sheet of the breaker decides',
    thermal: { above_C: 40, percentPerK: 0.5 },
    breaking_A: 10_000,
    curves: ['C'],
    source: SOURCES.ul489,
  },
  'EN 60934': {
    name: 'push-to-reset breaker',
    kind: 'breaker',
    ratings_A: [3, 4, 5, 6, 7, 8, 10, 12, 15, 16, 20],
    loadingLimit_percent: { continuous: 100, intermittent: 100 },
    operatesAt: 1.4,
    max_V: { ac: 250, dc: 50 },
    voltageNote: 'rated 250 V AC and 50 V DC',
    thermal: { above_C: 23, percentPerK: 0.6 },
    breaking_A: 1000,
    curves: ['thermal'],
    isSupplementary: true,
    source: SOURCES.en60934,
  },
}

/** IEC 60364-4-43, 433.1 rule 2: the device must surely operate below this multiple of what the wire carries. */
export const OVERLOAD_FACTOR = 1.45
