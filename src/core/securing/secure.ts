import { routesOf, type Routes } from '@/core/figures'
import type { Plan, RacewayId, WireId, CableId } from '@/core/plan'
import { holdsOf, holdTotals, layOrder, type Hold, type HoldTotal } from './holds'
import { slideOnOf, type SlideOn } from './slideOn'

/** What holds the leads of a plan, what is bought for it, what slides on first, and in which order leads go into each way. */
export interface Securing {
  readonly holds: readonly Hold[]
  readonly totals: readonly HoldTotal[]
  readonly slideOn: readonly SlideOn[]
  readonly order: Readonly<Record<RacewayId, readonly (WireId | CableId)[]>>
}

const known = new WeakMap<Routes, Securing>()

export function secure(plan: Plan): Securing {
  const routes = routesOf(plan)
  let own = known.get(routes)
  if (!own) {
    const holds = holdsOf(routes.plan, routes)
    own = {
      holds,
      totals: holdTotals(holds),
      slideOn: slideOnOf(routes.plan, routes),
      order: Object.fromEntries(
        [...routes.fills.keys()].map((id) => [id, layOrder(routes, id).map((lead) => lead.id)]),
      ),
    }
    known.set(routes, own)
  }
  return own
}
