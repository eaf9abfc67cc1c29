import type { DeviceId, Plan, TerminalId } from '@/core/plan'
import type { Change } from '../../change'
import { CARRIED, placeName, wireName, type End, type Near, type Place } from '../../near'
import { pressed } from '../../pressed'

export function moved(plan: Plan, { wire, side, ...from }: End, to: Place, rank: number, evidence = 2): Change {
  const [name, was, is] = [wireName(plan, wire), placeName(plan, from), placeName(plan, to)]
  return pressed(
    `${name} sits at ${was} and not at ${is}`,
    `Move ${name} from ${was} to ${is}`,
    [{ type: 'moveEnd', wire, side, end: { kind: 'terminal', device: to.device, terminal: to.terminal } }],
    rank,
    evidence,
  )
}

export const isAcross = (plan: Plan, device: DeviceId, one: TerminalId, other: TerminalId): boolean =>
  plan.parts[plan.devices[device]!.part]!.links.some(
    (link) => link.kind !== 'bar' && [link.a, link.b].includes(one) && [link.a, link.b].includes(other),
  )

/** Whether a terminal carries what a wire carries: by its own function, or by what lies on the other side of its contact. */
export function suits({ plan, endsAt }: Near, { wire }: End, { device, terminal }: Place): boolean {
  const { links, terminals } = plan.parts[plan.devices[device]!.part]!
  const own = terminals[terminal]!.function
  const fn = plan.wires[wire]!.function
  if (CARRIED.has(own)) return own === fn
  const beyond = links.flatMap((link) =>
    link.kind !== 'bar' && (link.a === terminal || link.b === terminal) ? [link.a === terminal ? link.b : link.a] : [],
  )
  const across = endsAt(device).filter((end) => beyond.includes(end.terminal))
  return across.length === 0 ? fn === 'signal' : across.some((end) => plan.wires[end.wire]!.function === fn)
}

export const feeds = (plan: Plan, { device, terminal }: End): boolean => {
  const { draws, behaviour } = plan.parts[plan.devices[device]!.part]!
  return behaviour.kind === 'outlet' || draws.some(({ plus, minus }) => plus === terminal || minus === terminal)
}

/** What tells of a load that runs where it should not: one of its own leads may lie past what was to switch it. */
export const OF_LOADS: ReadonlySet<string> = new Set([
  'runs-uncommanded',
  'safe-state-not-kept',
  'stop-leaves-hazard',
  'restarts-by-itself',
  'outlet-dead',
])

export const contactsOf = (plan: Plan, device: DeviceId): readonly Place[] =>
  plan.parts[plan.devices[device]!.part]!.links.flatMap((link) =>
    link.kind === 'contact' ? [link.a, link.b].map((terminal) => ({ device, terminal })) : [],
  )
