import { TOUCH_TOL_mm, type Rect } from './rect'
import { MOST_PAIRS } from './rectIndex'

/** A body in an enclosure: across as seen from the front, down, and outward from the back. */
export interface Box3 {
  readonly x: readonly [number, number]
  readonly y: readonly [number, number]
  readonly z: readonly [number, number]
}

const share = (a: readonly [number, number], b: readonly [number, number]) =>
  Math.min(a[1], b[1]) - Math.max(a[0], b[0])

/** How deep two bodies reach into one another, along the axis where it is least; 0 or less where they do not. */
export function depthShared(a: Box3, b: Box3): number {
  return Math.min(share(a.x, b.x), share(a.y, b.y), share(a.z, b.z))
}

export const meets = (a: Box3, b: Box3): boolean => depthShared(a, b) > TOUCH_TOL_mm

/** Pairs of bodies that reach into one another, found by a sweep along x; those that may, and no more than are read. */
export function meetingPairs<K>(
  bodies: readonly { readonly key: K; readonly box: Box3 }[],
  may: (a: K, b: K) => boolean = () => true,
): readonly (readonly [K, K])[] {
  const sorted = [...bodies].sort((a, b) => a.box.x[0] - b.box.x[0])
  const pairs: [K, K][] = []
  let open: typeof sorted = []
  for (const body of sorted) {
    open = open.filter(({ box }) => box.x[1] > body.box.x[0])
    for (const other of open) {
      if (pairs.length >= MOST_PAIRS) return pairs
      if (meets(other.box, body.box) && may(other.key, body.key)) pairs.push([other.key, body.key])
    }
    open.push(body)
  }
  return pairs
}

export type FaceSide = 'back' | 'front' | 'left' | 'right' | 'top' | 'bottom'

/**
 * Where a rectangle of a face lies in its enclosure, with what stands inward of the face by a depth. Walls are seen from
 * outside. A plate is seen from within, as somebody sees it who stands in the middle and turns to it from the back, or looks
 * down at a floor with the back ahead; it stands off its side.
 */
export function intoEnclosure(
  side: FaceSide,
  isPlate: boolean,
  rect: Rect,
  inward: readonly [number, number],
  space: { readonly width_mm: number; readonly height_mm: number; readonly depth_mm: number },
  plate: { readonly left_mm: number; readonly top_mm: number; readonly standsOff_mm: number },
): Box3 {
  const { width_mm: W, height_mm: H, depth_mm: D } = space
  const { left_mm: l, right_mm: r, top_mm: t, bottom_mm: b } = rect
  const [n, m] = inward
  if (isPlate)
    return plateInto(
      side,
      [l + plate.left_mm, r + plate.left_mm],
      [t + plate.top_mm, b + plate.top_mm],
      [plate.standsOff_mm + n, plate.standsOff_mm + m],
      space,
    )
  switch (side) {
    case 'front':
      return { x: [l, r], y: [t, b], z: [D - m, D - n] }
    case 'back':
      return { x: [W - r, W - l], y: [t, b], z: [n, m] }
    case 'left':
      return { x: [n, m], y: [t, b], z: [l, r] }
    case 'right':
      return { x: [W - m, W - n], y: [t, b], z: [D - r, D - l] }
    case 'top':
      return { x: [l, r], y: [n, m], z: [t, b] }
    case 'bottom':
      return { x: [l, r], y: [H - m, H - n], z: [D - b, D - t] }
  }
}

type Stretch = readonly [number, number]

/** @param across @param down @param off of the plate as it is seen from within */
function plateInto(
  side: FaceSide,
  across: Stretch,
  down: Stretch,
  off: Stretch,
  { width_mm: W, height_mm: H, depth_mm: D }: { width_mm: number; height_mm: number; depth_mm: number },
): Box3 {
  const from = (size: number, [low, high]: Stretch): Stretch => [size - high, size - low]
  switch (side) {
    case 'back':
      return { x: across, y: down, z: off }
    case 'front':
      return { x: from(W, across), y: down, z: from(D, off) }
    case 'left':
      return { x: off, y: down, z: from(D, across) }
    case 'right':
      return { x: from(W, off), y: down, z: across }
    case 'top':
      return { x: across, y: off, z: from(D, down) }
    case 'bottom':
      return { x: across, y: from(H, off), z: down }
  }
}

export type Axis = 'x' | 'y' | 'z'
export interface Direction {
  readonly axis: Axis
  readonly sign: 1 | -1
}

const AXES: readonly Axis[] = ['x', 'y', 'z']

/** How far a body may go one way before it meets another or the wall, and which other; bodies already meeting it sideways do not count, nor does its own key. */
export function roomToward<K>(
  box: Box3,
  { axis, sign }: Direction,
  others: readonly { readonly key: K; readonly box: Box3 }[],
  limit: readonly [number, number],
  own: K | null = null,
): { readonly room_mm: number; readonly by: K | null } {
  const edge = sign > 0 ? box[axis][1] : box[axis][0]
  let best: { room_mm: number; by: K | null } = { room_mm: sign > 0 ? limit[1] - edge : edge - limit[0], by: null }
  for (const other of others) {
    if (other.key === own) continue
    if (AXES.some((each) => each !== axis && share(box[each], other.box[each]) <= TOUCH_TOL_mm)) continue
    const gap = sign > 0 ? other.box[axis][0] - edge : edge - other.box[axis][1]
    if (gap > -TOUCH_TOL_mm && gap < best.room_mm) best = { room_mm: Math.max(0, gap), by: other.key }
  }
  return best
}
