import type { Patch } from 'immer'

/** What changed at one revision, as it goes from the server to every browser. */
export interface Change {
  readonly revision: number
  readonly editId: string
  readonly kind: 'edit' | 'undo' | 'redo'
  readonly label: string
  readonly patches: readonly Patch[]
}

/** A plan as the shelf shows it. */
export interface PlanSummary {
  readonly id: string
  readonly name: string
  readonly description: string
  readonly revision: number
  readonly devices: number
  readonly wires: number
  readonly site: string
  /** ISO 8601. */
  readonly updatedAt: string
}
