/**
 * Families of fuses and miniature breakers: standard ratings, how hard they may be loaded, when they surely open, what voltage they part.
 */
import { SOURCES, type SourceRef } from './sources'

export const DEVICE_FAMILIES = [
  'IEC 60127',
  'IEC 60127 low',
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
  /** Greatest fault current it parts, typical of the class, by rating and voltage where the standard has it so; its own sheet decides. */
  breaking_A(rating_A: number, voltage_V: number): number
  /** The greatest that is made, where calculators know a longer series. */
  readonly madeTo_A?: number
  /** What holds it: only what is alike goes into a place. */
  readonly format: 'miniature cartridge' | 'blade' | 'rail breaker' | 'panel breaker'
  /** The curve it has where nothing else is said, first. */
  readonly curves: readonly Curve[]
  /** Protects equipment behind a branch device; not itself one. */
  readonly isSupplementary?: boolean
  readonly source: SourceRef
}

/** Quick and slow fuses; instantaneous tripping of breakers in the bands B, C and D. */
export const CURVES = ['quick', 'slow', 'B', 'C', 'D', 'thermal'] as const
export type Curve = (typeof CURVES)[number]

const MINIATURE_RATINGS = [
  0.1, 0.125, 0.16, 0.2, 0.25, 0.315, 0.4, 0.5, 0.63, 0.8, 1, 1.25, 1.6, 2, 2.5, 3.15, 4, 5, 6.3, 8, 10, 12.5, 16, 20,
]

/** UL 248-14 (from memory): 10 kA at 125 V; at 250 V by the rating. */
function ulBreaking_A(rating_A: number, voltage_V: number): number {
  if (voltage_V <= 125) return 10_000
  const steps = [
    [1, 35],
    [3.5, 100],
    [10, 200],
    [15, 750],
    [30, 1500],
  ] as const
  return steps.find(([upTo_A]) => rating_A <= upTo_A)?.[1] ?? 1500
}

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
  breaking_A: () => 1000,
  format: 'blade',
  curves: ['quick'],
  source,
})

export const FAMILIES: Readonly<Record<DeviceFamily, FamilyData>> = {
  'IEC 60127': {
    name: '5 × 20 mm fuse',
    kind: 'fuse',
    ratings_A: MINIATURE_RATINGS,
    loadingLimit_percent: { continuous: 100, intermittent: 100 },
    operatesAt: 2.1,
    max_V: { ac: 250, dc: 60 },
    voltageNote: 'rated 250 V AC; use up to 60 V DC is common practice, the sheet of the fuse decides',
    thermal: { above_C: 25, percentPerK: 0.4 },
    breaking_A: () => 1500,
    madeTo_A: 10,
    format: 'miniature cartridge',
    curves: ['slow', 'quick'],
    source: SOURCES.iec60127,
  },
  'IEC 60127 low': {
    name: '5 × 20 mm glass fuse',
    kind: 'fuse',
    ratings_A: MINIATURE_RATINGS,
    loadingLimit_percent: { continuous: 100, intermittent: 100 },
    operatesAt: 2.1,
    max_V: { ac: 250, dc: 60 },
    voltageNote: 'rated 250 V AC; use up to 60 V DC is common practice, the sheet of the fuse decides',
    thermal: { above_C: 25, percentPerK: 0.4 },
    // Sheets of low breaking capacity: 35 A, or ten times the rating where that is more (IEC 60127-2, from memory).
    breaking_A: (rating_A) => Math.max(35, 10 * rating_A),
    madeTo_A: 10,
    format: 'miniature cartridge',
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
    breaking_A: ulBreaking_A,
    format: 'miniature cartridge',
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
    breaking_A: () => 6000,
    format: 'rail breaker',
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
    breaking_A: () => 10_000,
    format: 'rail breaker',
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
    breaking_A: () => 1000,
    format: 'panel breaker',
    curves: ['thermal'],
    isSupplementary: true,
    source: SOURCES.en60934,
  },
}

/** IEC 60364-4-43, 433.1 rule 2: the device must surely operate below this multiple of what the wire carries. */
export const OVERLOAD_FACTOR = 1.45

/** The ratings of a family that are made and offered in a plan. */
export function offeredRatings_A(family: DeviceFamily): readonly number[] {
  const { ratings_A, madeTo_A } = FAMILIES[family]
  return madeTo_A === undefined ? ratings_A : ratings_A.filter((rating) => rating <= madeTo_A)
}

/** The families that go into a place made for one: of the same format, and of the same kind of device. */
export function familiesFor(family: DeviceFamily): readonly DeviceFamily[] {
  const { format, kind } = FAMILIES[family]
  return DEVICE_FAMILIES.filter((each) => FAMILIES[each].format === format && FAMILIES[each].kind === kind)
}
