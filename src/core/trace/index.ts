/**
 * The derivation behind a figure: what was used, in order, each step with where its rule comes from.
 */
export interface TraceStep {
  /** What this step settles: "Ambient correction". */
  readonly label: string
  /** The numbers: "18.3 A × 0.82 = 15 A". */
  readonly detail: string
  /** A standard with its clause or table, "common practice", or "arithmetic". */
  readonly source: string
}

export type Trace = readonly TraceStep[]

/** The source of a step that only adds, multiplies or divides. */
export const ARITHMETIC = 'arithmetic'
export const COMMON_PRACTICE = 'common practice'

export function step(label: string, detail: string, source: string = ARITHMETIC): TraceStep {
  return { label, detail, source }
}

/** A figure that can be opened to see how it came about. `value` is null where it could not be derived; the trace says why. */
export interface Figure {
  readonly value: number | null
  readonly unit: string
  readonly trace: Trace
}
