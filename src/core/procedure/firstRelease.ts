/**
 * The facts of steps as the first release wrote them into the logbook: what was signed off then goes on counting. Nothing here
 * may change; `tests/plans/format1` holds what that release wrote.
 */
import { shapeWords } from '@/core/geometry'
import { colourName, type Plan, type WireEnd, type WireId } from '@/core/plan'
import type { Reckoning, WireReckoning } from '@/core/figures'
import { ferruleSizeFor } from '@/core/reference'
import { checksum } from './facts'
import type { Act } from './types'

type Facts = Readonly<Record<string, string>>

/** How the first release would have written the facts of a step today. */
export function firstReleaseFacts(plan: Plan, reckoning: Reckoning): (step: Act) => Facts {
  const known = new Map<string, Facts>()
  const wireFacts = (id: WireId): Facts => {
    let facts = known.get(id)
    if (!facts) known.set(id, (facts = factsOfWire(plan, reckoning, id)))
    return facts
  }
  const together = (steps: readonly string[]) =>
    steps
      .flatMap((id) => {
        const wire = id.slice('wire:'.length) as WireId
        return id.startsWith('wire:') && plan.wires[wire] ? [Object.values(wireFacts(wire)).join(',')] : []
      })
      .sort()
      .join(';')
  return (step) => {
    const facts = Object.fromEntries(Object.entries(step.facts).filter(([key]) => key !== 'version'))
    if (step.wire !== null) return wireFacts(step.wire)
    if (step.id.startsWith('holes:')) return { holes: factsOfHoles(reckoning, step.id.slice('holes:'.length)) }
    if (step.id.startsWith('check:earth/')) return { path: together(step.after) }
    if (step.id.startsWith('power:load/')) {
      const branch = reckoning.rails
        .flatMap((rail) => rail.branches.map((each) => ({ ...each, id: `power:load/${each.device}/${rail.id}` })))
        .find(({ id }) => id === step.id)
      return { part: facts.part!, wires: together((branch?.wires ?? []).map((id) => `wire:${id}`)) }
    }
    return 'wires' in facts ? { wires: together(step.after) } : facts
  }
}

function factsOfWire(plan: Plan, reckoning: Reckoning, id: WireId): Facts {
  const wire = plan.wires[id]!
  const reckoned = reckoning.wires[id]
  return {
    size: reckoned?.size ?? wire.size ?? 'size not derived',
    ends: `${endKey(wire.from)} ${endKey(wire.to)}`,
    colour: colourName(wire.colour ?? plan.practice.colours[wire.function]),
    made: `${madeThen(reckoned, 'from')} / ${madeThen(reckoned, 'to')}`,
  }
}

function factsOfHoles({ faces }: Reckoning, key: string): string {
  const { holes } = faces.find(({ enclosure, face }) => `${enclosure}/${face}` === key)!
  const list = holes.map(
    ({ label, shape, x_mm, y_mm, state }) => `${label} ${shapeWords(shape)} ${x_mm} ${y_mm} ${state}`,
  )
  return `${holes.length} holes, ${checksum(list.sort().join(';'))}`
}

function endKey(end: WireEnd): string {
  return end.kind === 'terminal' ? `${end.device}|${end.terminal}` : 'parked'
}

/** That release knew one length of sleeve for each size. */
function madeThen(reckoned: WireReckoning | undefined, side: 'from' | 'to'): string {
  const end = reckoned?.[side]
  if (!reckoned || !end) return 'parked'
  const row = end.sleeve_mm === null || reckoned.size === null ? null : ferruleSizeFor(reckoned.size)
  return row ? end.what.replace(/ · \d+,/, ` · ${row.sleeve_mm},`) : end.what
}
