import { splitKey } from '@/core/model'
import type { DeviceId, Plan, WireId } from '@/core/plan'
import { wireSize } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

/** A thinner one has so much less copper that it and its clamp hardly help; common practice. */
const ALIKE = 1.6

/** 1/0 AWG. */
const NEC_LEAST_mm2 = 53

const isOnMains = (plan: Plan, wires: readonly WireId[]) =>
  wires.some((id) => plan.wires[id]!.function === 'L' || plan.wires[id]!.function === 'N')

const isString = (plan: Plan, device: DeviceId) =>
  plan.parts[plan.devices[device]!.part]!.behaviour.kind === 'pixel-string'

export const parallelUnlike = defineRule<{ readonly wires: readonly WireId[]; readonly isForbidden: boolean }>({
  severity: 'caution',
  title: 'Parallel leads that are not alike',
  stage: 'connect',
  source: SOURCES.iec60364Parallel,
  find: ({ model, reckoning, plan }) => {
    const sets = new Map<string, WireId[]>()
    for (const { id, from, to, jointFrom, jointTo, wire } of model.conductors) {
      if (wire.function === 'PE' || wire.function === 'signal' || plan.wires[id]!.origin === 'remove') continue
      // A string fed at both its ends is no pair of leads.
      if ([from, to].some((key) => isString(plan, splitKey(key).device))) continue
      const key = jointFrom < jointTo ? `${jointFrom} ${jointTo}` : `${jointTo} ${jointFrom}`
      sets.set(key, [...(sets.get(key) ?? []), id])
    }
    return [...sets.values()].flatMap((wires) => {
      const areas = wires.flatMap((id) => {
        const { size } = reckoning.wires[id]!
        return size === null ? [] : [wireSize(size).area_mm2]
      })
      if (areas.length < 2) return []
      const isForbidden = plan.site.region === 'NEC' && Math.min(...areas) < NEC_LEAST_mm2 && isOnMains(plan, wires)
      return isForbidden || Math.max(...areas) > Math.min(...areas) * ALIKE ? [{ wires, isForbidden }] : []
    })
  },
  word: ({ wires, isForbidden }, context) => ({
    severity: isForbidden ? 'stop' : 'caution',
    subjects: wires.map((id) => ({ kind: 'wire', id })),
    what: `${wires.map((id) => `${context.wireName(id)}, ${context.reckoning.wires[id]!.size}`).join(' and ')} lie side by side between the same two joints`,
    why: isForbidden
      ? 'On the mains the NEC lets conductors lie in parallel from 1/0 AWG on alone (310.10(G), from memory): with one loose the other is left with all of it. Take one that carries the whole.'
      : 'They share their current by their copper: with the thick one loose the thin one is left with all of it. Take both of one size, one length and one kind, or the thick one alone.',
  }),
})
