/**
 * Ampacity tables and their corrections, as rows; conductor/ampacity.ts looks them up.
 */
import { SOURCES, type SourceRef } from './sources'

export const BASES = [
  'IEC 60204-1 B1',
  'IEC 60204-1 B2',
  'IEC 60204-1 C',
  'IEC 60204-1 E',
  'NEC 310.16',
  'NFPA 79',
] as const
export type Basis = (typeof BASES)[number]

export interface AmpacityTable {
  readonly source: SourceRef
  /** What `grouped` counts. */
  readonly groupedCounts: 'loaded circuits' | 'current-carrying conductors'
  /** Size label → ampere in each column. A missing column is a dash in the table. */
  readonly rows: Readonly<Record<string, Readonly<Partial<Record<number, number>>>>>
  readonly insulations_C: readonly number[]
  readonly ambient: CorrectionTable
  readonly grouping: GroupingTable
}

/** Factors that hold up to and including `upTo_C`; the first row also serves anything colder, without further credit. */
export interface CorrectionTable {
  readonly source: SourceRef
  readonly rows: readonly { readonly upTo_C: number; readonly factor: Readonly<Partial<Record<number, number>>> }[]
}

/** Factors that hold up to and including `upTo` circuits or conductors. */
export interface GroupingTable {
  readonly rows: readonly { readonly upTo: number; readonly factor: number; readonly source: SourceRef }[]
}

const IEC_ROWS: readonly (readonly [string, number, number, number, number])[] = [
  ['0.75 mm²', 8.6, 8.5, 9.8, 10.4],
  ['1 mm²', 10.3, 10.1, 11.7, 12.4],
  ['1.5 mm²', 13.5, 13.1, 15.2, 16.1],
  ['2.5 mm²', 18.3, 17.4, 21, 22],
  ['4 mm²', 24, 23, 28, 30],
  ['6 mm²', 31, 30, 36, 37],
  ['10 mm²', 44, 40, 50, 52],
  ['16 mm²', 59, 54, 66, 70],
  ['25 mm²', 77, 70, 84, 88],
  ['35 mm²', 96, 86, 104, 110],
  ['50 mm²', 117, 103, 125, 133],
]

const iecAmbient: CorrectionTable = {
  source: SOURCES.iec60204Ambient,
  rows: (
    [
      [30, 1.15],
      [35, 1.08],
      [40, 1],
      [45, 0.91],
      [50, 0.82],
      [55, 0.71],
      [60, 0.58],
    ] as const
  ).map(([upTo_C, factor]) => ({ upTo_C, factor: { 70: factor } })),
}

/**
 * In air warmer than the tables' 40 °C an insulation of 90 °C or more loses less than PVC: table B.52.14's column for 90 °C,
 * as a share of its value at 40 °C. The table's ampacity itself stays that of PVC, so that clamps get no hotter by it.
 */
export const IEC_HOT_AMBIENT: CorrectionTable = {
  source: SOURCES.iec60364HotAmbient,
  rows: (
    [
      [45, 0.87],
      [50, 0.82],
      [55, 0.76],
      [60, 0.71],
      [65, 0.65],
      [70, 0.58],
      [75, 0.5],
      [80, 0.41],
    ] as const
  ).map(([upTo_C, factor]) => ({ upTo_C, factor: { 90: Math.floor((1000 * factor) / 0.91) / 1000 } })),
}
/** The tables' own ambient. */
export const IEC_AMBIENT_C = 40

function iecGrouping(
  factors: readonly [number, number, number, number],
  beyond: readonly (readonly [number, number])[],
): GroupingTable {
  const [two, four, six, nine] = factors
  const own = SOURCES.iec60204Grouping
  return {
    rows: [
      { upTo: 1, factor: 1, source: own },
      { upTo: 2, factor: two, source: own },
      { upTo: 4, factor: four, source: own },
      { upTo: 6, factor: six, source: own },
      { upTo: 9, factor: nine, source: own },
      ...beyond.map(([upTo, factor]) => ({ upTo, factor, source: SOURCES.iec60364Grouping })),
    ],
  }
}

const BUNCHED_BEYOND = [
  [12, 0.45],
  [16, 0.41],
  [20, 0.38],
] as const

function iecTable(column: 1 | 2 | 3 | 4, grouping: GroupingTable): AmpacityTable {
  return {
    source: SOURCES.iec60204Ampacity,
    groupedCounts: 'loaded circuits',
    insulations_C: [70],
    rows: Object.fromEntries(IEC_ROWS.map((row) => [row[0], { 70: row[column] }])),
    ambient: iecAmbient,
    grouping,
  }
}

const AMERICAN_AMBIENT: CorrectionTable['rows'] = [
  [10, 1.29, 1.2, 1.15],
  [15, 1.22, 1.15, 1.12],
  [20, 1.15, 1.11, 1.08],
  [25, 1.08, 1.05, 1.04],
  [30, 1, 1, 1],
  [35, 0.91, 0.94, 0.96],
  [40, 0.82, 0.88, 0.91],
  [45, 0.71, 0.82, 0.87],
  [50, 0.58, 0.75, 0.82],
  [55, 0.41, 0.67, 0.76],
  [60, undefined, 0.58, 0.71],
  [65, undefined, 0.47, 0.65],
  [70, undefined, 0.33, 0.58],
  [75, undefined, undefined, 0.5],
  [80, undefined, undefined, 0.41],
  [85, undefined, undefined, 0.29],
].map(([upTo_C, at60, at75, at90]) => ({ upTo_C: upTo_C!, factor: { 60: at60, 75: at75, 90: at90 } }))

const americanGrouping = (source: SourceRef): GroupingTable => ({
  rows: (
    [
      [3, 1],
      [6, 0.8],
      [9, 0.7],
      [20, 0.5],
      [30, 0.45],
      [40, 0.4],
      [Infinity, 0.35],
    ] as const
  ).map(([upTo, factor]) => ({ upTo, factor, source })),
})

type AmericanRow = readonly [string, number | undefined, number | undefined, number | undefined]

const NEC_ROWS: readonly AmericanRow[] = [
  ['18 AWG', undefined, undefined, 14],
  ['16 AWG', undefined, undefined, 18],
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

/** NFPA 79's small conductors; also lent to the other bases where a caller asks for small wires. */
const SMALL_ROWS: readonly AmericanRow[] = [
  ['30 AWG', undefined, 0.5, 0.5],
  ['28 AWG', undefined, 0.8, 0.8],
  ['26 AWG', undefined, 1, 1],
  ['24 AWG', 2, 2, 2],
  ['22 AWG', 3, 3, 3],
  ['20 AWG', 5, 5, 5],
  ['18 AWG', 7, 7, 7],
  ['16 AWG', 10, 10, 10],
]

const columns = (rows: readonly AmericanRow[]): AmpacityTable['rows'] =>
  Object.fromEntries(rows.map(([size, at60, at75, at90]) => [size, { 60: at60, 75: at75, 90: at90 }]))

export const AMPACITY: Readonly<Record<Basis, AmpacityTable>> = {
  'IEC 60204-1 B1': iecTable(1, iecGrouping([0.8, 0.65, 0.57, 0.5], BUNCHED_BEYOND)),
  'IEC 60204-1 B2': iecTable(2, iecGrouping([0.8, 0.65, 0.57, 0.5], BUNCHED_BEYOND)),
  'IEC 60204-1 C': iecTable(3, iecGrouping([0.85, 0.75, 0.72, 0.7], [[Infinity, 0.7]])),
  'IEC 60204-1 E': iecTable(4, iecGrouping([0.88, 0.77, 0.73, 0.72], [[Infinity, 0.72]])),
  'NEC 310.16': {
    source: SOURCES.necAmpacity,
    groupedCounts: 'current-carrying conductors',
    insulations_C: [60, 75, 90],
    rows: columns(NEC_ROWS),
    ambient: { source: SOURCES.necAmbient, rows: AMERICAN_AMBIENT },
    grouping: americanGrouping(SOURCES.necGrouping),
  },
  'NFPA 79': {
    source: SOURCES.nfpa79Ampacity,
    groupedCounts: 'current-carrying conductors',
    insulations_C: [60, 75, 90],
    rows: columns([...SMALL_ROWS, ...NEC_ROWS.slice(2)]),
    ambient: { source: SOURCES.nfpa79Ambient, rows: AMERICAN_AMBIENT },
    grouping: americanGrouping(SOURCES.nfpa79Grouping),
  },
}

/** The row lent to other bases for wires below their own smallest size, with the ambient correction of its own document. */
export const SMALL_CONDUCTORS = {
  source: SOURCES.nfpa79Ampacity,
  rows: columns(SMALL_ROWS),
  ambient: { source: SOURCES.nfpa79Ambient, rows: AMERICAN_AMBIENT } satisfies CorrectionTable,
} as const

/** Pairs of electronics at 40 °C: ampere of PVC 70 °C by installation method; the table has no B1, and B2 serves for it. */
export const ELECTRONICS_PAIRS = {
  source: SOURCES.iec60204Electronics,
  ambient: iecAmbient,
  insulation_C: 70,
  rows: [
    { size: '0.2 mm²', area_mm2: 0.2, B2: 4.3, C: 4.4, E: 4.4 },
    { size: '0.5 mm²', area_mm2: 0.5, B2: 7.5, C: 7.5, E: 7.8 },
    { size: '0.75 mm²', area_mm2: 0.75, B2: 9, C: 9.5, E: 10 },
  ],
  /** Thinner than the table's first row: by area from that row, which errs low, since thin wires cool better for their copper; common practice. */
  thinnest_mm2: 0.05,
} as const

/** NEC 240.4(D): the greatest overcurrent protection of small conductors, whatever their ampacity. */
export const NEC_SMALL_PROTECTION_A: Readonly<Record<string, number>> = {
  '18 AWG': 7,
  '16 AWG': 10,
  '14 AWG': 15,
  '12 AWG': 20,
  '10 AWG': 30,
}

/** NEC 240.4(D)(1) and (2), from memory: of that protection, what a load that stays on may take: 5.6 A of 18 AWG, 8 A of 16 AWG. */
export const NEC_CONTINUOUS_SHARE: Readonly<Record<string, number>> = { '18 AWG': 0.8, '16 AWG': 0.8 }

/** NEC 240.6(A): the standard ratings as far as small conductors go; 240.4(B) lets the next one above the ampacity stand. */
export const NEC_STANDARD_RATINGS_A: readonly number[] = [10, 15, 20, 25, 30]
