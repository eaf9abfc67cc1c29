import { firstAtLeast, formatNumber, SOLD_SIZES, wireSize } from '@/core/quantity'
import {
  AMPACITY,
  cite,
  NEC_SMALL_PROTECTION_A,
  NEC_STANDARD_RATINGS_A,
  SMALL_CONDUCTORS,
  SOURCES,
  type AmpacityTable,
  type Basis,
  type CorrectionTable,
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
}

export type Ampacity =
  | {
      readonly kind: 'offered'
      readonly tabulated_A: number
      readonly corrected_A: number
      /** The greatest protective device by the basis. */
      readonly maxProtection_A: number
      /** Worded only when asked for: sizing tries dozens of conductors and explains one. */
      readonly explain: () => readonly TraceStep[]
    }
  | { readonly kind: 'not-offered'; readonly reason: string }

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

/**
 * What a conductor carries: tabulated, corrected for ambient and grouping, capped by the terminals where NEC 110.14(C) speaks.
 * Sources: the tables named in reference/ampacity.ts, all from memory. A size without a value, or air hotter than the
 * correction table, is "not offered", with the reason.
 */
export function conductorAmpacity(request: AmpacityRequest): Ampacity {
  const { basis, insulation_C, ambient_C, grouped } = request
  const table = AMPACITY[basis]
  const isNec = basis === 'NEC 310.16'
  const terminal_C = isNec ? (request.terminal_C ?? 60) : undefined
  const capColumn_C = terminal_C !== undefined && terminal_C < insulation_C ? terminal_C : null

  let row = tabulatedSize(table.rows, request.size, insulation_C)
  // A size with a value in the insulation's column but none in the terminals' cannot be connected within 110.14(C).
  if (row && capColumn_C !== null && table.rows[row]?.[capColumn_C] === undefined) row = null
  const isBorrowed = row === null
  if (isBorrowed && request.smallWires)
    row = tabulatedSize(SMALL_CONDUCTORS.rows, request.size, smallConductorColumn(insulation_C))
  if (!row)
    return {
      kind: 'not-offered',
      reason: `${request.size} is below the smallest size of ${basis}${request.smallWires ? ' and of the small-conductor row of NFPA 79' : ''}`,
    }

  const source = isBorrowed ? SMALL_CONDUCTORS : table
  const column_C = isBorrowed ? smallConductorColumn(insulation_C) : insulation_C
  const tabulated_A = source.rows[row]![column_C]!
  const byAmbient = ambientFactor(source.ambient, ambient_C, column_C)
  if (byAmbient === null)
    return {
      kind: 'not-offered',
      reason: `at ${ambient_C} °C ${cite(source.ambient.source)} gives no ampacity for ${column_C} °C insulation`,
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
  const small_A = isNec ? NEC_SMALL_PROTECTION_A[row] : undefined
  const maxProtection_A =
    small_A === undefined
      ? corrected_A
      : Math.min(small_A, firstAtLeast(NEC_STANDARD_RATINGS_A, corrected_A) ?? corrected_A)

  const word = (): readonly TraceStep[] => {
    const mapped = row === request.size ? '' : ` (${request.size} counts as its next smaller tabulated area, ${row})`
    return [
      step('Tabulated', `${formatNumber(tabulated_A)} A at ${column_C} °C insulation${mapped}`, cite(source.source)),
      step('Ambient correction', `${ambient_C} °C: × ${byAmbient}`, cite(source.ambient.source)),
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
            `${row}: ${small_A} A; above the ampacity of ${formatNumber(corrected_A)} A no more than the next standard rating (240.4(B)): ${formatNumber(maxProtection_A)} A`,
            cite(SOURCES.necSmallConductor),
          ),
    ]
  }
  let worded: readonly TraceStep[] | null = null
  return { kind: 'offered', tabulated_A, corrected_A, maxProtection_A, explain: () => (worded ??= word()) }
}

/** The labels of a series that may be proposed, thin to thick. */
export function sizesOf(series: 'AWG' | 'mm²'): readonly string[] {
  return SOLD_SIZES[series].map((size) => size.label)
}
