import { hostOf, type DeviceId, type Plan } from '@/core/plan'
import type { LeadEnd } from './leadsOf'

/** The face that a device stands on, by itself or on another; null for what stands on none. */
function faceKeyOf(plan: Plan, id: DeviceId): string | null {
  const { place } = plan.devices[id]!
  const host = hostOf(place)
  if (host !== null) return faceKeyOf(plan, host)
  return place.kind === 'face' ? `${place.enclosure} ${place.face}` : null
}

const known = new WeakMap<Plan['enclosures'], boolean>()

/** Whether anything of a plan comes out with its leads on at all: hardly ever. */
function pullsAny({ enclosures }: Plan): boolean {
  let pulls = known.get(enclosures)
  if (pulls === undefined) {
    pulls = Object.values(enclosures).some((box) =>
      Object.values(box!.faces).some((face) => face!.pullsOut_mm !== null),
    )
    known.set(enclosures, pulls)
  }
  return pulls
}

/**
 * What a lead wants beyond its way so that what it goes to comes out with its leads on: as far as that face comes, for a lead
 * from it to anything beside it. Common practice.
 */
export function service_mm(plan: Plan, ends: readonly [LeadEnd, LeadEnd]): number {
  if (!pullsAny(plan)) return 0
  const [a, b] = ends.map(({ device }) => faceKeyOf(plan, device))
  if (a === b) return 0
  return [a, b].reduce<number>((sum, key) => {
    if (!key) return sum
    const [enclosure, face] = key.split(' ')
    return sum + (plan.enclosures[enclosure as never]?.faces[face as never]?.pullsOut_mm ?? 0)
  }, 0)
}
