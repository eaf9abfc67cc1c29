import { compile, terminalKey } from '@/core/model'
import type { DeviceId, Plan, TerminalId, WireId } from '@/core/plan'
import type { Change } from '../../change'
import type { End, Near } from '../../near'
import { OF_LOADS, contactsOf, feeds, moved } from './ends'

const MOST_PASSED = 10

/** What tells of a stop, guard or contact that parts nothing that matters. */
const STOP_NOTHING: ReadonlySet<string> = new Set(['stop-contact-idle', 'stop-without-effect', 'pole-without-effect'])

/**
 * Leads that go past an open contact: they lie where its other side is fed, and belong behind it. The likeliest is the one
 * that lies in the same joint, or whose part has another lead on the same switch.
 */
export function passedBy({ plan, rule, open, devices, endsAt, endOf, wiring }: Near): readonly Change[] {
  const named = [
    ...open.filter((place) => OF_LOADS.has(rule) || devices.includes(place.device)),
    // Behind a stop that stops nothing something lies mostly, a lamp: what it was to stop belongs beside that.
    ...(STOP_NOTHING.has(rule) ? devices.flatMap((device) => contactsOf(plan, device)) : []),
  ]
  return named.flatMap((place) => {
    const beyond = plan.parts[plan.devices[place.device]!.part]!.links.flatMap((link): TerminalId[] =>
      link.kind === 'bar' || (link.a !== place.terminal && link.b !== place.terminal)
        ? []
        : [link.a === place.terminal ? link.b : link.a],
    )
    const other = endsAt(place.device).find(({ terminal }) => beyond.includes(terminal))
    if (!other) return []
    const { netOf, potentialsOfJoint, jointOf } = wiring()
    const fed = terminalKey(other.device, other.terminal)
    const feeding = potentialsOfJoint(jointOf(fed))
    const sources = new Set(feeding.map(({ id }) => id))
    const kinds = new Set(feeding.map(({ kind }) => kind))
    const hasFellow = (device: DeviceId) =>
      endsAt(place.device).some(({ wire, side }) => endOf(wire, side === 'from' ? 'to' : 'from')?.device === device)
    // In the very terminal from which the switch is fed: a hand took one hole for the other.
    const feed = endOf(other.wire, other.side === 'from' ? 'to' : 'from')
    const liesBeside = ({ device, terminal }: End) => device === feed?.device && terminal === feed.terminal
    const isLoad = (end: End) => feeds(plan, end)
    // The next contact in the row.
    const passesOn = ({ device, terminal }: End) =>
      plan.parts[plan.devices[device]!.part]!.links.some(
        (link) => link.kind !== 'bar' && (link.a === terminal || link.b === terminal),
      )
    const rankOf = (end: End, far: End) =>
      end.device === place.device
        ? 1.35
        : netOf(terminalKey(end.device, end.terminal)) === netOf(fed)
          ? 1.4
          : isLoad(far)
            ? 1.6
            : passesOn(far)
              ? 1.65
              : 1.9
    return (Object.keys(plan.wires) as WireId[])
      .flatMap((wire) => (['from', 'to'] as const).flatMap((side) => endOf(wire, side) ?? []))
      .flatMap((end) => {
        const far = endOf(end.wire, end.side === 'from' ? 'to' : 'from')
        const isLike = plan.wires[end.wire]!.function === plan.wires[other.wire]!.function
        const isThere = end.device === place.device && end.terminal === place.terminal
        if (!far || !isLike || isThere || far.device === place.device) return []
        const own = potentialsOfJoint(jointOf(terminalKey(end.device, end.terminal)))
        const reaches = own.some(({ id }) => sources.has(id))
        // On a pole of the same kind of another source: one cord's neutral for the other's.
        const isAlike = !reaches && own.length > 0 && own.every(({ kind }) => kinds.has(kind))
        // Its far end is what is fed: a load, or a contact before one; less likely what deals it out to several.
        const isFed = plan.parts[plan.devices[far.device]!.part]!.links.every(
          (link) => link.kind !== 'bar' || !link.terminals.includes(far.terminal),
        )
        if (!reaches && !isAlike) return []
        // Another lead of the same part on the same switch says enough by itself.
        const change = !isFed
          ? moved(plan, end, place, liesBeside(end) ? 1.3 : 1.65)
          : hasFellow(far.device)
            ? moved(plan, end, place, 1.4, 1)
            : moved(plan, end, place, isAlike ? (passesOn(far) ? 1.92 : 1.95) : rankOf(end, far))
        return [{ change, wire: end.wire, far }]
      })
      .toSorted((a, b) => a.change.rank - b.change.rank)
      .filter(({ wire, far }) => !isFedWithout(plan, wire, far, sources))
      .slice(0, MOST_PASSED)
      .map(({ change }) => change)
  })
}

/** Whether what a lead goes to is fed without it too: it brings the feed, and does not go past anything. */
function isFedWithout(plan: Plan, wire: WireId, { device, terminal }: End, sources: ReadonlySet<string>): boolean {
  const wires = Object.fromEntries(Object.entries(plan.wires).filter(([id]) => id !== wire))
  const { potentialsOfJoint, jointOf } = compile({ ...plan, wires })
  return potentialsOfJoint(jointOf(terminalKey(device, terminal))).some(({ id }) => sources.has(id))
}
