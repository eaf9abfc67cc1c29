import { crc32 } from 'node:zlib'
import fc from 'fast-check'
import jpegCodec from 'jpeg-js'
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

/** 40 × 30, of as many greys as columns. */
const PIXELS = Buffer.from(Array.from({ length: 40 * 30 * 4 }, (_, i) => (i % 4 === 3 ? 255 : ((i >> 2) % 40) * 6)))
const PLAIN = jpegCodec.encode({ width: 40, height: 30, data: PIXELS }, 90).data

/** A JPEG with segments of application data or comments put in behind its start (ITU-T T.81, B.2.1). */
function jpeg(...extra: readonly (readonly number[])[]): Uint8Array {
  return Uint8Array.from([...PLAIN.subarray(0, 2), ...extra.flat(), ...PLAIN.subarray(2)])
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
  it('random bytes in the shell of a PNG or of a JPEG are no picture', () => {
    const shell = png()
    // The chunk's own check sum is right (ISO/IEC 15948, annex D); what it holds unpacks to nothing.
    const noise = Buffer.from(Array.from({ length: 64 }, (_, i) => (i * 167 + 13) % 256))
    const named = Buffer.concat([Buffer.from('IDAT'), noise])
    const forged = Buffer.concat([
      shell.subarray(0, 33),
      Buffer.from(word(noise.length)),
      named,
      Buffer.from(word(crc32(named))),
      shell.subarray(-12),
    ])
    expect(readPicture(forged)).toMatchObject({ kind: 'refused', why: expect.stringMatching(/cannot be unpacked/) })
    const bare = Uint8Array.from([
      0xff,
      0xd8,
      ...segment(0xc0, [8, 0, 30, 0, 40, 1, 1, 0x11, 0]),
      ...segment(0xda, [1, 1, 0, 0, 63, 0]),
      ...noise.map((value) => value & 0x7f),
      0xff,
      0xd9,
    ])
    expect(readPicture(bare)).toMatchObject({ kind: 'refused', why: expect.stringMatching(/cannot be unpacked/) })
  })
  it('a large one is made small, its colours where they were; one of too many pixels is not unpacked', () => {
    const wide = new PNG({ width: 3200, height: 1000 })
    for (let i = 0; i < wide.data.length; i += 4) wide.data.set([(i >> 2) % 3200 < 1600 ? 200 : 20, 0, 0, 255], i)
    const read = readPicture(PNG.sync.write(wide))
    if (read.kind === 'refused') throw new Error(read.why)
    expect(read).toMatchObject({ type: 'image/jpeg', width: 1600, height: 500 })
    const { data } = jpegCodec.decode(read.bytes, { useTArray: true })
    // The quality it is packed with leaves a few steps of 256.
    expect(Math.abs(data[(250 * 1600 + 400) * 4]! - 200)).toBeLessThan(4)
    expect(Math.abs(data[(250 * 1600 + 1200) * 4]! - 20)).toBeLessThan(4)
    const huge = PNG.sync.write(new PNG({ width: 6300, height: 6300 }), { colorType: 0 })
    expect(huge.length).toBeLessThan(200_000)
    expect(readPicture(huge)).toMatchObject({ why: 'has 39.7 million pixels; 16 million are the most' })
  })
  it('too large a one is refused with its size', () =>
    expect(readPicture(new Uint8Array(3_000_001))).toMatchObject({
      why: expect.stringMatching(/3 MB or less; this is 3.0 MB/),
    }))
})
