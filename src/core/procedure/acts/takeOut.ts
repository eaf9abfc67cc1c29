import type { RouteFigures } from '@/core/figures'
import { comesOff, comesOffWords } from '@/core/securing'
import type { Device, DeviceId, Plan, Wire, WireId } from '@/core/plan'
import { CAPACITORS, PROVE_DEAD, UNPLUG } from '../cautions'
import type { Act } from '../types'
import { MINUTES, actOf } from './draft'

/** What comes out of the box before anything goes in: each part that is removed with its wires, then wires on their own. */
export function takeOutSteps(plan: Plan, leads: RouteFigures['leads']): readonly Act[] {
  const wires = (Object.entries(plan.wires) as [WireId, Wire][]).filter(([, { origin }]) => origin === 'remove')
  const touches = (wire: Wire, id: DeviceId) =>
    [wire.from, wire.to].some((end) => end.kind === 'terminal' && end.device === id)
  const removed = (Object.entries(plan.devices) as [DeviceId, Device][]).filter(([, { origin }]) => origin === 'remove')
  const alone = wires.filter(([, wire]) => !removed.some(([id]) => touches(wire, id)))
  const labels = (list: readonly (readonly [WireId, Wire])[]) => list.map(([id, { label }]) => label || id).join(', ')
  return [
    ...removed.map(([id, { tag, name, part }]) => {
      const own = wires.filter(([, wire]) => touches(wire, id))
      return actOf({
        id: `out:${id}`,
        phase: 'take-out',
        device: id,
        title: `Take out ${tag}, ${name}`,
        lines: [
          'Photograph it, and label every lead by where it goes, before the first screw.',
          ...comesOffWords(plan, comesOff(plan, leads, id)),
          ...(own.length > 0 ? [`With it comes out: ${labels(own)}.`] : []),
          'Leads that stay are insulated at once, one by one.',
        ],
        minutes: MINUTES.mount,
        cautions: [UNPLUG, CAPACITORS, PROVE_DEAD],
        facts: { part },
        why: 'What was there is the only drawing there is; a lead left bare finds something to touch.',
      })
    }),
    ...(alone.length > 0
      ? [
          actOf({
            id: 'out:wires',
            phase: 'take-out',
            title: `Take out ${alone.length === 1 ? 'a wire' : `${alone.length} wires`}: ${labels(alone)}`,
            lines: ['From end to end: none is cut off and left in a duct.'],
            minutes: alone.length,
            cautions: [UNPLUG, CAPACITORS, PROVE_DEAD],
            facts: {
              wires: alone
                .map(([id]) => id)
                .sort()
                .join(','),
            },
            why: 'A dead end left in the box is taken for a live one later, or the other way round.',
          }),
        ]
      : []),
  ]
}
