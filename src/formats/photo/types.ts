export const PHOTO_TYPES = ['image/jpeg', 'image/png'] as const
export type PhotoType = (typeof PHOTO_TYPES)[number]

export interface Picture {
  readonly kind: 'picture'
  readonly type: PhotoType
  readonly width: number
  readonly height: number
  readonly bytes: Uint8Array
}

/** A picture file without what is said about it: what is left is the picture, still packed. */
export type PictureParts = Picture | { readonly kind: 'refused'; readonly why: string }

export const refused = (why: string) => ({ kind: 'refused', why }) as const

export function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0))
  let at = 0
  for (const piece of pieces) {
    whole.set(piece, at)
    at += piece.length
  }
  return whole
}
