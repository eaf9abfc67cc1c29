import { terminalKey, waysFrom } from '@/core/model'
import type { DeviceId, TerminalId, WireId } from '@/core/plan'
import type { Change } from '../change'
import { isOpenRule, placeName, wireName, type End, type Near, type Place } from '../near'
import { pressed } from '../pressed'

/** What tells that a feed comes from a rail that is not its own. */
const FEEDS: ReadonlySet<string> = new Set([
  'voltage-beyond-range',
  'load-not-fed',
  'low-voltage-at-load',
  'source-asked-too-much',
  'relay-control-voltage',
  'terminal-rating-exceeded',
  'mains-meets-low-voltage',
])
const MOST_LEADS = 10
const MOST_WAYS = 4

/**
 * A lead further up, by which a thing or several are fed, that comes from another rail than was meant: moved to a fuse's or a
 * distribution's free way. One free way after another is no evidence for either, so only one of each device is named.
 */
export function rails(near: Near): readonly Change[] {
  const { plan } = near
  const named = near.wires
    .filter((id) => plan.wires[id]!.function === 'V+')
    .slice(0, 2)
    .flatMap((id) => (['from', 'to'] as const).flatMap((side) => near.endOf(id, side) ?? []))
  const isOpen = isOpenRule(near.rule)
  const leads = [...named, ...(FEEDS.has(near.rule) || isOpen ? leadsUpTo(near).slice(0, MOST_LEADS) : [])]
  if (leads.length === 0) return []
  // What is found open is what it was to come from.
  const ways = isOpen ? near.terminals.filter((place) => isBare(near, place)) : freeWays(near).slice(0, MOST_WAYS)
  return leads.flatMap((end) =>
    ways
      .filter((place) => place.device !== end.device && place.device !== near.endOf(end.wire, other(end.side))?.device)
      .map((place) => {
        const [name, was, is] = [wireName(plan, end.wire), placeName(plan, end), placeName(plan, place)]
        return pressed(
          `${name} sits at ${was} and not at ${is}`,
          `Move ${name} from ${was} to ${is}`,
          [{ type: 'moveEnd', wire: end.wire, side: end.side, end: { kind: 'terminal', ...place } }],
          1.75,
          near.rule === 'voltage-beyond-range' ? 1 : 2,
        )
      }),
  )
}

const isBare = ({ endsAt }: Near, { device, terminal }: Place): boolean =>
  !endsAt(device).some((end) => end.terminal === terminal)

const other = (side: 'from' | 'to') => (side === 'from' ? 'to' : 'from')

/** Leads of the rail that what is named hangs on, and of what lies before it, at their ends in a distribution or a fuse. */
function leadsUpTo({ plan, devices, terminals, wiring, endOf }: Near): readonly End[] {
  const model = wiring()
  const nets = new Set<string>()
  const keys = [
    ...terminals.map((place) => terminalKey(place.device, place.terminal)),
    ...devices.flatMap((device) =>
      plan.parts[plan.devices[device]!.part]!.draws.map(({ plus }) => terminalKey(device, plus)),
    ),
  ]
  for (const key of keys) {
    nets.add(model.netOf(key))
    for (const { potential, terminal } of model.sources)
      if (potential.kind === '+' || potential.kind === 'L')
        for (const passage of waysFrom(model, terminal).get(model.jointOf(key)) ?? [])
          for (const end of [passage.a, passage.b]) nets.add(model.netOf(end))
  }
  // Where a hand picks one way of several.
  const dealsOut = ({ device, terminal }: End) =>
    plan.parts[plan.devices[device]!.part]!.links.some((link) =>
      link.kind === 'bar'
        ? link.terminals.includes(terminal)
        : link.kind === 'protective' && (link.a === terminal || link.b === terminal),
    )
  return (Object.keys(plan.wires) as WireId[])
    .filter((id) => plan.wires[id]!.function === 'V+')
    .flatMap((id) => (['from', 'to'] as const).flatMap((side) => endOf(id, side) ?? []))
    .filter((end) => nets.has(model.netOf(terminalKey(end.device, end.terminal))) && dealsOut(end))
}

/** Free ways of fuses of which the other side is fed, and of what deals out a plus; one a device. */
function freeWays({ plan, endsAt, wiring }: Near): readonly Place[] {
  const model = wiring()
  const isPlus = (device: DeviceId, terminal: TerminalId) =>
    model.potentialsOfJoint(model.jointOf(terminalKey(device, terminal))).some(({ kind }) => kind === '+')
  return (Object.keys(plan.devices) as DeviceId[]).flatMap((device): Place[] => {
    const { links } = plan.parts[plan.devices[device]!.part]!
    const taken = new Set(endsAt(device).map(({ terminal }) => terminal))
    const free = links.flatMap((link): TerminalId[] => {
      if (link.kind === 'bar')
        return link.terminals.some((terminal) => taken.has(terminal) && isPlus(device, terminal))
          ? link.terminals.filter((terminal) => !taken.has(terminal))
          : []
      if (link.kind !== 'protective' || taken.has(link.a) === taken.has(link.b)) return []
      const [fed, bare] = taken.has(link.a) ? [link.a, link.b] : [link.b, link.a]
      return isPlus(device, fed) ? [bare] : []
    })
    return free.slice(0, 1).map((terminal) => ({ device, terminal }))
  })
}
