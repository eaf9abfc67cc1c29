import { firstAtLeast, formatNumber, SOLD_SIZES, wireSize } from '@/core/quantity'
import {
  AMPACITY,
  cite,
  ELECTRONICS_PAIRS,
  IEC_AMBIENT_C,
  IEC_HOT_AMBIENT,
  NEC_CONTINUOUS_SHARE,
  NEC_SMALL_PROTECTION_A,
  NEC_STANDARD_RATINGS_A,
  SMALL_CONDUCTORS,
  SOURCES,
  type AmpacityTable,
  type Basis,
  type CorrectionTable,
  type SourceRef,
} from '@/core/reference'
import { step, type TraceStep } from '@/core/trace'

export interface AmpacityRequest {
  readonly size: string
  readonly basis: Basis
  readonly insulation_C: number
  readonly ambient_C: number
  /** Loaded circuits (IEC) or current-carrying conductors (NEC, NFPA 79) lying together. */
  readonly grouped: number
  /** Temperature rating of the terminals; NEC 310.16 only. */
  readonly terminal_C?: number
  /** Whether sizes below the basis' smallest may be taken from NFPA 79's small-conductor row. */
  readonly smallWires?: boolean
  /** Whether it is a pair of electronics: with an IEC 60204-1 basis table 6's rows for them take the place of the lent row. */
  readonly electronics?: boolean
  /** Whether it is a thin lead of signals or small loads in a plan: then those rows serve on every basis, and by area below them. */
  readonly thin?: boolean
  /** Whether it is a wire of a plan: then NFPA 79 too has its ampacity capped by the terminals, and its small conductors by 240.4(D). */
  readonly installed?: boolean
  /** What the insulation stands, where that is more than the column it is tabulated in. */
  readonly stands_C?: number
}

/** On American bases the rows of electronics serve below 20 AWG only: from there on NFPA 79 has its own. */
const AMERICAN_THIN_mm2 = 0.4

interface Row {
  readonly row: string
  readonly tabulated_A: number
  readonly column_C: number
  readonly ambient: CorrectionTable
  readonly source: SourceRef
}

/** The row of electronics that a conductor stands for; null where none speaks. */
function electronicsRow({ size, basis, electronics, thin }: AmpacityRequest): Row | null {
  const isIec = basis.startsWith('IEC')
  if (!(thin || (electronics && isIec))) return null
  const { area_mm2 } = wireSize(size)
  const { rows, ambient, insulation_C, source, thinnest_mm2 } = ELECTRONICS_PAIRS
  const last = rows[rows.length - 1]!
  if (area_mm2 > last.area_mm2 * 1.001 || (!isIec && area_mm2 >= AMERICAN_THIN_mm2)) return null
  // A lead that is merely thin has the table's row for power from 0.75 mm² on.
  if (!electronics && area_mm2 >= last.area_mm2 * 0.999) return null
  const method = basis.endsWith(' C') ? 'C' : basis.endsWith(' E') ? 'E' : 'B2'
  const own = [...rows].reverse().find((row) => row.area_mm2 <= area_mm2 * 1.001)
  const common = { column_C: insulation_C, ambient, source }
  if (own) return { ...common, row: own.size, tabulated_A: own[method] }
  if (!thin || area_mm2 < thinnest_mm2) return null
  const first = rows[0]
  return { ...common, row: `by area from ${first.size}`, tabulated_A: (first[method] * area_mm2) / first.area_mm2 }
}

export type Ampacity =
  | {
      readonly kind: 'offered'
      readonly tabulated_A: number
      readonly corrected_A: number
      /** The greatest protective device by the basis. */
      readonly maxProtection_A: number
      /** What a load that stays on may take of it; less than the ampacity with 18 and 16 AWG in American practice. */
      readonly continuous_A: number
      /** Worded only when asked for: sizing tries dozens of conductors and explains one. */
      readonly explain: () => readonly TraceStep[]
    }
  | { readonly kind: 'not-offered'; readonly reason: string }

const HOT_COLUMN_C = 90

const standsFor = new WeakMap<AmpacityTable['rows'], Map<string, string | null>>()

/** The tabulated size a conductor stands for: itself, or the next smaller area that has a value in the column. Remembered, since sizing asks it for every size. */
function tabulatedSize(rows: AmpacityTable['rows'], size: string, column_C: number): string | null {
  let known = standsFor.get(rows)
  if (!known) standsFor.set(rows, (known = new Map()))
  const key = `${column_C} ${size}`
  let answer = known.get(key)
  if (answer === undefined) known.set(key, (answer = findTabulatedSize(rows, size, column_C)))
  return answer
}

function findTabulatedSize(rows: AmpacityTable['rows'], size: string, column_C: number): string | null {
  if (rows[size]?.[column_C] !== undefined) return size
  const conductor = wireSize(size)
  let best: { label: string; area: number } | null = null
  for (const label of Object.keys(rows)) {
    const row = wireSize(label)
    if (row.series === conductor.series || rows[label]?.[column_C] === undefined) continue
    if (row.area_mm2 <= conductor.area_mm2 && (!best || row.area_mm2 > best.area)) best = { label, area: row.area_mm2 }
  }
  return best?.label ?? null
}

/** The factor at an ambient temperature: the row at or above it. Null beyond the table. */
function ambientFactor(table: CorrectionTable, ambient_C: number, column_C: number): number | null {
  return table.rows.find((candidate) => ambient_C <= candidate.upTo_C)?.factor[column_C] ?? null
}

/** NFPA 79 tabulates 60, 75 and 90 °C; an insulation between them is counted as the next cooler. */
function smallConductorColumn(insulation_C: number): number {
  return [90, 75, 60].find((column) => column <= insulation_C) ?? 60
}

/** The row of the basis, or the one lent by NFPA 79 where small wires are wanted. */
function tableRow(
  { size, basis, insulation_C, smallWires }: AmpacityRequest,
  capColumn_C: number | null,
): (Row & { readonly isBorrowed: boolean }) | null {
  const table = AMPACITY[basis]
  const own = tabulatedSize(table.rows, size, insulation_C)
  // A size with a value in the insulation's column but none in the terminals' cannot be connected within 110.14(C).
  if (own && (capColumn_C === null || table.rows[own]?.[capColumn_C] !== undefined))
    return {
      row: own,
      tabulated_A: table.rows[own]![insulation_C]!,
      column_C: insulation_C,
      ambient: table.ambient,
      source: table.source,
      isBorrowed: false,
    }
  const column_C = smallConductorColumn(insulation_C)
  const row = smallWires ? tabulatedSize(SMALL_CONDUCTORS.rows, size, column_C) : null
  if (row === null) return null
  const { rows, ambient, source } = SMALL_CONDUCTORS
  return { row, tabulated_A: rows[row]![column_C]!, column_C, ambient, source, isBorrowed: true }
}

/**
 * What a conductor carries: tabulated, corrected for ambient and grouping, capped by the terminals where NEC 110.14(C) speaks.
 * Sources: the tables named in reference/ampacity.ts, all from memory. A size without a value, or air hotter than the
 * correction table, is "not offered", with the reason.
 */
export function conductorAmpacity(request: AmpacityRequest): Ampacity {
  const { basis, insulation_C, ambient_C, grouped } = request
  const table = AMPACITY[basis]
  const isCapped = basis === 'NEC 310.16' || (basis === 'NFPA 79' && request.installed === true)
  const terminal_C = isCapped ? (request.terminal_C ?? 60) : undefined
  const capColumn_C = terminal_C !== undefined && terminal_C < insulation_C ? terminal_C : null

  const found = electronicsRow(request) ?? tableRow(request, capColumn_C)
  if (!found)
    return {
      kind: 'not-offered',
      reason: `${request.size} is below the smallest size of ${basis}${request.smallWires ? ' and of the small-conductor row of NFPA 79' : ''}`,
    }
  const { row, tabulated_A, source, isBorrowed } = { isBorrowed: true, ...found }
  const isHot = basis.startsWith('IEC') && ambient_C > IEC_AMBIENT_C && (request.stands_C ?? 0) >= HOT_COLUMN_C
  const { column_C, ambient } = isHot ? { column_C: HOT_COLUMN_C, ambient: IEC_HOT_AMBIENT } : found
  const byAmbient = ambientFactor(ambient, ambient_C, column_C)
  if (byAmbient === null)
    return {
      kind: 'not-offered',
      reason: `at ${ambient_C} °C ${cite(ambient.source)} gives no ampacity for ${column_C} °C insulation`,
    }
  const group = table.grouping.rows.find((candidate) => grouped <= candidate.upTo)
  if (!group)
    return {
      kind: 'not-offered',
      reason: `no grouping factor is tabulated for ${grouped} ${table.groupedCounts}; split them over two ducts`,
    }

  const uncapped_A = tabulated_A * byAmbient * group.factor
  const cap_A = capColumn_C === null || isBorrowed ? undefined : table.rows[row]![capColumn_C]
  const corrected_A = cap_A === undefined ? uncapped_A : Math.min(cap_A, uncapped_A)
  const small_A = isCapped ? NEC_SMALL_PROTECTION_A[row] : undefined
  // That the next standard rating may stand above the ampacity is NEC 240.4(B); NFPA 79 is not taken to lend it.
  const nextRating_A =
    basis === 'NEC 310.16' ? (firstAtLeast(NEC_STANDARD_RATINGS_A, corrected_A) ?? corrected_A) : corrected_A
  const share = request.installed && isCapped ? (NEC_CONTINUOUS_SHARE[row] ?? 1) : 1
  const continuous_A = share < 1 ? Math.min(corrected_A, share * small_A!) : corrected_A
  const maxProtection_A = small_A === undefined ? corrected_A : Math.min(small_A, nextRating_A)

  const word = (): readonly TraceStep[] => {
    const mapped = row === request.size ? '' : ` (${request.size} counts as its next smaller tabulated area, ${row})`
    return [
      step(
        'Tabulated',
        `${formatNumber(tabulated_A)} A in the column for ${found.column_C} °C insulation${mapped}`,
        cite(source),
      ),
      step(
        'Ambient correction',
        `${ambient_C} °C${isHot ? `, insulation of ${request.stands_C} °C` : ''}: × ${byAmbient}`,
        cite(ambient.source),
      ),
      step('Grouping', `${grouped} ${table.groupedCounts} together: × ${group.factor}`, cite(group.source)),
      step(
        'Corrected ampacity',
        `${formatNumber(tabulated_A)} A × ${byAmbient} × ${group.factor} = ${formatNumber(uncapped_A)} A`,
      ),
      ...(cap_A === undefined
        ? []
        : [
            step(
              'Terminals',
              `rated ${capColumn_C} °C: at most ${cap_A} A, so ${formatNumber(corrected_A)} A`,
              cite(SOURCES.necTerminal),
            ),
          ]),
      small_A === undefined
        ? step(
            'Greatest protective device',
            `the corrected ampacity, ${formatNumber(maxProtection_A)} A`,
            cite(SOURCES.iec60364Overload),
          )
        : step(
            'Greatest protective device',
            basis === 'NEC 310.16'
              ? `${row}: ${small_A} A; above the ampacity of ${formatNumber(corrected_A)} A no more than the next standard rating (240.4(B)): ${formatNumber(maxProtection_A)} A`
              : `${row}: ${small_A} A, and no more than the ampacity: ${formatNumber(maxProtection_A)} A`,
            cite(SOURCES.necSmallConductor),
          ),
      ...(continuous_A < corrected_A
        ? [
            step(
              'Load that stays on',
              `at most ${formatNumber(continuous_A)} A on ${row}`,
              cite(SOURCES.necSmallConductor),
            ),
          ]
        : []),
    ]
  }
  let worded: readonly TraceStep[] | null = null
  return {
    kind: 'offered',
    tabulated_A,
    corrected_A,
    maxProtection_A,
    continuous_A,
    explain: () => (worded ??= word()),
  }
}

/** The labels of a series that may be proposed, thin to thick. */
export function sizesOf(series: 'AWG' | 'mm²'): readonly string[] {
  return SOLD_SIZES[series].map((size) => size.label)
}
