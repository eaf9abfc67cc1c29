import type { Margins, Rect } from '@/core/geometry'

export interface ArrangeItem {
  readonly id: string
  readonly width_mm: number
  readonly height_mm: number
  readonly margins: Margins
  /** Clips on a rail. */
  readonly isRailed: boolean
  readonly isMains: boolean
  readonly isSignal: boolean
  readonly heat_W: number
  /** Suffers from warmth below it. */
  readonly isCool: boolean
}

/** A pull between two things: items by id, or a fixed point such as a wall's gland. */
export interface ArrangePull {
  readonly a: string | { readonly x_mm: number; readonly y_mm: number }
  readonly b: string | { readonly x_mm: number; readonly y_mm: number }
  readonly weight: number
}

export interface ArrangeRequest {
  readonly face: { readonly width_mm: number; readonly height_mm: number }
  readonly items: readonly ArrangeItem[]
  /** What stands already and stays: bodies with their room. Those with an id may be pulled at. */
  readonly standing: readonly { readonly id: string; readonly rect: Rect }[]
  readonly pulls: readonly ArrangePull[]
  /** Ducts between the rows; 0 for none. */
  readonly duct_mm: number
  readonly edge_mm: number
  /** Between open mains and signals. */
  readonly apart_mm: number
  readonly seed: number
  readonly tries: number
}

export interface ArrangeScore {
  /** Lower is better; the sum of the rest, weighed. */
  readonly total: number
  readonly wire_m: number
  /** Watts times closeness of what is below cool parts. */
  readonly heat: number
  readonly breaks: number
  readonly unplaced: number
}

export interface Arrangement {
  readonly places: Readonly<Record<string, { readonly x_mm: number; readonly y_mm: number }>>
  readonly unplaced: readonly string[]
  readonly rails: readonly { readonly x_mm: number; readonly y_mm: number; readonly length_mm: number }[]
  readonly ducts: readonly { readonly x_mm: number; readonly y_mm: number; readonly length_mm: number }[]
  readonly score: ArrangeScore
}

export interface ArrangeProgress {
  readonly done: number
  readonly of: number
  readonly start: ArrangeScore
  readonly best: ArrangeScore
}
