import { describe, expect, it } from 'vitest'
import { clampPull, crimpPull } from '.'

describe('what a test piece must stand', () => {
  // UL 486A-486B, pull-out of copper conductors: 8, 13, 20, 30, 50, 70, 80 lbf; from memory. 1 lbf = 4.448 N by definition.
  it.each([
    ['22 AWG', 36],
    ['20 AWG', 58],
    ['18 AWG', 89],
    ['16 AWG', 133],
    ['14 AWG', 222],
    ['12 AWG', 311],
    ['10 AWG', 356],
  ])('a crimp on %s: %d N', (size, force) => expect(crimpPull(size)!.force_N).toBe(force))
  // IEC 60352-2, table 1; from memory.
  it.each([
    ['0.25 mm²', 32],
    ['0.5 mm²', 60],
    ['0.75 mm²', 85],
    ['1 mm²', 108],
    ['1.5 mm²', 150],
    ['2.5 mm²', 230],
    ['4 mm²', 310],
  ])('a crimp on %s: %d N', (size, force) => expect(crimpPull(size)!.force_N).toBe(force))
  // IEC 60999-1, table of pull forces; from memory.
  it.each([
    ['0.5 mm²', 20],
    ['0.75 mm²', 30],
    ['1 mm²', 35],
    ['1.5 mm²', 40],
    ['2.5 mm²', 50],
    ['4 mm²', 60],
    ['6 mm²', 80],
  ])('in a clamp %s: %d N', (size, force) => expect(clampPull(size)!.force_N).toBe(force))
  it('a thicker conductor never has to stand less, and says where it is from', () => {
    for (const of of [crimpPull, clampPull])
      for (const sizes of [
        ['0.25 mm²', '0.5 mm²', '0.75 mm²', '1 mm²', '1.5 mm²', '2.5 mm²', '4 mm²', '6 mm²', '10 mm²'],
        ['24 AWG', '22 AWG', '20 AWG', '18 AWG', '16 AWG', '14 AWG', '12 AWG', '10 AWG'],
      ]) {
        const forces = sizes.map((size) => of(size)?.force_N ?? 0)
        expect([...forces].sort((a, b) => a - b)).toEqual(forces)
        expect(of(sizes[4]!)!.source.standing).toBe('from memory')
      }
  })
})
