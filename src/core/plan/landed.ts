import { landingOf } from './landingOf'
import { isShallowAlike } from './views/view'
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

const last = new WeakMap<Wire, Wire>()
const lastWires = new WeakMap<Plan['wires'], Plan['wires']>()

/** The collection that was made of the same wires before, where all are joined as they were. */
function sameWires(entered: Plan['wires'], wires: Plan['wires']): Plan['wires'] {
  const before = lastWires.get(entered)
  if (before && isShallowAlike(before, wires)) return before
  lastWires.set(entered, wires)
  return wires
}

const isSameEnd = (one: WireEnd, other: WireEnd): boolean =>
  one === other ||
  (one.kind === 'terminal' &&
    other.kind === 'terminal' &&
    one.device === other.device &&
    one.terminal === other.terminal)

/** A wire with its ends as they are joined; the same object as before where they are joined so still. */
function joined(wire: Wire, from: WireEnd, to: WireEnd): Wire {
  const before = last.get(wire)
  if (before && isSameEnd(before.from, from) && isSameEnd(before.to, to)) return before
  const own = { ...wire, from, to }
  last.set(wire, own)
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
      return [id, joined(wire, at(wire.from), at(wire.to))]
    }),
  )
  return isChanged ? { ...plan, wires: sameWires(plan.wires, wires as Plan['wires']) } : plan
}
