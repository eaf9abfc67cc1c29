import type { Point } from '@/core/figures'

/** How somebody looks at a thing: turned about its upright, and from above. */
export interface View {
  readonly turn_deg: number
  readonly tilt_deg: number
}

/** On the sheet, and nearer to the eye by its depth. Plain projection: what is parallel stays so, and lengths keep their scale. */
export interface Seen {
  readonly x: number
  readonly y: number
  readonly depth: number
}

const rad = (deg: number) => (deg * Math.PI) / 180

/** From a point about the middle of the thing: across, down and toward the eye. */
export function projector({ turn_deg, tilt_deg }: View, { x: cx, y: cy, z: cz }: Point): (point: Point) => Seen {
  const [c, s] = [Math.cos(rad(turn_deg)), Math.sin(rad(turn_deg))]
  const [ct, st] = [Math.cos(rad(tilt_deg)), Math.sin(rad(tilt_deg))]
  return ({ x, y, z }) => {
    const [dx, dy, dz] = [x - cx, y - cy, z - cz]
    const [across, near] = [dx * c + dz * s, -dx * s + dz * c]
    return { x: across, y: dy * ct + near * st, depth: near * ct - dy * st }
  }
}

/** How far to go along a direction in space for a movement on the sheet; 0 where the direction points at the eye. */
export function alongSeen(from: Seen, to: Seen, moved: readonly [number, number]): number {
  const [ux, uy] = [to.x - from.x, to.y - from.y]
  const square = ux * ux + uy * uy
  return square < 0.01 ? 0 : (moved[0] * ux + moved[1] * uy) / square
}
