import { pointOn, terminalPoint, type PlacedPoint } from '@/core/figures'
import { landingOf, type CableId, type DeviceId, type Place, type Plan } from '@/core/plan'
import type { CableEndPlace } from './mate'

/** Nobody places what hangs in a lead more exactly. */
const GRID_mm = 5

interface FarEnd {
  readonly device: DeviceId
  readonly at: PlacedPoint
}

/** Where the other end of a cable is joined, on whichever face; null where it is nowhere yet. */
function farEnd(plan: Plan, { cable, end }: CableEndPlace): FarEnd | null {
  for (const wire of Object.values(plan.wires)) {
    if (wire!.cable !== cable) continue
    for (const each of [wire!.from, wire!.to]) {
      if (each.kind === 'plug' && each.cable === cable && each.end === end) continue
      const landing = landingOf(plan, each)
      const at = landing && terminalPoint(plan, landing.device, landing.terminal)
      if (landing && at) return { device: landing.device, at }
    }
  }
  return null
}

const lengthOf = (plan: Plan, id: CableId): number | null => plan.cables[id]!.length_mm

/**
 * Where two plugs meet that are put into one another: on the way between the other ends of their cables, as far along it as
 * the first cable is long beside the second; halfway where nobody knows their lengths. On the face of the nearer end.
 *
 * @returns null where an end is on no face, or the two lie in different boxes or on a door and beside it
 */
export function meetingPlace(plan: Plan, one: CableEndPlace, two: CableEndPlace): Place | null {
  const [a, b] = [farEnd(plan, one), farEnd(plan, two)]
  if (!a || !b || a.at.region !== b.at.region) return null
  const [first_mm, second_mm] = [lengthOf(plan, one.cable), lengthOf(plan, two.cable)]
  const share = first_mm === null || second_mm === null ? 0.5 : first_mm / (first_mm + second_mm)
  const near = plan.devices[share <= 0.5 ? a.device : b.device]!.place
  if (near.kind !== 'face') return null
  const { enclosure, face } = near
  const box = plan.enclosures[enclosure]!
  const { width_mm, height_mm } = box.faces[face]!
  const origin = pointOn(box, face, 0, 0, 0)
  const along = (x_mm: number, y_mm: number) => {
    const unit = pointOn(box, face, x_mm, y_mm, 0)
    return (['x', 'y', 'z'] as const).reduce(
      (sum, axis) =>
        sum +
        (unit[axis] - origin[axis]) * (a.at.point[axis] + share * (b.at.point[axis] - a.at.point[axis]) - origin[axis]),
      0,
    )
  }
  const within = (value: number, most: number) =>
    Math.round(Math.min(Math.max(value, GRID_mm), most - GRID_mm) / GRID_mm) * GRID_mm
  return {
    kind: 'face',
    enclosure,
    face,
    x_mm: within(along(1, 0), width_mm),
    y_mm: within(along(0, 1), height_mm),
    rotation_deg: 0,
  }
}
