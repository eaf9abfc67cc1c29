import { hostOf, type DeviceId, type Plan } from '@/core/plan'
import type { LeadEnd } from './leadsOf'

/** The face that a device stands on, by itself or on another; null for what stands on none. */
function faceKeyOf(plan: Plan, id: DeviceId): string | null {
  const { place } = plan.devices[id]!
  const host = hostOf(place)
  if (host !== null) return faceKeyOf(plan, host)
  return place.kind === 'face' ? `${place.enclosure} ${place.face}` : null
}

/**
 * What a lead wants beyond its way so that what it goes to comes out with its leads on: as far as that face comes, for a lead
 * from it to anything beside it. Common practice.
 */
export function service_mm(plan: Plan, ends: readonly [LeadEnd, LeadEnd]): number {
  const [a, b] = ends.map(({ device }) => faceKeyOf(plan, device))
  if (a === b) return 0
  return [a, b].reduce<number>((sum, key) => {
    if (!key) return sum
    const [enclosure, face] = key.split(' ')
    return sum + (plan.enclosures[enclosure as never]?.faces[face as never]?.pullsOut_mm ?? 0)
  }, 0)
}
