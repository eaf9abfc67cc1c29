import { hostOf } from '../hostOf'
import type { DeviceId, EnclosureId } from '../schema/ids'
import type { Plan } from '../schema/plan'
import { isShallowAlike } from './view'

const latest = new Map<EnclosureId, Plan>()
const MOST_BOXES = 64

/**
 * A plan of places cut into one for each enclosure, with what stands in it: the same object as before while nothing in that
 * enclosure changed, so that moving a part in one box leaves the others as they were worked out.
 */
export function boxPlans(plan: Plan): readonly Plan[] {
  const devices = new Map<EnclosureId, Record<string, Plan['devices'][DeviceId]>>()
  const known = new Map<DeviceId, EnclosureId | null>()
  for (const [id, device] of Object.entries(plan.devices)) {
    const box = boxOf(plan, id as DeviceId, known)
    if (box === null) continue
    const own = devices.get(box)
    if (own) own[id] = device!
    else devices.set(box, { [id]: device! })
  }
  return (Object.keys(plan.enclosures) as EnclosureId[]).map((id) => {
    const cut: Plan = {
      ...plan,
      enclosures: { [id]: plan.enclosures[id]! },
      devices: (devices.get(id) ?? {}) as Plan['devices'],
      raceways: Object.fromEntries(
        Object.entries(plan.raceways).filter(([, raceway]) => raceway!.enclosure === id),
      ) as Plan['raceways'],
    }
    const before = latest.get(id)
    const isSame =
      before !== undefined &&
      before.parts === cut.parts &&
      isShallowAlike(before.enclosures, cut.enclosures) &&
      isShallowAlike(before.devices, cut.devices) &&
      isShallowAlike(before.raceways, cut.raceways)
    if (isSame) return before
    if (latest.size >= MOST_BOXES) latest.clear()
    latest.set(id, cut)
    return cut
  })
}

/** The enclosure on a face of which a device stands, itself or by the board it plugs onto; null for what stands on none. */
function boxOf(plan: Plan, id: DeviceId, known: Map<DeviceId, EnclosureId | null>): EnclosureId | null {
  const way: DeviceId[] = []
  let at: DeviceId | undefined = id
  let box: EnclosureId | null = null
  while (at !== undefined && !known.has(at)) {
    way.push(at)
    // Marked before it is known, so that a circle ends.
    known.set(at, null)
    const place: Plan['devices'][DeviceId]['place'] | undefined = plan.devices[at]?.place
    if (place?.kind === 'face') {
      box = place.enclosure
      break
    }
    at = (place && hostOf(place)) ?? undefined
  }
  if (at !== undefined && box === null) box = known.get(at) ?? null
  for (const each of way) known.set(each, box)
  return box
}
