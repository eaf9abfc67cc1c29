import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CATALOGUE } from '@/core/catalogue'
import type { TerminalId } from '@/core/plan'
import { spotsOf, withoutCollision } from './outline'

describe('the outline of a part', () => {
  it('has every terminal once, on its edge', () => {
    for (const part of Object.values(CATALOGUE)) {
      const keys = Object.keys(part!.terminals) as TerminalId[]
      const spots = spotsOf(part!, keys)
      expect(spots.flatMap(({ terminals }) => terminals).sort()).toEqual([...keys].sort())
      for (const { side, along_mm } of spots) {
        expect(along_mm).toBeGreaterThanOrEqual(0)
        expect(along_mm).toBeLessThanOrEqual(
          side === 'top' || side === 'bottom' ? part!.body.width_mm : part!.body.height_mm,
        )
      }
    }
  })
  it('labels keep their order and their room, and stay within', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: 1, maxLength: 20 }), (wanted) => {
        const placed = withoutCollision(wanted, 40, 0, 1000)
        const sorted = [...placed].sort((a, b) => a - b)
        sorted.forEach((at, i) => {
          expect(at).toBeGreaterThanOrEqual(-1e-9)
          expect(at).toBeLessThanOrEqual(1000 + 1e-9)
          if (i > 0) expect(at - sorted[i - 1]!).toBeGreaterThanOrEqual(40 - 1e-9)
        })
        wanted.forEach((a, i) => wanted.forEach((b, k) => a < b && expect(placed[i]!).toBeLessThan(placed[k]!)))
      }),
    ))
})
