import { presentPlan, type Plan, type Wire, type WireId } from '@/core/plan'
import { reckon } from './reckon'
import type { Reckoning } from './types'

/** A plan of which some comes later, as it stands until then. */
export interface Present {
  readonly plan: Plan
  readonly reckoning: Reckoning
}

const known = new WeakMap<Plan, Present>()

/**
 * What is here now, with leads as thick as the whole wants them: what comes later has its watts kept. Null where all of the
 * plan comes now.
 */
export function presentOf(plan: Plan): Present | null {
  const bare = presentPlan(plan)
  if (bare === plan) return null
  let own = known.get(bare)
  if (!own) {
    const present = { ...bare, wires: sizedAs(bare, reckon(plan)) }
    known.set(bare, (own = { plan: present, reckoning: reckon(present) }))
  }
  return own
}

function sizedAs({ wires }: Plan, whole: Reckoning): Plan['wires'] {
  return Object.fromEntries(
    (Object.entries(wires) as [WireId, Wire][]).map(([id, wire]) => [
      id,
      wire.size === null && whole.wires[id]?.size ? { ...wire, size: whole.wires[id].size } : wire,
    ]),
  )
}
