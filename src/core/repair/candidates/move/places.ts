import type { DeviceId, TerminalId, WireFunction } from '@/core/plan'
import type { End, Near, Place } from '../../near'
import { isAcross } from './ends'

const MOST_NEIGHBOURS = 4
const MOST_LIKE = 5

/** Free terminals of its block, or of its kind; never past a contact or a fuse of the same device, which would by-pass it. */
export function neighbours({ plan, endsAt }: Near, { device, terminal }: End): readonly Place[] {
  const part = plan.parts[plan.devices[device]!.part]!
  const own = part.terminals[terminal]!
  const taken = new Set(endsAt(device).map((end) => end.terminal))
  return (Object.keys(part.terminals) as TerminalId[])
    .filter((other) => {
      const data = part.terminals[other]!
      return (
        other !== terminal &&
        !taken.has(other) &&
        !isAcross(plan, device, terminal, other) &&
        (data.function === own.function || (own.block !== null && data.block === own.block))
      )
    })
    .slice(0, MOST_NEIGHBOURS)
    .map((other) => ({ device, terminal: other }))
}

/** The free other side of a contact or fuse, for one of two leads on this side: it is passed by as it is, and not afterwards. */
export function acrossFrom({ plan, endsAt }: Near, { wire, device, terminal }: End): readonly Place[] {
  const ends = endsAt(device)
  if (!ends.some((end) => end.terminal === terminal && end.wire !== wire)) return []
  return plan.parts[plan.devices[device]!.part]!.links.flatMap((link): Place[] => {
    if (link.kind === 'bar' || (link.a !== terminal && link.b !== terminal)) return []
    const other = link.a === terminal ? link.b : link.a
    return ends.some((end) => end.terminal === other) ? [] : [{ device, terminal: other }]
  })
}

/** Free terminals joined by a bar to where other leads of the same function lie, one a device. */
export function likePlaces({ plan, endsAt, endOf }: Near, { wire, side, device }: End): readonly Place[] {
  const far = endOf(wire, side === 'from' ? 'to' : 'from')
  const fn: WireFunction = plan.wires[wire]!.function
  if (fn === 'signal') return []
  const found = new Map<DeviceId, Place>()
  for (const [id, other] of Object.entries(plan.wires)) {
    if (found.size >= MOST_LIKE) break
    if (id === wire || other!.function !== fn) continue
    for (const side of ['from', 'to'] as const) {
      const at = endOf(id as typeof wire, side)
      if (!at || at.device === device || at.device === far?.device || found.has(at.device)) continue
      const taken = new Set(endsAt(at.device).map(({ terminal }) => terminal))
      const { links } = plan.parts[plan.devices[at.device]!.part]!
      const free = links
        .flatMap((link) => (link.kind === 'bar' && link.terminals.includes(at.terminal) ? link.terminals : []))
        .find((terminal) => !taken.has(terminal))
      if (free !== undefined) found.set(at.device, { device: at.device, terminal: free })
    }
  }
  return [...found.values()]
}

/** Free ends of contacts of what is named. */
export const throwsOf = ({ plan, devices, endsAt }: Near): readonly Place[] =>
  devices.flatMap((device) => {
    const taken = new Set(endsAt(device).map(({ terminal }) => terminal))
    return plan.parts[plan.devices[device]!.part]!.links.flatMap((link): Place[] =>
      link.kind === 'contact'
        ? [link.a, link.b].filter((terminal) => !taken.has(terminal)).map((terminal) => ({ device, terminal }))
        : [],
    )
  })

/** What lies in a terminal that holds too many. */
export const crowdedEnds = ({ crowded, endsAt }: Near): readonly End[] =>
  crowded
    .flatMap((place) => endsAt(place.device).filter(({ terminal }) => terminal === place.terminal))
    .slice(0, MOST_LIKE)
