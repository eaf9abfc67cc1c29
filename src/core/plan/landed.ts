import { landingOf } from './landingOf'
import type { Plan } from './schema/plan'
import type { Wire, WireEnd } from './schema/wire'

const known = new WeakMap<Plan, Plan>()

/**
 * The plan as it is joined: an end in a plug that is plugged in stands at the terminal that its way meets. What asks where a
 * conductor goes need not know whether a plug is between; a loose plug stays one.
 */
export function landed(plan: Plan): Plan {
  let own = known.get(plan)
  if (!own) known.set(plan, (own = land(plan)))
  return own
}

function land(plan: Plan): Plan {
  let isChanged = false
  const at = (end: WireEnd): WireEnd => {
    const landing = end.kind === 'plug' ? landingOf(plan, end) : null
    if (!landing) return end
    isChanged = true
    return { kind: 'terminal', ...landing }
  }
  const wires = Object.fromEntries(
    (Object.entries(plan.wires) as [string, Wire][]).map(([id, wire]) => {
      if (wire.from.kind !== 'plug' && wire.to.kind !== 'plug') return [id, wire]
      return [id, { ...wire, from: at(wire.from), to: at(wire.to) }]
    }),
  )
  return isChanged ? { ...plan, wires: wires as Plan['wires'] } : plan
}
