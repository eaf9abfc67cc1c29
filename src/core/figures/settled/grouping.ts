import { AMPACITY } from '@/core/reference'
import type { EnclosureId, Plan, WireId } from '@/core/plan'
import type { WireGuard } from './guards'
import { splitKey, type Conductor, type Model } from '@/core/model'
import { boxesOf } from './air'

/** There and back. */
const CONDUCTORS_PER_CIRCUIT = 2

/**
 * How many loaded circuits a wire lies with, until its way is drawn: as the house rule has it, but no more than there are in
 * its box, a circuit being what one fuse, breaker or limit lets through.
 */
export function groupings(model: Model, guards: ReadonlyMap<WireId, WireGuard>): (conductor: Conductor) => number {
  const { practice } = model.plan
  const boxOf = boxesOf(model)
  const boxesAt = ({ from, to }: Conductor) => [from, to].map((key) => boxOf.get(splitKey(key).device) ?? null)
  const circuits = new Map<EnclosureId | null, Set<string>>()
  for (const conductor of model.conductors) {
    const guard = guards.get(conductor.id)?.guard
    if (!guard || (conductor.wire.function !== 'L' && conductor.wire.function !== 'V+')) continue
    for (const box of boxesAt(conductor)) circuits.set(box, (circuits.get(box) ?? new Set()).add(guard.id))
  }
  const each = AMPACITY[practice.basis].groupedCounts === 'loaded circuits' ? 1 : CONDUCTORS_PER_CIRCUIT
  return (conductor) => {
    const found = Math.max(1, ...boxesAt(conductor).map((box) => circuits.get(box)?.size ?? 0))
    return Math.min(practice.grouped, isOwnLead(model.plan, conductor) ? each : found * each)
  }
}

/** A core of a cord that came with what it feeds: it lies with its own cores alone. */
function isOwnLead(plan: Plan, { wire }: Conductor): boolean {
  return wire.cable !== null && plan.cables[wire.cable]!.leadsOf !== null
}
