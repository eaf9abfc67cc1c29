/** Lengths to cut from: an offcut or a spool; no count means as many as are wanted. */
export interface StockLength {
  readonly id: string
  readonly length_mm: number
  readonly count?: number | undefined
}

export interface PieceLength {
  readonly id: string
  readonly length_mm: number
  readonly count: number
}

export interface CutRequest {
  readonly stock: readonly StockLength[]
  readonly pieces: readonly PieceLength[]
  /** Lost at each cut; the last piece of a length that is used up needs none. */
  readonly kerf_mm: number
  /** Offcuts at least this long are kept; left out, none is. */
  readonly keepOffcut_mm?: number | undefined
}

/** One length of stock with what is cut from it, as positions in lists of stock and of single pieces. */
export interface Bin {
  readonly stock: number
  readonly pieces: readonly number[]
}

/**
 * The same as a packing of bins: each piece longer by the saw cut, each length of stock too, so that its last piece needs
 * none. Pieces descend in size.
 */
export interface PackRequest {
  readonly sizes: readonly number[]
  /** Distinct lengths, longest first, with how many there are (Infinity where endless). */
  readonly bins: readonly { readonly size: number; readonly count: number }[]
}

/** Each used bin by its kind, and the pieces in it. */
export type Packing = readonly { readonly kind: number; readonly pieces: readonly number[] }[]

/** Lengths closer than this are the same. */
export const SAME_mm = 1e-6
