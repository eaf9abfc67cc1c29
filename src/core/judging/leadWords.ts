import { service_mm, terminalPoint, type LeadRoute } from '@/core/figures'
import type { CableId, RacewayId, WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import type { LaidContext } from './context'
import type { Subject } from './rule'

/** What is short by more than this share of its way does not reach by any other either. An assumption. */
export const NO_DOUBT = 0.85

export const mm = (value: number): string => `${formatNumber(value, 4)} mm`

/** "Lead of Motor X (A1 to M1)", or a wire's own name. */
export function leadName(context: LaidContext, { cable, wires, ends }: LeadRoute): string {
  if (cable === null) return context.wireName(wires[0]!)
  const [a, b] = ends.map(({ device }) => context.device(device).tag)
  return `${context.plan.cables[cable]!.name} (${a} to ${b})`
}

export const leadSubject = ({ cable, wires }: LeadRoute): Subject =>
  cable !== null ? { kind: 'cable', id: cable } : { kind: 'wire', id: wires[0]! }

export const wayName = (context: LaidContext, id: RacewayId): string => context.plan.raceways[id]!.name

/** Leads by their names, the first few of many. */
export function leadList(context: LaidContext, ids: readonly (WireId | CableId)[]): string {
  const names = ids.map((id) => {
    const route = context.routes.byId.get(id)!
    return route.cable === null ? context.plan.wires[route.wires[0]!]!.label : context.plan.cables[route.cable]!.name
  })
  return names.slice(0, 5).join(', ') + (names.length > 5 ? ` and ${names.length - 5} more` : '')
}

/** The ways that a lead goes through, with their pieces. */
export function waysOn(route: LeadRoute): readonly RacewayId[] {
  let ways = knownWays.get(route)
  if (!ways) knownWays.set(route, (ways = route.parts.flatMap(({ raceway }) => (raceway === null ? [] : [raceway]))))
  return ways
}
const knownWays = new WeakMap<LeadRoute, readonly RacewayId[]>()

/** What moves, and how: as somebody said, or by what it is. */
export function motionOf(context: LaidContext, id: RacewayId): 'still' | 'hinge' | 'chain' | 'torsion' {
  const { kind, motion } = context.plan.raceways[id]!
  if (motion !== null) return motion
  return kind === 'hinge-loop' ? 'hinge' : kind === 'chain' || kind === 'loop' ? 'chain' : 'still'
}

/** What a lead needs at the very least: along its way, or where it hangs free as the crow flies. */
export function leastLength(context: LaidContext, route: LeadRoute): number | null {
  if (route.bare_mm === null) return null
  const service = service_mm(context.plan, route.ends)
  if (route.laid.kind !== 'direct') return route.bare_mm + service
  const [a, b] = route.ends.map(({ device, terminal }) => terminalPoint(context.plan, device, terminal)?.point)
  return service + (a && b ? Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z) : route.bare_mm)
}
