import { FREE_mm } from '@/core/routing'
import type { Enclosure, FaceId, Side } from '@/core/plan'
import { sideOf } from '../space/faces'
import { between, isLeaf, pointOn, type Point } from './terminalPoints'

/** Where a lead begins or ends: on which side, and how far off its face. */
export interface Stand {
  readonly point: Point
  readonly side: Side
  /** The face that it is on; null where it is behind one, as the far end of a hole in a plate is. */
  readonly face: FaceId | null
  /** Off the face; 0 for what lies on it, as ways and openings do. */
  readonly raised_mm: number
}

type Axis = 'x' | 'y' | 'z'
const AXES: readonly Axis[] = ['x', 'y', 'z']

/** Which way a side faces: across, down or outward, from the low end of the space or from the high one. */
const NORMAL: Readonly<Record<Side, { readonly axis: Axis; readonly isLow: boolean }>> = {
  left: { axis: 'x', isLow: true },
  right: { axis: 'x', isLow: false },
  top: { axis: 'y', isLow: true },
  bottom: { axis: 'y', isLow: false },
  back: { axis: 'z', isLow: true },
  front: { axis: 'z', isLow: false },
}

const sizeAlong = ({ width_mm, height_mm, depth_mm }: Enclosure['inner'], axis: Axis): number =>
  axis === 'x' ? width_mm : axis === 'y' ? height_mm : depth_mm

/** On its face, under where it is. */
export function footOf({ point, side, raised_mm }: Pick<Stand, 'point' | 'side' | 'raised_mm'>): Point {
  const { axis, isLow } = NORMAL[side]
  return raised_mm === 0 ? point : { ...point, [axis]: point[axis] + (isLow ? -raised_mm : raised_mm) }
}

const stillSides = new WeakMap<Enclosure, readonly Side[]>()

/** Sides along which leads may run from one face to another: of what does not open. */
function sidesOf(enclosure: Enclosure): readonly Side[] {
  let sides = stillSides.get(enclosure)
  if (!sides) {
    const faces = (Object.keys(enclosure.faces) as FaceId[]).filter((face) => !isLeaf(enclosure, face))
    stillSides.set(enclosure, (sides = [...new Set(faces.map((face) => sideOf(enclosure.faces[face]!)))].sort()))
  }
  return sides
}

/** Between opposite sides one goes along a third: the nearest to both; null where there is none, or where the two sides meet. */
function thirdSide(enclosure: Enclosure, a: Stand, b: Stand): { readonly axis: Axis; readonly at_mm: number } | null {
  const [one, other] = [NORMAL[a.side], NORMAL[b.side]]
  if (a.side === b.side || one.axis !== other.axis) return null
  let best: { readonly axis: Axis; readonly at_mm: number; readonly over_mm: number } | null = null
  for (const side of sidesOf(enclosure)) {
    const { axis, isLow } = NORMAL[side]
    if (axis === one.axis) continue
    const at_mm = isLow ? 0 : sizeAlong(enclosure.inner, axis)
    const over_mm = Math.min(Math.abs(a.point[axis] - at_mm), Math.abs(b.point[axis] - at_mm))
    if (!best || over_mm < best.over_mm - 1e-9) best = { axis, at_mm, over_mm }
  }
  return best
}

/** A plate that stands before another of its side, as far as it reaches along two axes. */
interface Cover {
  readonly axes: readonly [Axis, Axis]
  readonly low: readonly [number, number]
  readonly high: readonly [number, number]
}

/** The plate of the two that stands farther off their common side; null where they are one, or neither covers anything. */
function coverOf(enclosure: Enclosure, a: Stand, b: Stand): Cover | null {
  if (a.side !== b.side || a.face === b.face) return null
  const { axis, isLow } = NORMAL[a.side]
  const off = (stand: Stand) => (isLow ? 1 : -1) * footOf(stand)[axis]
  if (Math.abs(off(a) - off(b)) < 1e-6) return null
  const { face } = off(a) > off(b) ? a : b
  if (face === null || enclosure.faces[face]!.kind !== 'plate') return null
  const { width_mm, height_mm } = enclosure.faces[face]!
  const [p, q] = [pointOn(enclosure, face, 0, 0, 0), pointOn(enclosure, face, width_mm, height_mm, 0)]
  const axes = AXES.filter((each) => each !== axis) as [Axis, Axis]
  const ends = axes.map((each) => [Math.min(p[each], q[each]), Math.max(p[each], q[each])] as const)
  return { axes, low: [ends[0]![0], ends[1]![0]], high: [ends[0]![1], ends[1]![1]] }
}

/** Over which edge of a plate a lead goes to what lies under it: the nearest to both ends; null where it need not go round. */
function edgeOver(enclosure: Enclosure, a: Stand, b: Stand): { readonly axis: Axis; readonly at_mm: number } | null {
  const cover = coverOf(enclosure, a, b)
  if (!cover) return null
  const isUnder = ({ point }: Stand) =>
    cover.axes.every((axis, i) => point[axis] > cover.low[i]! + 1e-6 && point[axis] < cover.high[i]! - 1e-6)
  if (!isUnder(a) || !isUnder(b)) return null
  let best: { readonly axis: Axis; readonly at_mm: number; readonly over_mm: number } | null = null
  cover.axes.forEach((axis, i) => {
    const most_mm = sizeAlong(enclosure.inner, axis)
    for (const at_mm of [cover.low[i]!, cover.high[i]!]) {
      // Where the plate meets the wall nothing goes over its edge.
      if (at_mm < 1e-6 || at_mm > most_mm - 1e-6) continue
      const over_mm = Math.min(Math.abs(a.point[axis] - at_mm), Math.abs(b.point[axis] - at_mm))
      if (!best || over_mm < best.over_mm - 1e-9) best = { axis, at_mm, over_mm }
    }
  })
  return best
}

/** From place to place along the axes: along the side that one is on, then off it. */
function legs(side: Side, from: Point, to: Point): readonly Point[] {
  const normal = NORMAL[side].axis
  const found: Point[] = []
  let at = from
  for (const axis of [...AXES.filter((each) => each !== normal), normal]) {
    if (Math.abs(at[axis] - to[axis]) < 1e-9) continue
    at = { ...at, [axis]: to[axis] }
    found.push(at)
  }
  return found
}

/** A short one hangs across, unless a plate lies between. */
const isHop = (enclosure: Enclosure, a: Stand, b: Stand): boolean =>
  between(a.point, b.point) <= FREE_mm && edgeOver(enclosure, a, b) === null

/**
 * The corners of a free run between two places of an enclosure, both included. A short one hangs straight across along the
 * axes; a longer one comes down to its face, runs along it and over edges, and up again; from a side to the one opposite it
 * goes along a third, and to what lies under a plate over the nearest of its edges.
 */
export function wayAlongWalls(enclosure: Enclosure, a: Stand, b: Stand): readonly Point[] {
  if (isHop(enclosure, a, b)) return [a.point, ...legs(a.side, a.point, b.point)]
  const [from, to] = [footOf(a), footOf(b)]
  const third = thirdSide(enclosure, a, b) ?? edgeOver(enclosure, a, b)
  const points = [a.point, ...(a.raised_mm === 0 ? [] : [from])]
  if (third) {
    const [edge, other] = [
      { ...from, [third.axis]: third.at_mm },
      { ...to, [third.axis]: third.at_mm },
    ]
    points.push(...legs(a.side, from, edge), ...legs(b.side, edge, other), ...legs(b.side, other, to))
  } else points.push(...legs(a.side, from, to))
  return b.raised_mm === 0 ? points : [...points, b.point]
}

/** How long a free run is; see {@link wayAlongWalls}. */
export function alongWalls_mm(enclosure: Enclosure, a: Stand, b: Stand): number {
  if (isHop(enclosure, a, b)) return between(a.point, b.point)
  const third = thirdSide(enclosure, a, b) ?? edgeOver(enclosure, a, b)
  const [from, to] = [footOf(a), footOf(b)]
  const flat_mm = third
    ? AXES.reduce(
        (sum, axis) =>
          sum +
          (axis === third.axis
            ? Math.abs(from[axis] - third.at_mm) + Math.abs(to[axis] - third.at_mm)
            : Math.abs(from[axis] - to[axis])),
        0,
      )
    : between(from, to)
  return a.raised_mm + flat_mm + b.raised_mm
}
