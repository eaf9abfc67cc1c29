export const PHOTO_TYPES = ['image/jpeg', 'image/png'] as const
export type PhotoType = (typeof PHOTO_TYPES)[number]

/** A picture of the bench, made small by the browser; larger ones are refused. */
export const MOST_PHOTO_BYTES = 3_000_000
const MOST_PIXELS = 40_000_000

export type ReadPicture =
  | {
      readonly kind: 'picture'
      readonly type: PhotoType
      readonly width: number
      readonly height: number
      /** Without place, camera, moment or words: what is left is the picture. */
      readonly bytes: Uint8Array
    }
  | { readonly kind: 'refused'; readonly why: string }

const refused = (why: string) => ({ kind: 'refused', why }) as const

/** Reads a picture from outside and leaves out all that is said about it. Only whole JPEG and PNG files pass. */
export function readPicture(bytes: Uint8Array): ReadPicture {
  if (bytes.byteLength > MOST_PHOTO_BYTES)
    return refused(`must be ${MOST_PHOTO_BYTES / 1e6} MB or less; this is ${(bytes.byteLength / 1e6).toFixed(1)} MB`)
  const read = bytes[0] === 0xff && bytes[1] === 0xd8 ? readJpeg(bytes) : isPng(bytes) ? readPng(bytes) : null
  if (read === null) return refused('must be a JPEG or PNG picture')
  if (read.kind === 'refused') return read
  return read.width * read.height > MOST_PIXELS ? refused('has too many pixels') : read
}

const PNG_HEAD = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]
const isPng = (bytes: Uint8Array) => PNG_HEAD.every((value, i) => bytes[i] === value)

/** Segments of a JPEG that hold the picture (ITU-T T.81, table B.1): tables, frame, scans. APP0 says its density, APP14 its colours. */
const isKept = (marker: number) =>
  marker === 0xe0 || marker === 0xee || (!(marker >= 0xe0 && marker <= 0xef) && marker !== 0xfe)
const isFrame = (marker: number) =>
  marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc
const isRestart = (marker: number) => marker >= 0xd0 && marker <= 0xd7

function readJpeg(bytes: Uint8Array): ReadPicture {
  const kept: Uint8Array[] = [bytes.subarray(0, 2)]
  let [width, height] = [0, 0]
  let hasScan = false
  for (let at = 2; at + 1 < bytes.length;) {
    if (bytes[at] !== 0xff) return refused('is a damaged JPEG picture')
    const marker = bytes[at + 1]!
    if (marker === 0xff) {
      at += 1
      continue
    }
    if (marker === 0xd9) {
      if (!hasScan || width === 0) break
      kept.push(bytes.subarray(at, at + 2))
      return { kind: 'picture', type: 'image/jpeg', width, height, bytes: joined(kept) }
    }
    const length = at + 3 < bytes.length ? bytes[at + 2]! * 256 + bytes[at + 3]! : 0
    const end = at + 2 + length
    if (length < 2 || end > bytes.length) break
    if (isFrame(marker) && length >= 8) {
      height = bytes[at + 5]! * 256 + bytes[at + 6]!
      width = bytes[at + 7]! * 256 + bytes[at + 8]!
    }
    if (isKept(marker)) kept.push(bytes.subarray(at, end))
    at = end
    if (marker !== 0xda) continue
    hasScan = true
    const from = at
    while (at + 1 < bytes.length && !(bytes[at] === 0xff && bytes[at + 1] !== 0 && !isRestart(bytes[at + 1]!))) at += 1
    kept.push(bytes.subarray(from, at))
  }
  return refused('is a JPEG picture that was cut off')
}

/** Chunks of a PNG that hold the picture (ISO/IEC 15948, 11): the rest says when, with what and where. */
const PNG_KEPT = new Set(['IHDR', 'PLTE', 'tRNS', 'IDAT', 'IEND', 'gAMA', 'sRGB', 'cHRM'])

function readPng(bytes: Uint8Array): ReadPicture {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const kept: Uint8Array[] = [bytes.subarray(0, 8)]
  let [width, height] = [0, 0]
  for (let at = 8; at + 12 <= bytes.length;) {
    const length = view.getUint32(at)
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8))
    const end = at + 12 + length
    if (end > bytes.length) break
    if (type === 'IHDR' && length >= 8) {
      width = view.getUint32(at + 8)
      height = view.getUint32(at + 12)
    }
    if (PNG_KEPT.has(type)) kept.push(bytes.subarray(at, end))
    at = end
    if (type === 'IEND')
      return width > 0 && height > 0
        ? { kind: 'picture', type: 'image/png', width, height, bytes: joined(kept) }
        : refused('is a PNG picture without a size')
  }
  return refused('is a PNG picture that was cut off')
}

function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0))
  let at = 0
  for (const piece of pieces) {
    whole.set(piece, at)
    at += piece.length
  }
  return whole
}
