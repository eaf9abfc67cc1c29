import { reachOf, turnPoint, turnShape, type HoleShape } from '@/core/geometry'
import type { Device, DeviceId, Face, Part } from '@/core/plan'

/** A hole of the box and what goes through it are in the same place within this. Common practice: half of what a file takes. */
const SAME_PLACE_mm = 3
/** A part fits a hole that is as large as it wants within this, or a little larger. Common practice. */
const SMALLER_mm = 0.3
const LARGER_mm = 1.5

export type Opening = Face['openings'][number]

/** A cut-out of a part as it lies on its face. */
export interface WantedHole {
  readonly id: string
  readonly shape: HoleShape
  readonly x_mm: number
  readonly y_mm: number
}

/** What a device wants cut where it stands, but for its fixing screws. */
export function wantedHoles(
  { cutouts }: Part,
  place: Pick<Extract<Device['place'], { kind: 'face' }>, 'x_mm' | 'y_mm' | 'rotation_deg'>,
): readonly WantedHole[] {
  return cutouts.flatMap((cutout) => {
    if (cutout.for === 'fixing') return []
    const by = turnPoint(cutout, place.rotation_deg)
    return [
      {
        id: cutout.id,
        shape: turnShape(cutout.shape, place.rotation_deg),
        x_mm: place.x_mm + by.x_mm,
        y_mm: place.y_mm + by.y_mm,
      },
    ]
  })
}

/** Whether what wants one hole goes through another and is held by it. */
export function fitsHole(wanted: HoleShape, there: HoleShape): boolean {
  const [a, b] = [reachOf(wanted), reachOf(there)]
  return [b.across_mm - a.across_mm, b.down_mm - a.down_mm].every(
    (more) => 2 * more >= -SMALLER_mm && 2 * more <= LARGER_mm,
  )
}

export const isSamePlace = (
  one: { readonly x_mm: number; readonly y_mm: number },
  other: { readonly x_mm: number; readonly y_mm: number },
): boolean => Math.abs(one.x_mm - other.x_mm) <= SAME_PLACE_mm && Math.abs(one.y_mm - other.y_mm) <= SAME_PLACE_mm

/** Openings of a face that were given to a device, as far as they stay. */
export const givenTo = ({ openings }: Pick<Face, 'openings'>, device: DeviceId): readonly Opening[] =>
  openings.filter((opening) => opening.device === device && opening.use === 'device' && opening.origin !== 'remove')
