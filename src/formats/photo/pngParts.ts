import type { PictureParts } from './types'
import { joined, refused } from './types'

const PNG_HEAD = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]
export const isPng = (bytes: Uint8Array) => PNG_HEAD.every((value, i) => bytes[i] === value)

/** Chunks of a PNG that hold the picture (ISO/IEC 15948, 11): the rest says when, with what and where. */
const PNG_KEPT = new Set(['IHDR', 'PLTE', 'tRNS', 'IDAT', 'IEND', 'gAMA', 'sRGB', 'cHRM'])

export function pngParts(bytes: Uint8Array): PictureParts {
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
