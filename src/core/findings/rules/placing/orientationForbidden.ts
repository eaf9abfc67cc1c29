import { sideOf } from '@/core/figures'
import type { DeviceId, Place, Plan } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly rotation_deg: number
  /** On a floor, under a ceiling, or on the upper or lower side of something: on its back or its front. */
  readonly isLying: boolean
}

/** How a place turns what stands on it; null where nobody said where that is. */
function standsAt(plan: Plan, place: Place): Omit<Facts, 'device'> | null {
  if (place.kind === 'face') {
    const side = sideOf(plan.enclosures[place.enclosure]!.faces[place.face]!)
    return { rotation_deg: place.rotation_deg, isLying: side === 'bottom' || side === 'top' }
  }
  if (place.kind !== 'on') return null
  const host = standsAt(plan, plan.devices[place.device]!.place)
  if (host === null) return null
  const { side, rotation_deg } = place
  const isFlat = side === 'front' || side === 'back'
  const turn = (host.rotation_deg + rotation_deg) % 360
  if (isFlat) return { rotation_deg: turn, isLying: host.isLying }
  // Of a host that stands turned, its left and right are above and below.
  const isAbove = (side === 'top' || side === 'bottom') === (host.rotation_deg % 180 === 0)
  return host.isLying ? { rotation_deg, isLying: false } : { rotation_deg, isLying: isAbove }
}

export const orientationForbidden = defineLayingRule<Facts>({
  severity: 'caution',
  title: 'Turned as it may not stand',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, device, part }): Facts[] => {
      if (part.orientations !== 'upright') return []
      const stands = standsAt(context.plan, device.place)
      return stands && (stands.isLying || stands.rotation_deg % 180 !== 0) ? [{ device: id, ...stands }] : []
    }),
  word: ({ device, rotation_deg, isLying }, context) => {
    const { tag, place } = context.device(device)
    return {
      subjects: [{ kind: 'device', id: device }],
      what: `${tag} ${isLying ? 'lies flat' : `stands turned by ${rotation_deg}°`} and is made to stand upright`,
      why: 'Its vents work by warm air rising through them; lying down it runs hotter than its sheet says.',
      fixes:
        place.kind === 'face' && !isLying
          ? [
              {
                label: `Stand ${tag} upright`,
                commands: [{ type: 'moveDevice', id: device, place: { ...place, rotation_deg: 0 } }],
              },
            ]
          : [],
    }
  },
})
