import { landingOf } from './landingOf'
import type { Plan } from './schema/plan'
import type { Wire, WireEnd } from './schema/wire'

const known = new WeakMap<Plan, Plan>()

/** The plan once all that goes is out: without wires that are to be removed, or that end at what is to be removed. */
export function afterRemoval(plan: Plan): Plan {
  let own = known.get(plan)
  if (!own) known.set(plan, (own = remove(plan)))
  return own
}

function remove(plan: Plan): Plan {
  const goes = (end: WireEnd) => {
    const at = landingOf(plan, end)
    return at !== null && plan.devices[at.device]?.origin === 'remove'
  }
  const all = Object.entries(plan.wires) as [string, Wire][]
  const stays = all.filter(([, { origin, from, to }]) => origin !== 'remove' && !goes(from) && !goes(to))
  return stays.length === all.length ? plan : { ...plan, wires: Object.fromEntries(stays) as Plan['wires'] }
}
