/** What a lead carries, as far as it matters who lies beside it. */
export type LeadKind = 'mains' | 'motor' | 'power' | 'earth' | 'signal' | 'probe'

/** What leads lie in or go through. */
export interface Way {
  readonly id: string
  /** Leads' areas it may hold; null where it has no limit of its own. */
  readonly room_mm2: number | null
  /** One lead each is wanted; several only where none is left. */
  readonly isSingle: boolean
  /** Outer diameters it clamps; null where it clamps nothing. */
  readonly clamps: { readonly min_mm: number; readonly max_mm: number } | null
  readonly carries: 'mains' | 'power' | 'signals' | null
  readonly isDivided: boolean
  readonly isBlanked: boolean
  /** The box that an opening is in; null for what is none. */
  readonly home: string | null
  /** An opening that leads out of its box. */
  readonly isExit: boolean
}

/** A piece of the graph between two vertices; `way` is null for a short bridge through the air. */
export interface Segment {
  readonly way: string | null
  /** Free along a wall or plate: nothing is drawn there. */
  readonly isFree: boolean
  readonly a: number
  readonly b: number
  readonly length_mm: number
}

/** Where a lead's end comes to the graph, and how far it is from there to its terminal. */
export type Access =
  | { readonly kind: 'vertex'; readonly vertex: number; readonly length_mm: number }
  /** `at_mm` from the segment's vertex `a`. */
  | { readonly kind: 'segment'; readonly segment: number; readonly at_mm: number; readonly length_mm: number }

/** A cable, or a conductor by itself. */
export interface Lead {
  readonly id: string
  readonly od_mm: number
  readonly kind: LeadKind
  /** In a jacket of its own: it may lie beside anything. */
  readonly isJacketed: boolean
  readonly a: readonly Access[]
  readonly b: readonly Access[]
  /** Free along walls and plates from end to end; null where something shut lies between. */
  readonly direct_mm: number | null
  /** Ways that it must take where it takes any of their kind: the person's own choice. */
  readonly only: ReadonlySet<string> | null
  /** Single conductors with the same name here go through an opening together; null for what goes by itself. */
  readonly bundle: string | null
  /** A vertex that it does not come by: outside of the box that both its ends are in. */
  readonly avoids: number | null
}

/** The graph that leads are laid in; the same object as long as no way changed. */
export interface WayGraph {
  readonly vertexCount: number
  readonly segments: readonly Segment[]
  readonly ways: ReadonlyMap<string, Way>
  /** Ways that are openings: a choice among them is one choice. */
  readonly openings: ReadonlySet<string>
}

/** A stretch of a segment that a lead lies in, from its vertex `a`. */
export interface Span {
  readonly segment: number
  readonly from_mm: number
  readonly to_mm: number
  /** Laid from `b` to `a`. */
  readonly isBackward: boolean
}

export interface Laid {
  readonly id: string
  readonly kind: 'ways' | 'direct' | 'none'
  /** From terminal to terminal, without slack. */
  readonly length_mm: number
  /** From the terminals to the ways. */
  readonly drops_mm: readonly [number, number]
  readonly spans: readonly Span[]
  /** What it was chosen by: its length, with what runs free counted dearer. */
  readonly cost_mm: number
  /** The cheapest lawful way if nobody else were there. */
  readonly shortest_mm: number
  /** What had to be let go for a way to be found at all. */
  readonly despite: 'nothing' | 'fit' | 'blank'
}
