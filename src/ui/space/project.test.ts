import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Point } from '@/core/figures'
import { alongSeen, projector, type Seen, type View } from './project'

const middle: Point = { x: 200, y: 250, z: 75 }
const view = fc.record({
  turn_deg: fc.double({ min: -180, max: 180, noNaN: true }),
  tilt_deg: fc.double({ min: -90, max: 90, noNaN: true }),
})
const coordinate = fc.double({ min: -500, max: 500, noNaN: true })
const point = fc.record({ x: coordinate, y: coordinate, z: coordinate })
const apart = (a: Seen, b: Seen) => Math.hypot(a.x - b.x, a.y - b.y, a.depth - b.depth)

describe('a picture in plain projection', () => {
  it('is the face itself from the front, across to the right and down', () => {
    const front = projector({ turn_deg: 0, tilt_deg: 0 }, middle)
    expect(front({ x: 210, y: 280, z: 75 })).toEqual({ x: 10, y: 30, depth: 0 })
    expect(front({ x: 200, y: 250, z: 150 }).depth).toBeCloseTo(75, 9)
  })

  // A turn keeps every distance (any handbook of mechanics); only its depth is not drawn.
  it('turns and never stretches', () => {
    fc.assert(
      fc.property(view, point, point, (at: View, a: Point, b: Point) => {
        const seen = projector(at, middle)
        expect(apart(seen(a), seen(b))).toBeCloseTo(Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z), 6)
      }),
    )
  })

  it('shows from above what lies at the back higher up', () => {
    const above = projector({ turn_deg: 0, tilt_deg: 30 }, middle)
    expect(above({ ...middle, z: 0 }).y).toBeLessThan(above({ ...middle, z: 150 }).y)
  })

  it('follows the finger along a direction, as far as it is seen at all', () => {
    fc.assert(
      fc.property(view, fc.double({ min: -200, max: 200, noNaN: true }), (at, mm) => {
        const seen = projector(at, middle)
        const [from, to] = [seen(middle), seen({ ...middle, z: middle.z + 1 })]
        fc.pre(Math.hypot(to.x - from.x, to.y - from.y) > 0.2)
        const end = seen({ ...middle, z: middle.z + mm })
        expect(alongSeen(from, to, [end.x - from.x, end.y - from.y])).toBeCloseTo(mm, 6)
      }),
    )
    const front = projector({ turn_deg: 0, tilt_deg: 0 }, middle)
    expect(alongSeen(front(middle), front({ ...middle, z: 100 }), [50, 50])).toBe(0)
  })
})
