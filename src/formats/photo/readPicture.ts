import jpeg from 'jpeg-js'
import { PNG } from 'pngjs'
import { jpegParts } from './jpegParts'
import { isPng, pngParts } from './pngParts'
import { refused, type Picture, type PictureParts } from './types'

/** A picture of the bench, made small by the browser; larger files are refused. */
export const MOST_PHOTO_BYTES = 3_000_000
/** What a telephone takes at once; more is unpacked by nobody. */
const MOST_PIXELS = 16_000_000
/** The longer side of a picture as it is kept: enough to read a label on paper. The browser makes them no larger. */
export const MOST_SIDE = 1600
const QUALITY = 82

export type ReadPicture = PictureParts

/**
 * Reads a picture from outside: unpacks it once, so that what is taken is a picture, leaves out place, camera, moment and
 * words, and makes it small. Only whole JPEG and PNG files pass. It costs about a tenth of a second a million pixels.
 */
export function readPicture(bytes: Uint8Array): ReadPicture {
  if (bytes.byteLength > MOST_PHOTO_BYTES)
    return refused(`must be ${MOST_PHOTO_BYTES / 1e6} MB or less; this is ${(bytes.byteLength / 1e6).toFixed(1)} MB`)
  const parts = bytes[0] === 0xff && bytes[1] === 0xd8 ? jpegParts(bytes) : isPng(bytes) ? pngParts(bytes) : null
  if (parts === null) return refused('must be a JPEG or PNG picture')
  if (parts.kind === 'refused') return parts
  if (parts.width * parts.height > MOST_PIXELS)
    return refused(
      `has ${((parts.width * parts.height) / 1e6).toFixed(1)} million pixels; ${MOST_PIXELS / 1e6} million are the most`,
    )
  const pixels = unpacked(parts)
  if (pixels === null) return refused('is a damaged picture: it cannot be unpacked')
  return Math.max(parts.width, parts.height) <= MOST_SIDE ? parts : madeSmall(pixels)
}

interface Pixels {
  readonly width: number
  readonly height: number
  /** Red, green, blue and opacity of each, row by row. */
  readonly data: Uint8Array
}

/** Null where it is none. */
function unpacked({ type, bytes, width, height }: Picture): Pixels | null {
  try {
    const pixels =
      type === 'image/png'
        ? PNG.sync.read(Buffer.from(bytes))
        : jpeg.decode(bytes, {
            useTArray: true,
            tolerantDecoding: false,
            maxResolutionInMP: MOST_PIXELS / 1e6,
            maxMemoryUsageInMB: 400,
          })
    return pixels.width === width && pixels.height === height ? pixels : null
  } catch {
    return null
  }
}

/** Each new pixel is the mean of those it stands for; what was clear is white. */
function madeSmall({ width, height, data }: Pixels): Picture {
  const scale = MOST_SIDE / Math.max(width, height)
  const [columns, rows] = [width, height].map((side) => Math.max(1, Math.round(side * scale))) as [number, number]
  const small = Buffer.alloc(columns * rows * 4, 255)
  const edge = (i: number, from: number, to: number) => Math.floor((i * from) / to)
  for (let y = 0; y < rows; y += 1) {
    const [top, bottom] = [edge(y, height, rows), Math.max(edge(y, height, rows) + 1, edge(y + 1, height, rows))]
    for (let x = 0; x < columns; x += 1) {
      const [left, right] = [
        edge(x, width, columns),
        Math.max(edge(x, width, columns) + 1, edge(x + 1, width, columns)),
      ]
      let [red, green, blue] = [0, 0, 0]
      for (let v = top; v < bottom; v += 1)
        for (let u = left; u < right; u += 1) {
          const at = (v * width + u) * 4
          const opacity = data[at + 3]! / 255
          const white = 255 * (1 - opacity)
          red += data[at]! * opacity + white
          green += data[at + 1]! * opacity + white
          blue += data[at + 2]! * opacity + white
        }
      const count = (bottom - top) * (right - left)
      small.set([red / count, green / count, blue / count].map(Math.round), (y * columns + x) * 4)
    }
  }
  const { data: bytes } = jpeg.encode({ width: columns, height: rows, data: small }, QUALITY)
  return { kind: 'picture', type: 'image/jpeg', width: columns, height: rows, bytes: new Uint8Array(bytes) }
}
