import { resistance_ohm_per_km } from '@/core/conductor'
import {
  CONTACT_OHM,
  END_OHM,
  fittedRating,
  reach,
  splitKey,
  terminalKey,
  type Hop,
  type Steps,
  type TerminalKey,
} from '@/core/model'
import type { Actuator, DeviceId, Link, Part, Plan, TerminalId, WireId } from '@/core/plan'
import type { Reckoning } from '@/core/figures'
import type { Ends } from './ends'

/** What clamps and a meter's own leads add to a path. Common practice. */
export const ALLOWANCE_OHM = 0.5
/** A resistance inside a part that is still a way: a choke, a shunt. */
const CHOKE_OHM = 1

/** What is passed from one terminal to another while all is off. */
export interface ClosedWay {
  /** Of this way; others beside it can only make it less. */
  readonly ohm: number
  /** The last piece of it and where that begins; null at the start, and of a piece that is no wire. */
  readonly wire: WireId | null
  readonly before: TerminalKey | null
  /** Contacts it goes through. */
  readonly contacts: number
}
export type ClosedWays = ReadonlyMap<TerminalKey, ClosedWay>

/** The wires of a way. */
export function wiresTo(ways: ClosedWays, key: TerminalKey): readonly WireId[] {
  const wires: WireId[] = []
  for (let way = ways.get(key); way; way = way.before === null ? undefined : ways.get(way.before))
    if (way.wire !== null) wires.push(way.wire)
  return wires.reverse()
}

/** Where an actuator stands; null where it may stand anyhow. */
export type Stands = (device: DeviceId, actuator: Actuator) => string | null

/** Everything off: what hands work as in service, what is set as it is set, all else at rest. */
export const standsDead =
  (plan: Plan): Stands =>
  (device, { by, service, rest, setting }) => {
    if (by === 'hand') return service
    const chosen = setting === null ? undefined : (plan.devices[device]!.settings as Record<string, string>)[setting]
    return by === 'setting' ? (chosen ?? rest) : rest
  }

/** The same, with one held. */
export const holding =
  (stands: Stands, held: { readonly device: DeviceId; readonly actuator: string; readonly position: string }): Stands =>
  (device, actuator) =>
    device === held.device && actuator.id === held.actuator ? held.position : stands(device, actuator)

/** From one terminal to another: along a wire, or within a part. */
interface TerminalHop extends Hop {
  readonly key: TerminalKey
  readonly from: TerminalKey
  readonly wire: WireId | null
  readonly link: Link | null
}

/** The terminals of a plan as what is walked: at a terminal first its wires, then what its part joins it to. */
class TerminalSteps implements Steps<TerminalHop> {
  readonly exclusive: ReadonlySet<number> = new Set()
  private readonly numbers = new Map<TerminalKey, number>()
  private readonly keys: TerminalKey[] = []
  private readonly hops: (readonly TerminalHop[])[] = []

  constructor(
    private readonly plan: Plan,
    private readonly ends: Ends,
  ) {}

  numberOf(key: TerminalKey): number {
    let own = this.numbers.get(key)
    if (own === undefined) {
      this.numbers.set(key, (own = this.keys.length))
      this.keys.push(key)
    }
    return own
  }

  keyOf(number: number): TerminalKey {
    return this.keys[number]!
  }

  at(number: number): readonly TerminalHop[] {
    return (this.hops[number] ??= this.hopsFrom(this.keys[number]!))
  }

  private hopsFrom(from: TerminalKey): readonly TerminalHop[] {
    const hop = (key: TerminalKey, wire: WireId | null, link: Link | null): TerminalHop => ({
      to: this.numberOf(key),
      passage: null,
      key,
      from,
      wire,
      link,
    })
    const { device, terminal } = splitKey(from)
    const links = linksAt(this.plan.parts[this.plan.devices[device]!.part]!).get(terminal) ?? []
    return [
      ...(this.ends.get(from) ?? []).map(({ wire, other }) => hop(other, wire, null)),
      ...links.flatMap((link) =>
        (link.kind === 'bar' ? link.terminals : [link.a, link.b]).map((other) =>
          hop(terminalKey(device, other), null, link),
        ),
      ),
    ]
  }
}

const knownSteps = new WeakMap<Ends, TerminalSteps>()

function terminalSteps(plan: Plan, ends: Ends): TerminalSteps {
  let steps = knownSteps.get(ends)
  if (!steps) knownSteps.set(ends, (steps = new TerminalSteps(plan, ends)))
  return steps
}

/** From a terminal over wires, bars, fuses that are in and contacts that are closed, by the fewest pieces. */
export function closedWays(
  plan: Plan,
  reckoning: Reckoning,
  ends: Ends,
  start: TerminalKey,
  stands: Stands,
): ClosedWays {
  const steps = terminalSteps(plan, ends)
  const reached = reach<ClosedWay, TerminalHop>(
    { steps },
    {
      from: [[steps.numberOf(start), { ohm: 0, wire: null, before: null, contacts: 0 }]],
      carry: ({ ohm, contacts }, { from, wire, link }) => {
        if (wire !== null) return { ohm: ohm + wireOhm(reckoning, wire) + 2 * END_OHM, wire, before: from, contacts }
        const { device } = splitKey(from)
        const passed = passing(plan, device, plan.parts[plan.devices[device]!.part]!, link!, stands)
        const isContact = link!.kind === 'contact'
        return passed === null
          ? null
          : { ohm: ohm + passed, wire: null, before: from, contacts: contacts + (isContact ? 1 : 0) }
      },
    },
  )
  return new Map([...reached].map(([number, { carried }]) => [steps.keyOf(number), carried]))
}

function wireOhm(reckoning: Reckoning, wire: WireId): number {
  const { size, length_mm } = reckoning.wires[wire] ?? { size: null, length_mm: 0 }
  return (resistance_ohm_per_km(size ?? '0.25 mm²', 20) * length_mm) / 1e6
}

/** Ohms of a link that passes; null where it does not, or only through a semiconductor. */
function passing(plan: Plan, device: DeviceId, part: Part, link: Link, stands: Stands): number | null {
  switch (link.kind) {
    case 'bar':
      return 0
    case 'protective':
      return fittedRating(plan.devices[device]!, link).rating_A === null ? null : CONTACT_OHM
    case 'resistance':
      return link.ohm <= CHOKE_OHM ? link.ohm : null
    case 'semiconductor':
      return null
    case 'contact': {
      const by = part.actuators.find(({ id }) => id === link.actuator)!
      const position = stands(device, by)
      return position === null || link.closedIn.includes(position) ? CONTACT_OHM : null
    }
  }
}

const known = new WeakMap<Part, ReadonlyMap<TerminalId, readonly Link[]>>()

function linksAt(part: Part): ReadonlyMap<TerminalId, readonly Link[]> {
  let own = known.get(part)
  if (!own) {
    const made = new Map<TerminalId, Link[]>()
    for (const link of part.links)
      for (const terminal of link.kind === 'bar' ? link.terminals : [link.a, link.b]) {
        const list = made.get(terminal)
        if (list) list.push(link)
        else made.set(terminal, [link])
      }
    known.set(part, (own = made))
  }
  return own
}
