import type { Command, Plan } from '@/core/plan'

/** One small change of a plan that may mend what is wrong. */
export interface Change {
  /** What was done wrong, if this mends it: "W3 and W4 are exchanged at Y1"; null where the change says no more than its label. */
  readonly words: string | null
  /** What it does, as a person presses it; null where it takes more than a press, such as another part. */
  readonly fix: { readonly label: string; readonly commands: readonly Command[] } | null
  /** The plan as if it had been done. */
  suppose(plan: Plan): Plan | null
  /** How rarely hands do what it mends: the least is tried, and believed, first. Common practice. */
  readonly rank: number
  /** So many things found wrong it must mend to be believed: of what could be moved anywhere, one may be chance. */
  readonly evidence: number
}
