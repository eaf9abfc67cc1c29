import { feedWays } from '@/core/behaviour'
import { presentOf } from '@/core/figures'
import type { Finding } from '@/core/findings'
import { compile } from '@/core/model'
import type { DeviceId, Plan, TerminalId } from '@/core/plan'
import { isOpenRule } from './near'

/**
 * Whether what a change puts into an open terminal does there what the terminal is for: a contact or fuse whose other side
 * lies in a feed comes to lie on the way of a load, a source's output feeds one. A lead that merely fills the hole is no cause.
 */
export function serves(after: Plan, { rule, subjects }: Finding): boolean {
  if (!isOpenRule(rule)) return true
  const plan = presentOf(after)?.plan ?? after
  const open = subjects.flatMap((subject) => (subject.kind === 'terminal' ? [subject] : []))
  const asked = open.filter(({ device, terminal }) => isOfFeed(plan, device, terminal))
  if (asked.length === 0) return true
  const ways = feedWays(plan, compile(plan))
  const isLoad = (id: DeviceId) => plan.parts[plan.devices[id]!.part]!.draws.length > 0
  return asked.every(({ device, terminal }) => {
    if (isOutput(plan, device, terminal)) return ways.some((way) => way.source === device && isLoad(way.device))
    return ways.some(
      (way) =>
        isLoad(way.device) &&
        way.passages.some((passage) => passage.device === device && touches(passage.link, terminal)),
    )
  })
}

const touches = (link: object, terminal: TerminalId): boolean =>
  'a' in link && 'b' in link && (link.a === terminal || link.b === terminal)

const POWER: ReadonlySet<string> = new Set(['L', 'N', 'V+', 'V-'])

function isOutput(plan: Plan, device: DeviceId, terminal: TerminalId): boolean {
  const { behaviour } = plan.parts[plan.devices[device]!.part]!
  return 'outputs' in behaviour && behaviour.outputs.some(({ plus, minus }) => plus === terminal || minus === terminal)
}

/** A source's output, or one side of a contact or fuse of which the other has a lead of power. */
function isOfFeed(plan: Plan, device: DeviceId, terminal: TerminalId): boolean {
  if (isOutput(plan, device, terminal)) return true
  const beyond = new Set(
    plan.parts[plan.devices[device]!.part]!.links.flatMap((link): TerminalId[] =>
      link.kind !== 'bar' && touches(link, terminal) ? [link.a === terminal ? link.b : link.a] : [],
    ),
  )
  return Object.values(plan.wires).some(
    (wire) =>
      POWER.has(wire!.function) &&
      [wire!.from, wire!.to].some(
        (end) => end.kind === 'terminal' && end.device === device && beyond.has(end.terminal),
      ),
  )
}
