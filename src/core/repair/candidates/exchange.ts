import type { Command, DeviceId, Plan, TerminalId } from '@/core/plan'
import type { Change } from '../change'
import { placeName, wireName, type End, type Near } from '../near'
import { pressed } from '../pressed'

/** As many pairs at one device as are looked at. */
const MOST_PAIRS = 8
/** And of those that the finding does not name: neighbours first. */
const MOST_UNNAMED = 4

interface Pair {
  readonly a: readonly End[]
  readonly b: readonly End[]
  /** How many of its two terminals the finding names, itself or by their leads. */
  readonly named: number
  /** In one block, and of one function. */
  readonly isLike: boolean
  /** It has no other terminals that are wired. */
  readonly isAll: boolean
}

/** Leads exchanged: all that lies in two terminals of one device, and two leads at their far ends. */
export function exchanges(near: Near): readonly Change[] {
  return [...contradictedPairs(near), ...atOneDevice(near)]
}

/** Two leads, each entered as what the other is found to carry, with an end in the other's place. */
function contradictedPairs({ plan, contradicted, endOf }: Near): readonly Change[] {
  const ends = contradicted.flatMap((wire) => (['from', 'to'] as const).flatMap((side) => endOf(wire, side) ?? []))
  return ends.flatMap((a, i) =>
    ends.slice(i + 1).flatMap((b): Change[] => {
      const [fa, fb] = [a, b].map(({ wire }) => plan.wires[wire]!.function)
      if (a.wire === b.wire || fa === fb || (a.device === b.device && a.terminal === b.terminal)) return []
      return [swapped(plan, a, b, 1.3, 2)]
    }),
  )
}

function atOneDevice(near: Near): readonly Change[] {
  return near.devices.flatMap((device) =>
    pairsAt(near, device).flatMap(({ a, b, named, isAll, isLike }) => {
      // What lies in another block, or does something else, is more rarely taken for it than the next of its kind.
      const isOdd = !isLike || (a.length === 1 && b.length === 1 && !areAlike(near, a[0]!, b[0]!))
      const rank = (isAll ? 1 : 2 - named / 2) + (named === 1 && isOdd ? 0.6 : 0)
      const here = nearExchange(near.plan, device, a, b, rank)
      const isPair = a.length === 1 && b.length === 1 && (named === 2 || isAll)
      const far = isPair ? farExchange(near, device, a[0]!, b[0]!, rank + 0.2) : []
      return [here, ...far]
    }),
  )
}

function pairsAt(near: Near, device: DeviceId): readonly Pair[] {
  const part = near.plan.parts[near.plan.devices[device]!.part]!
  const byTerminal = new Map<TerminalId, End[]>()
  for (const end of near.endsAt(device)) byTerminal.set(end.terminal, [...(byTerminal.get(end.terminal) ?? []), end])
  const terminals = [...byTerminal.keys()]
  const order = Object.keys(part.terminals)
  const orderOf = (terminal: TerminalId) => order.indexOf(terminal)
  const isNamed = (terminal: TerminalId) =>
    near.terminals.some((place) => place.device === device && place.terminal === terminal) ||
    byTerminal.get(terminal)!.some(({ wire }) => near.wires.includes(wire))
  const isBeside = (one: TerminalId, other: TerminalId) => part.terminals[one]!.block === part.terminals[other]!.block
  return terminals
    .flatMap((one, i) =>
      terminals.slice(i + 1).map((other) => ({
        a: byTerminal.get(one)!,
        b: byTerminal.get(other)!,
        named: Number(isNamed(one)) + Number(isNamed(other)),
        isBeside: isBeside(one, other),
        isLike: isBeside(one, other) && part.terminals[one]!.function === part.terminals[other]!.function,
        isAll: terminals.length === 2,
        apart: orderOf(other) - orderOf(one),
      })),
    )
    .filter(({ a, b, named, isBeside: beside }) => (named > 0 || beside) && !sharesWire(a, b))
    .sort(
      (one, other) =>
        other.named - one.named ||
        Number(other.isLike) - Number(one.isLike) ||
        Math.abs(one.apart) - Math.abs(other.apart),
    )
    .filter(({ named }, i) => i < (named > 0 ? MOST_PAIRS : MOST_UNNAMED))
}

/** Whether two leads are entered as the same, or one of them is found to carry something else. */
const areAlike = ({ plan, contradicted }: Near, a: End, b: End): boolean =>
  plan.wires[a.wire]!.function === plan.wires[b.wire]!.function ||
  contradicted.includes(a.wire) ||
  contradicted.includes(b.wire)

const sharesWire = (a: readonly End[], b: readonly End[]) => a.some(({ wire }) => b.some((end) => end.wire === wire))

function nearExchange(plan: Plan, device: DeviceId, a: readonly End[], b: readonly End[], rank: number): Change {
  const names = a.length === 1 && b.length === 1 ? namesOf(plan, a[0]!, b[0]!) : null
  const { tag } = plan.devices[device]!
  const [first, second] = [a[0]!, b[0]!].map(
    (end) => plan.parts[plan.devices[device]!.part]!.terminals[end.terminal]!.label,
  )
  const to = (ends: readonly End[], other: End): Command[] =>
    ends.map(({ wire, side }) => ({ type: 'moveEnd', wire, side, end: plan.wires[other.wire]![other.side] }))
  return pressed(
    names ? `${names} are exchanged at ${tag}` : `what lies on ${first} and ${second} of ${tag} is exchanged`,
    names ? `Exchange ${names} at ${tag}` : `Exchange what lies on ${first} and ${second} of ${tag}`,
    [...to(a, b[0]!), ...to(b, a[0]!)],
    rank,
    rank < 1.5 ? 1 : 2,
  )
}

function farExchange(near: Near, device: DeviceId, a: End, b: End, rank: number): readonly Change[] {
  const { plan } = near
  // Two sides of a fuse or contact lie in a row, and are no pair.
  const isInRow = plan.parts[plan.devices[device]!.part]!.links.some(
    (link) => link.kind !== 'bar' && [link.a, link.b].includes(a.terminal) && [link.a, link.b].includes(b.terminal),
  )
  const [fa, fb] = [a, b].map(({ wire, side }) => near.endOf(wire, side === 'from' ? 'to' : 'from'))
  if (isInRow || !fa || !fb || (fa.device === fb.device && fa.terminal === fb.terminal)) return []
  return [swapped(plan, fa, fb, rank, rank < 1.5 ? 1 : 2)]
}

/** Two ends, each in the other's place. */
function swapped(plan: Plan, a: End, b: End, rank: number, evidence: number): Change {
  const where = `${placeName(plan, a)} and ${placeName(plan, b)}`
  return pressed(
    `${namesOf(plan, a, b)} are exchanged at ${where}`,
    `Exchange ${namesOf(plan, a, b)} at ${where}`,
    [
      { type: 'moveEnd', wire: a.wire, side: a.side, end: plan.wires[b.wire]![b.side] },
      { type: 'moveEnd', wire: b.wire, side: b.side, end: plan.wires[a.wire]![a.side] },
    ],
    rank,
    evidence,
  )
}

const namesOf = (plan: Plan, a: End, b: End) => `${wireName(plan, a.wire)} and ${wireName(plan, b.wire)}`
