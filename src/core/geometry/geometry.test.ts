import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  contains,
  findFreeSpot,
  footprint,
  grow,
  overlaps,
  RectIndex,
  turnMargins,
  type QuarterTurn,
  type Rect,
} from '.'

const rects = fc
  .tuple(
    fc.integer({ min: -300, max: 900 }),
    fc.integer({ min: -300, max: 900 }),
    fc.integer({ min: 1, max: 300 }),
    fc.integer({ min: 1, max: 300 }),
  )
  .map(([x, y, w, h]): Rect => ({ left_mm: x, top_mm: y, right_mm: x + w, bottom_mm: y + h }))
const turns = fc.constantFrom<QuarterTurn>(0, 90, 180, 270)

describe('footprints', () => {
  it('keep their centre and area, and a quarter turn exchanges width and height', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 1, max: 400 }),
        turns,
        (width_mm, height_mm, rotation_deg) => {
          const rect = footprint({ width_mm, height_mm }, { x_mm: 200, y_mm: 100, rotation_deg })
          expect((rect.left_mm + rect.right_mm) / 2).toBeCloseTo(200, 9)
          expect((rect.top_mm + rect.bottom_mm) / 2).toBeCloseTo(100, 9)
          const [w, h] = [rect.right_mm - rect.left_mm, rect.bottom_mm - rect.top_mm]
          expect(w * h).toBeCloseTo(width_mm * height_mm, 6)
          expect(w).toBeCloseTo(rotation_deg % 180 === 0 ? width_mm : height_mm, 9)
        },
      ),
    ))
  it('margins turn with the body: what was at the top is at the right after a quarter clockwise', () => {
    const margins = { top: 50, right: 5, bottom: 20, left: 1 }
    expect(turnMargins(margins, 90)).toEqual({ top: 1, right: 50, bottom: 5, left: 20 })
    expect(turnMargins(turnMargins(turnMargins(turnMargins(margins, 90), 90), 90), 90)).toEqual(margins)
    expect(turnMargins(turnMargins(margins, 90), 90)).toEqual(turnMargins(margins, 180))
    expect(turnMargins(turnMargins(margins, 180), 90)).toEqual(turnMargins(margins, 270))
  })
})

describe('overlap', () => {
  it('is mutual, and touching is none', () => {
    fc.assert(
      fc.property(rects, rects, (a, b) => {
        expect(overlaps(a, b)).toBe(overlaps(b, a))
      }),
    )
    expect(
      overlaps(
        { left_mm: 0, top_mm: 0, right_mm: 10, bottom_mm: 10 },
        { left_mm: 10, top_mm: 0, right_mm: 20, bottom_mm: 10 },
      ),
    ).toBe(false)
  })
  it('agrees with counting millimetres', () =>
    fc.assert(
      fc.property(rects, rects, (a, b) => {
        const shared =
          Math.max(0, Math.min(a.right_mm, b.right_mm) - Math.max(a.left_mm, b.left_mm)) *
          Math.max(0, Math.min(a.bottom_mm, b.bottom_mm) - Math.max(a.top_mm, b.top_mm))
        expect(overlaps(a, b)).toBe(shared > 0)
      }),
    ))
  it('the index finds what looking at all finds', () =>
    fc.assert(
      fc.property(fc.array(rects, { maxLength: 40 }), rects, (list, probe) => {
        const index = new RectIndex<number>()
        list.forEach((rect, i) => index.add(i, rect))
        expect([...index.touching(probe)].sort((a, b) => a - b)).toEqual(
          list.flatMap((rect, i) => (overlaps(rect, probe) ? [i] : [])),
        )
      }),
    ))
})

describe('a free spot', () => {
  const face = { width_mm: 400, height_mm: 300 }
  const margins = { top: 10, right: 5, bottom: 10, left: 5 }
  it('covers nothing, keeps its margins and stays on the face', () =>
    fc.assert(
      fc.property(
        fc.array(rects, { maxLength: 8 }),
        fc.integer({ min: 10, max: 200 }),
        fc.integer({ min: 10, max: 150 }),
        (taken, width_mm, height_mm) => {
          const spot = findFreeSpot({ face, taken, body: { width_mm, height_mm }, margins, grid_mm: 5 })
          if (!spot) return
          const rect = footprint({ width_mm, height_mm }, spot)
          expect(contains({ left_mm: 0, top_mm: 0, right_mm: 400, bottom_mm: 300 }, rect)).toBe(true)
          for (const other of taken) expect(overlaps(grow(rect, margins), other)).toBe(false)
        },
      ),
    ))
  it('is there on an empty face for all that fits, and not for what does not', () => {
    expect(
      findFreeSpot({ face, taken: [], body: { width_mm: 390, height_mm: 290 }, margins, grid_mm: 5 }),
    ).not.toBeNull()
    expect(findFreeSpot({ face, taken: [], body: { width_mm: 410, height_mm: 20 }, margins, grid_mm: 5 })).toBeNull()
  })
})
