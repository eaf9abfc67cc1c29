import { crc32 } from 'node:zlib'
import fc from 'fast-check'
import { PNG } from 'pngjs'
import { describe, expect, it } from 'vitest'
import { readPicture } from '.'

const png = () => PNG.sync.write(new PNG({ width: 5, height: 4 }))
const word = (value: number) => [value >>> 24, (value >>> 16) & 255, (value >>> 8) & 255, value & 255]

/** A PNG with a chunk of words put in behind its head (ISO/IEC 15948, 5.3). */
function withWords(bytes: Buffer, type: string, text: string): Buffer {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), Buffer.from(text, 'latin1')])
  const crc = typeof crc32 === 'function' ? crc32(body) : 0
  const chunk = Buffer.concat([Buffer.from(word(text.length)), body, Buffer.from(word(crc))])
  return Buffer.concat([bytes.subarray(0, 33), chunk, bytes.subarray(33)])
}

const segment = (marker: number, body: readonly number[]) => [
  0xff,
  marker,
  (body.length + 2) >> 8,
  (body.length + 2) & 255,
  ...body,
]
const ascii = (text: string) => [...Buffer.from(text, 'latin1')]

/** The parts of a JPEG in their order (ITU-T T.81, B.1): start, application data, comment, frame, scan, end. */
function jpeg(...extra: readonly (readonly number[])[]): Uint8Array {
  return Uint8Array.from([
    0xff,
    0xd8,
    ...segment(0xe0, ascii('JFIF\0\x01\x02')),
    ...extra.flat(),
    ...segment(
      0xdb,
      Array.from({ length: 65 }, () => 1),
    ),
    ...segment(0xc0, [8, 0, 30, 0, 40, 1, 1, 0x11, 0]),
    ...segment(0xda, [1, 1, 0, 0, 63, 0]),
    0x12,
    0x34,
    0xff,
    0x00,
    0x56,
    0xff,
    0xd0,
    0x78,
    0xff,
    0xd9,
  ])
}

const text = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1')

describe('a photograph from outside', () => {
  it('loses what is said about it: place, camera, comment; the picture stays', () => {
    const told = jpeg(
      segment(0xe1, ascii('Exif\0\0GPS 52.1 N')),
      segment(0xfe, ascii('taken by somebody')),
      segment(0xed, ascii('Photoshop')),
    )
    const read = readPicture(told)
    if (read.kind === 'refused') throw new Error(read.why)
    expect(read).toMatchObject({ type: 'image/jpeg', width: 40, height: 30 })
    expect(text(read.bytes)).not.toMatch(/GPS|somebody|Photoshop/)
    expect(text(read.bytes)).toBe(text(jpeg()))
  })
  it.each(['tEXt', 'zTXt', 'iTXt', 'eXIf', 'tIME'])('a PNG loses its %s', (type) => {
    const read = readPicture(withWords(png(), type, 'Author\0somebody'))
    if (read.kind === 'refused') throw new Error(read.why)
    expect(read).toMatchObject({ type: 'image/png', width: 5, height: 4 })
    expect(text(read.bytes)).not.toMatch(/somebody/)
    expect(PNG.sync.read(Buffer.from(read.bytes)).width).toBe(5)
  })
  it('read twice it is the same', () => {
    for (const bytes of [png(), jpeg(segment(0xe1, ascii('Exif')))]) {
      const once = readPicture(bytes)
      if (once.kind === 'refused') throw new Error(once.why)
      expect(readPicture(once.bytes)).toEqual(once)
    }
  })
  it('what comes after its end is left out', () => {
    const read = readPicture(Uint8Array.from([...jpeg(), ...ascii('<script>')]))
    if (read.kind === 'refused') throw new Error(read.why)
    expect(text(read.bytes)).not.toMatch(/script/)
  })
  it('cut off anywhere it is refused, and nothing hangs or throws', () => {
    for (const whole of [png(), jpeg()])
      for (let length = 0; length < whole.length; length += 1)
        expect(readPicture(whole.subarray(0, length)).kind).toBe('refused')
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => {
        expect(['picture', 'refused']).toContain(readPicture(bytes).kind)
        expect(readPicture(Uint8Array.from([0xff, 0xd8, ...bytes])).kind).toBeDefined()
      }),
    )
  })
  it('too large a one is refused with its size', () =>
    expect(readPicture(new Uint8Array(3_000_001))).toMatchObject({
      why: expect.stringMatching(/3 MB or less; this is 3.0 MB/),
    }))
})
