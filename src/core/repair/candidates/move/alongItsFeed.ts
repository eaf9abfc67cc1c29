import { circuitFigures } from '@/core/figures'
import { terminalKey } from '@/core/model'
import type { TerminalId, WireId } from '@/core/plan'
import type { Change } from '../../change'
import type { Near, Place } from '../../near'
import { moved, OF_LOADS } from './ends'

const MOST_WIRES = 4
const MOST_FREE = 6
/** A lead whose current is the load's within this share is on its way; an assumption, far above what arithmetic leaves over. */
const ALIKE = 0.02

/**
 * Of a load that runs where it should not: a lead on its feed lies past what was to switch it, and belongs on a way of a fuse
 * or a contact that is fed and has nothing on it.
 */
export function alongItsFeed({ plan, rule, devices, endsAt, endOf, wiring }: Near): readonly Change[] {
  if (!OF_LOADS.has(rule)) return []
  const { draws, wires } = circuitFigures(plan)
  const taken_A = draws.flatMap(({ device, most }) => (devices.includes(device) && most.value ? [most.value] : []))
  const carries = (id: WireId) => {
    const worst_A = wires[id]?.worst.value ?? 0
    return worst_A > 0 && taken_A.some((own_A) => Math.abs(worst_A - own_A) <= ALIKE * own_A)
  }
  const along = (Object.keys(plan.wires) as WireId[])
    .filter((id) => ['V+', 'L'].includes(plan.wires[id]!.function) && carries(id))
    .slice(0, MOST_WIRES)
  const { potentialsOfJoint, jointOf } = wiring()
  const sourcesAt = ({ device, terminal }: Place) =>
    potentialsOfJoint(jointOf(terminalKey(device, terminal))).flatMap(({ id, kind }) =>
      kind === '+' || kind === 'L' ? [id] : [],
    )
  const free = Object.entries(plan.devices).flatMap(([id, each]): Place[] => {
    const device = id as Place['device']
    const lying = new Set(endsAt(device).map(({ terminal }) => terminal))
    return plan.parts[each!.part]!.links.flatMap((link): Place[] => {
      if (link.kind !== 'protective' && link.kind !== 'contact') return []
      const ends: readonly (readonly [TerminalId, TerminalId])[] = [
        [link.a, link.b],
        [link.b, link.a],
      ]
      return ends.flatMap(([own, beyond]) => (!lying.has(own) && lying.has(beyond) ? [{ device, terminal: own }] : []))
    })
  })
  return along.flatMap((wire) =>
    (['from', 'to'] as const).flatMap((side) => {
      const end = endOf(wire, side)
      if (!end) return []
      const own = new Set(sourcesAt(end))
      return free
        .filter((place) => place.device !== end.device && sourcesAt(place).some((id) => own.has(id)))
        .slice(0, MOST_FREE)
        .map((place) => moved(plan, end, place, 1.55))
    }),
  )
}
