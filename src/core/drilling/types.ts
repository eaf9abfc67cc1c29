import type { HoleShape } from '@/core/geometry'
import type { ScrewSize } from '@/core/reference'

/** A hole in a face, its centre from the upper left corner as seen from outside. */
export interface Hole {
  readonly id: string
  /** What it is for, as written beside it: "V1 fan", "V1 fixing". */
  readonly label: string
  readonly shape: HoleShape
  readonly x_mm: number
  readonly y_mm: number
  readonly for: 'body' | 'fixing' | 'port' | 'gland' | 'opening'
  /** To be made, there already, or there and to be closed. */
  readonly state: 'make' | 'there' | 'blank'
  readonly screw: ScrewSize | null
  /** Across the corners of a nut behind it. */
  readonly nut_mm: number | null
  /** What it belongs to; holes of one owner are one pattern and not judged against each other. */
  readonly owner: string
}

export const WALL_SUBSTANCES = ['painted-steel', 'stainless', 'aluminium', 'plastic', 'wood'] as const
export type WallSubstance = (typeof WALL_SUBSTANCES)[number]
