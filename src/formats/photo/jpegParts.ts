import type { PictureParts } from './types'
import { joined, refused } from './types'

/** Segments of a JPEG that hold the picture (ITU-T T.81, table B.1): tables, frame, scans. APP0 says its density, APP14 its colours. */
const isKept = (marker: number) =>
  marker === 0xe0 || marker === 0xee || (!(marker >= 0xe0 && marker <= 0xef) && marker !== 0xfe)
const isFrame = (marker: number) =>
  marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc
const isRestart = (marker: number) => marker >= 0xd0 && marker <= 0xd7

export function jpegParts(bytes: Uint8Array): PictureParts {
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
