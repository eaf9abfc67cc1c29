import type { Part, Place } from '@/core/plan'

/** Where a part is on another one that stands unturned: its middle from that one's middle, and what it takes up. */
export interface OnHost {
  readonly dx_mm: number
  readonly dy_mm: number
  readonly width_mm: number
  readonly height_mm: number
  /** Above the underside of the other. */
  readonly from_mm: number
  readonly to_mm: number
}

/**
 * A part on a side of another: on its front it lies as it would on a plate; on its edges it stands out from it, its width along
 * the edge; behind it, it is under it.
 */
export function onHost(
  host: Pick<Part, 'body'>,
  { body: { width_mm, height_mm, depth_mm } }: Pick<Part, 'body'>,
  { side, x_mm, y_mm, off_mm, rotation_deg }: Extract<Place, { kind: 'on' }>,
): OnHost {
  const isTurned = rotation_deg % 180 !== 0
  const [along, up] = isTurned ? [height_mm, width_mm] : [width_mm, height_mm]
  if (side === 'front' || side === 'back') {
    const from_mm = side === 'front' ? host.body.depth_mm + off_mm : -off_mm - depth_mm
    return { dx_mm: x_mm, dy_mm: y_mm, width_mm: along, height_mm: up, from_mm, to_mm: from_mm + depth_mm }
  }
  const from_mm = host.body.depth_mm / 2 + y_mm - up / 2
  const out = off_mm + depth_mm / 2
  const common = { from_mm, to_mm: from_mm + up }
  if (side === 'left' || side === 'right')
    return {
      ...common,
      dx_mm: (side === 'right' ? 1 : -1) * (host.body.width_mm / 2 + out),
      dy_mm: x_mm,
      width_mm: depth_mm,
      height_mm: along,
    }
  return {
    ...common,
    dx_mm: x_mm,
    dy_mm: (side === 'bottom' ? 1 : -1) * (host.body.height_mm / 2 + out),
    width_mm: along,
    height_mm: depth_mm,
  }
}
