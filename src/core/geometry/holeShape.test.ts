import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  alignRects,
  depthShared,
  distributeRects,
  gapBetween,
  intoEnclosure,
  meetingPairs,
  meets,
  mirrorShape,
  outlineOf,
  reachOf,
  roomToward,
  snapRect,
  turnPoint,
  turnShape,
  webBetween,
  type Box3,
  type FaceSide,
  type HoleShape,
  type QuarterTurn,
  type Rect,
  type Stroke,
} from '.'

const mm = (max: number) => fc.integer({ min: 1, max })
const shapes: fc.Arbitrary<HoleShape> = fc.oneof(
  mm(60).map((diameter_mm): HoleShape => ({ kind: 'round', diameter_mm })),
  fc.tuple(mm(60), mm(60), fc.integer({ min: 0, max: 5 })).map(([w, h, c]): HoleShape => ({
    kind: 'rectangle',
    width_mm: w,
    height_mm: h,
    corner_mm: Math.min(c, w / 2, h / 2),
  })),
  fc
    .tuple(mm(60), mm(20), fc.constantFrom('across' as const, 'down' as const))
    .map(([l, w, axis]): HoleShape => ({ kind: 'slot', length_mm: l + w, width_mm: w, axis })),
  fc
    .tuple(
      fc.integer({ min: 4, max: 60 }),
      fc.constantFrom('top' as const, 'right' as const, 'bottom' as const, 'left' as const),
    )
    .map(([d, flatAt]): HoleShape => ({ kind: 'd-shaped', diameter_mm: d, flat_mm: d * 0.4, flatAt })),
)
const turns = fc.constantFrom<QuarterTurn>(0, 90, 180, 270)
const points = fc.record({ x_mm: fc.integer({ min: -100, max: 100 }), y_mm: fc.integer({ min: -100, max: 100 }) })
const ends = (stroke: Stroke) => {
  if (stroke.kind === 'line') return [stroke.from, stroke.to]
  const on = (deg: number) => ({
    x_mm: stroke.centre.x_mm + stroke.radius_mm * Math.cos((deg * Math.PI) / 180),
    y_mm: stroke.centre.y_mm + stroke.radius_mm * Math.sin((deg * Math.PI) / 180),
  })
  return [on(stroke.from_deg), on(stroke.to_deg)]
}

describe('holes', () => {
  it('four quarter turns and two mirrorings change nothing', () =>
    fc.assert(
      fc.property(shapes, points, (shape, point) => {
        let turned = shape
        let at = point
        for (let i = 0; i < 4; i += 1) [turned, at] = [turnShape(turned, 90), turnPoint(at, 90)]
        expect(turned).toEqual(shape)
        expect(at.x_mm).toBeCloseTo(point.x_mm, 9)
        expect(mirrorShape(mirrorShape(shape))).toEqual(shape)
      }),
    ))
  it('every outline is closed: each stroke begins where the one before ends', () =>
    fc.assert(
      fc.property(shapes, turns, points, (shape, turn, centre) => {
        const strokes = outlineOf(turnShape(shape, turn), centre)
        strokes.forEach((stroke, i) => {
          const [from] = ends(stroke)
          const [, before] = ends(strokes[(i + strokes.length - 1) % strokes.length]!)
          expect(Math.hypot(from!.x_mm - before!.x_mm, from!.y_mm - before!.y_mm)).toBeLessThan(1e-6)
        })
      }),
    ))
  it('an outline keeps within its reach', () =>
    fc.assert(
      fc.property(shapes, (shape) => {
        const { across_mm, down_mm } = reachOf(shape)
        for (const stroke of outlineOf(shape, { x_mm: 0, y_mm: 0 }))
          for (const { x_mm, y_mm } of ends(stroke)) {
            expect(Math.abs(x_mm)).toBeLessThanOrEqual(across_mm + 1e-9)
            expect(Math.abs(y_mm)).toBeLessThanOrEqual(down_mm + 1e-9)
          }
      }),
    ))
  it('the web between two is mutual; between circles, centres apart less their radii', () =>
    fc.assert(
      fc.property(shapes, shapes, points, points, (a, b, p, q) => {
        expect(webBetween({ shape: a, ...p }, { shape: b, ...q })).toBeCloseTo(
          webBetween({ shape: b, ...q }, { shape: a, ...p }),
          9,
        )
        if (a.kind === 'round' && b.kind === 'round' && Math.hypot(p.x_mm - q.x_mm, p.y_mm - q.y_mm) > 0)
          expect(webBetween({ shape: a, ...p }, { shape: b, ...q })).toBeCloseTo(
            Math.hypot(p.x_mm - q.x_mm, p.y_mm - q.y_mm) - (a.diameter_mm + b.diameter_mm) / 2,
            9,
          )
      }),
    ))
  it('agrees with sampling the plane: the web is the shortest way from rim to rim', () => {
    const slot: HoleShape = { kind: 'slot', length_mm: 30, width_mm: 6, axis: 'across' }
    const square: HoleShape = { kind: 'rectangle', width_mm: 10, height_mm: 10, corner_mm: 0 }
    // From the slot's round end at (12, 0), radius 3, to the square's corner at (25, 15).
    expect(webBetween({ shape: slot, x_mm: 0, y_mm: 0 }, { shape: square, x_mm: 30, y_mm: 20 })).toBeCloseTo(
      Math.hypot(25 - 12, 15) - 3,
      9,
    )
  })
})

describe('in three dimensions', () => {
  const space = { width_mm: 400, height_mm: 500, depth_mm: 150 }
  const plate = { left_mm: 10, top_mm: 10, standsOff_mm: 10 }
  const rect: Rect = { left_mm: 20, right_mm: 50, top_mm: 30, bottom_mm: 80 }
  it('walls seen from outside: the front edge is at the right of the left wall and at the left of the right one', () => {
    expect(intoEnclosure('left', false, rect, [0, 25], space, plate)).toEqual({ x: [0, 25], y: [30, 80], z: [20, 50] })
    expect(intoEnclosure('right', false, rect, [0, 25], space, plate)).toEqual({
      x: [375, 400],
      y: [30, 80],
      z: [100, 130],
    })
    expect(intoEnclosure('front', false, rect, [0, 25], space, plate)).toEqual({
      x: [20, 50],
      y: [30, 80],
      z: [125, 150],
    })
    expect(intoEnclosure('top', false, rect, [0, 25], space, plate)).toEqual({ x: [20, 50], y: [0, 25], z: [30, 80] })
    expect(intoEnclosure('bottom', false, rect, [0, 25], space, plate)).toEqual({
      x: [20, 50],
      y: [475, 500],
      z: [70, 120],
    })
    expect(intoEnclosure('back', true, rect, [0, 25], space, plate)).toEqual({ x: [30, 60], y: [40, 90], z: [10, 35] })
  })
  it('plates seen from within: what is to the right of somebody who turns to them, and ahead on a floor', () => {
    const at = (side: FaceSide) => intoEnclosure(side, true, rect, [0, 25], space, { ...plate, left_mm: 0, top_mm: 0 })
    // Facing left, the back is at one's right hand; facing right, the front is.
    expect(at('left')).toEqual({ x: [10, 35], y: [30, 80], z: [100, 130] })
    expect(at('right')).toEqual({ x: [365, 390], y: [30, 80], z: [20, 50] })
    // A floor looked down at: its upper edge lies at the back. A plate overhead: its lower edge does.
    expect(at('bottom')).toEqual({ x: [20, 50], y: [465, 490], z: [30, 80] })
    expect(at('top')).toEqual({ x: [20, 50], y: [10, 35], z: [70, 120] })
    expect(at('front')).toEqual({ x: [350, 380], y: [30, 80], z: [115, 140] })
  })
  it('keeps volume and stays inside, whatever the wall', () =>
    fc.assert(
      fc.property(fc.constantFrom<FaceSide>('left', 'right', 'top', 'bottom', 'front', 'back'), (side) => {
        const [w, h] =
          side === 'left' || side === 'right'
            ? [150, 500]
            : side === 'top' || side === 'bottom'
              ? [400, 150]
              : [400, 500]
        const { x, y, z } = intoEnclosure(
          side,
          false,
          { left_mm: w * 0.2, right_mm: w * 0.5, top_mm: h * 0.1, bottom_mm: h * 0.6 },
          [0, 30],
          space,
          plate,
        )
        expect((x[1] - x[0]) * (y[1] - y[0]) * (z[1] - z[0])).toBeCloseTo(w * 0.3 * h * 0.5 * 30, 6)
        for (const [range, most] of [
          [x, 400],
          [y, 500],
          [z, 150],
        ] as const)
          expect(range[0] >= 0 && range[1] <= most).toBe(true)
      }),
    ))
  const boxes = fc
    .tuple(
      fc.integer({ min: 0, max: 80 }),
      fc.integer({ min: 0, max: 80 }),
      fc.integer({ min: 0, max: 80 }),
      mm(40),
      mm(40),
      mm(40),
    )
    .map(([x, y, z, w, h, d]): Box3 => ({ x: [x, x + w], y: [y, y + h], z: [z, z + d] }))
  it('the sweep finds what comparing all finds', () =>
    fc.assert(
      fc.property(fc.array(boxes, { maxLength: 25 }), (list) => {
        const found = meetingPairs(list.map((box, key) => ({ key, box })))
          .map(([a, b]) => [Math.min(a, b), Math.max(a, b)].join())
          .sort()
        const plain = list.flatMap((a, i) => list.flatMap((b, j) => (i < j && meets(a, b) ? [`${i},${j}`] : []))).sort()
        expect(found).toEqual(plain)
      }),
    ))
  it('after going as far as the room allows, nothing is met, and a little farther something is', () =>
    fc.assert(
      fc.property(
        boxes,
        fc.array(boxes, { maxLength: 12 }),
        fc.constantFrom('x' as const, 'y' as const, 'z' as const),
        fc.constantFrom(1 as const, -1 as const),
        (box, others, axis, sign) => {
          const apart = others.filter((other) => !meets(box, other)).map((other, key) => ({ key, box: other }))
          const { room_mm, by } = roomToward(box, { axis, sign }, apart, [0, 200])
          const shifted = (by_mm: number): Box3 => ({
            ...box,
            [axis]: sign > 0 ? [box[axis][0], box[axis][1] + by_mm] : [box[axis][0] - by_mm, box[axis][1]],
          })
          expect(apart.some((other) => meets(shifted(room_mm), other.box))).toBe(false)
          if (by !== null) expect(depthShared(shifted(room_mm + 0.01), apart[by]!.box)).toBeGreaterThan(0)
        },
      ),
    ))
})

describe('snapping and lining up', () => {
  const rects = fc
    .tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 400 }), mm(80), mm(80))
    .map(([x, y, w, h]): Rect => ({ left_mm: x, top_mm: y, right_mm: x + w, bottom_mm: y + h }))
  it('moves at most as far as it may catch, or half a grid step', () =>
    fc.assert(
      fc.property(rects, fc.array(rects, { maxLength: 10 }), (rect, neighbours) => {
        const { dx_mm, dy_mm } = snapRect({ rect, grid_mm: 5, catch_mm: 4, neighbours, rails: [] })
        expect(Math.max(Math.abs(dx_mm), Math.abs(dy_mm))).toBeLessThanOrEqual(4)
      }),
    ))
  it('a rail catches the middle before a neighbour does', () => {
    const rect: Rect = { left_mm: 10, right_mm: 30, top_mm: 92, bottom_mm: 112 }
    expect(
      snapRect({
        rect,
        grid_mm: 5,
        catch_mm: 4,
        neighbours: [{ left_mm: 50, right_mm: 70, top_mm: 91, bottom_mm: 111 }],
        rails: [{ axis: 'across', at_mm: 104 }],
      }),
    ).toMatchObject({ dy_mm: 2, across_mm: 104 })
  })
  it('lined up they share that edge', () =>
    fc.assert(
      fc.property(fc.array(rects, { minLength: 2, maxLength: 6 }), (list) => {
        const moved = alignRects(list, 'bottom').map(({ dy_mm }, i) => list[i]!.bottom_mm + dy_mm)
        expect(Math.max(...moved) - Math.min(...moved)).toBeLessThan(1e-9)
      }),
    ))
  it('spread, what stood apart has equal gaps, and the outermost stay', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 50 }), mm(80)), { minLength: 3, maxLength: 6 }),
        (list) => {
          let at = 0
          const row = list.map(([gap, width]): Rect => {
            const rect = { left_mm: at + gap, right_mm: at + gap + width, top_mm: 0, bottom_mm: 10 }
            at = rect.right_mm
            return rect
          })
          const spread = distributeRects(row, 'across').map(({ dx_mm }, i) => ({
            left: row[i]!.left_mm + dx_mm,
            right: row[i]!.right_mm + dx_mm,
          }))
          const gaps = spread.slice(1).map(({ left }, i) => left - spread[i]!.right)
          for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0]!, 6)
          expect([spread[0]!.left, spread.at(-1)!.right]).toEqual([
            row[0]!.left_mm,
            expect.closeTo(row.at(-1)!.right_mm, 6),
          ])
        },
      ),
    ))
  it('the gap between rectangles is that of their nearest points', () => {
    expect(
      gapBetween(
        { left_mm: 0, right_mm: 10, top_mm: 0, bottom_mm: 10 },
        { left_mm: 13, right_mm: 20, top_mm: 14, bottom_mm: 20 },
      ),
    ).toBe(5)
    expect(
      gapBetween(
        { left_mm: 0, right_mm: 10, top_mm: 0, bottom_mm: 10 },
        { left_mm: 5, right_mm: 20, top_mm: 5, bottom_mm: 20 },
      ),
    ).toBe(0)
  })
})
