import type { Patch } from './orderedPatches'

/** What changed at one revision, as it goes from the server to every browser. */
export interface Change {
  readonly revision: number
  readonly editId: string
  readonly kind: 'edit' | 'undo' | 'redo'
  readonly label: string
  /** Whose it is: a browser's own mark, not a name. Empty where nobody said. */
  readonly author: string
  readonly patches: readonly Patch[]
}

/** What an edit or an undo comes back with: the change, and what this author could take back or do again next. */
export interface Committed {
  readonly revision: number
  readonly change: Change
  readonly undo: string | null
  readonly redo: string | null
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
  /** What is wrong with its stored document; null where it can be read. */
  readonly trouble: string | null
  /** ISO 8601. */
  readonly updatedAt: string
}
