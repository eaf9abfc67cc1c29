import { AMPACITY } from '@/core/reference'
import type { EnclosureId, Plan, WireId } from '@/core/plan'
import type { WireGuard } from './guards'
import { splitKey, type Conductor, type Model } from '@/core/model'
import type { LeadRoute, Routes } from '../routes/routes'
import { boxesOf } from './air'

/** There and back. */
const CONDUCTORS_PER_CIRCUIT = 2

/** Beside one another for less than this they do not warm each other (NEC 310.15(C)(1): 24 in; taken for all bases). */
const SHORT_mm = 600

/** How many lie together, as the basis counts them; `isLoaded` is null before the network was solved. */
export type GroupedOf = (conductor: Conductor, isLoaded: ((wire: WireId) => boolean) | null) => number

/**
 * How many loaded circuits a wire lies with. Until its way is drawn it is as the house rule has it, but no more than there are
 * in its box; laid in a way, it is those that really lie there with it and carry enough to warm it. A circuit is what one fuse,
 * breaker or limit lets through.
 */
export function groupings(model: Model, guards: ReadonlyMap<WireId, WireGuard>, routes: Routes): GroupedOf {
  const { practice } = model.plan
  const boxOf = boxesOf(model)
  const boxesAt = ({ from, to }: Conductor) => [from, to].map((key) => boxOf.get(splitKey(key).device) ?? null)
  const circuits = new Map<EnclosureId | null, Set<string>>()
  const circuitOf = new Map<WireId, string>()
  for (const conductor of model.conductors) {
    const guard = guards.get(conductor.id)?.guard
    if (!guard || (conductor.wire.function !== 'L' && conductor.wire.function !== 'V+')) continue
    circuitOf.set(conductor.id, guard.id)
    for (const box of boxesAt(conductor)) circuits.set(box, (circuits.get(box) ?? new Set()).add(guard.id))
  }
  const each = AMPACITY[practice.basis].groupedCounts === 'loaded circuits' ? 1 : CONDUCTORS_PER_CIRCUIT
  const byRule = (conductor: Conductor) => {
    const found = Math.max(1, ...boxesAt(conductor).map((box) => circuits.get(box)?.size ?? 0))
    return Math.min(practice.grouped, isOwnLead(model.plan, conductor) ? each : found * each)
  }
  const fedOn = feedsBySegment(routes, circuitOf)
  return (conductor, isLoaded) => {
    const route = routes.ofWire.get(conductor.id)
    if (!route || route.laid.kind === 'none' || route.isUnmeasured || isLoaded === null) return byRule(conductor)
    // What carries little of what it could is not warmed to its limit, whoever lies beside it.
    if (!isLoaded(conductor.id)) return each
    const own = new Set(route.wires.flatMap((wire) => circuitOf.get(wire) ?? []))
    const along = new Map<string, number>()
    for (const { segment, from_mm, to_mm } of route.laid.spans) {
      const beside = new Set<string>()
      for (const fed of fedOn.get(segment) ?? []) {
        if (fed.route === route || fed.from_mm >= to_mm || fed.to_mm <= from_mm) continue
        for (const { wire, circuit } of fed.circuits) if (!own.has(circuit) && isLoaded(wire)) beside.add(circuit)
      }
      for (const circuit of beside) along.set(circuit, (along.get(circuit) ?? 0) + to_mm - from_mm)
    }
    const beside = [...along.values()].filter((length_mm) => length_mm > SHORT_mm).length
    return (Math.max(1, own.size) + beside) * each
  }
}

interface Fed {
  readonly route: LeadRoute
  readonly from_mm: number
  readonly to_mm: number
  readonly circuits: readonly { readonly wire: WireId; readonly circuit: string }[]
}

/** The leads of circuits that lie in each piece of a way. */
function feedsBySegment(
  { leads, ways }: Routes,
  circuitOf: ReadonlyMap<WireId, string>,
): ReadonlyMap<number, readonly Fed[]> {
  const found = new Map<number, Fed[]>()
  for (const route of leads) {
    const circuits = route.wires.flatMap((wire) => {
      const circuit = circuitOf.get(wire)
      return circuit === undefined ? [] : [{ wire, circuit }]
    })
    if (circuits.length === 0) continue
    for (const { segment, from_mm, to_mm } of route.laid.spans) {
      if (ways.graph.segments[segment]!.way === null) continue
      const fed = { route, from_mm, to_mm, circuits }
      const list = found.get(segment)
      if (list) list.push(fed)
      else found.set(segment, [fed])
    }
  }
  return found
}

/** A core of a cord that came with what it feeds: it lies with its own cores alone. */
function isOwnLead(plan: Plan, { wire }: Conductor): boolean {
  return wire.cable !== null && plan.cables[wire.cable]!.leadsOf !== null
}
