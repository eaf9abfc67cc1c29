import { splitKey } from '@/core/model'
import { PART_KINDS, type DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly by: DeviceId
  /** Led on by way of a door or lid, over its hinge and back. */
  readonly isOverHinge: boolean
}

/** The door or lid that a device stands on; null elsewhere. */
function doorOf({ plan }: Context, id: DeviceId): string | null {
  const { place } = plan.devices[id]!
  if (place.kind !== 'face') return null
  return plan.enclosures[place.enclosure]?.faces[place.face]?.kind === 'door'
    ? `${place.enclosure} ${place.face}`
    : null
}

export const earthChained = defineRule<Facts>({
  severity: 'caution',
  title: 'An earth led on from another device’s screw',
  stage: 'connect',
  source: SOURCES.iec60204Bonding,
  reads: 'layout',
  find: (context) => {
    const ends = new Map(
      context.model.conductors.map(({ id, from, to }) => [id, [splitKey(from).device, splitKey(to).device] as const]),
    )
    return context.reckoning.earths.flatMap(({ device, path }): Facts[] => {
      if (context.device(device).origin === 'remove') return []
      const passed = [...new Set((path ?? []).flatMap((wire) => ends.get(wire) ?? []))]
        .filter((id) => id !== device && context.device(id).origin !== 'remove')
        .sort()
      const by = passed.find((id) => !PART_KINDS[context.part(id).behaviour.kind].leadsEarthOn)
      if (by) return [{ device, by, isOverHinge: false }]
      // The inlet itself may be on the door; what then stands in the box has no other way.
      const door = passed.find(
        (id) =>
          context.part(id).behaviour.kind !== 'mains-inlet' &&
          doorOf(context, id) !== null &&
          doorOf(context, id) !== doorOf(context, device),
      )
      const isInletThere = passed.some(
        (id) =>
          context.part(id).behaviour.kind === 'mains-inlet' && door && doorOf(context, id) === doorOf(context, door),
      )
      return door && !isInletThere ? [{ device, by: door, isOverHinge: true }] : []
    })
  },
  word: ({ device, by, isOverHinge }, context) => ({
    subjects: [device, by].map((id) => ({ kind: 'device', id })),
    what: `The earth of ${context.device(device).tag} is led on from ${context.device(by).tag}${isOverHinge ? ', over the hinge of its door and back' : ''}`,
    why: isOverHinge
      ? 'A lead that bends with a door is the first to break, and the door comes off for work: all behind it is then without earth. The door gets a lead of its own; everything else is earthed without it.'
      : 'Whoever takes that device out takes the earth of the next one with it. Each gets a conductor of its own to the stud or bar.',
  }),
})
