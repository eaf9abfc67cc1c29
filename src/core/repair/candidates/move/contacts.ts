import type { TerminalId } from '@/core/plan'
import type { Change } from '../../change'
import type { Near, Place } from '../../near'
import { pressed } from '../../pressed'
import { moved } from './ends'

/** A lead on one throw of a change-over, where the other is found open. */
export function otherThrow({ plan, endsAt }: Near, places: readonly Place[], rank: number): readonly Change[] {
  return places.flatMap((place) => {
    const { links } = plan.parts[plan.devices[place.device]!.part]!
    const sides = (link: (typeof links)[number]) => (link.kind === 'bar' ? [] : [link.a, link.b])
    const common = links.flatMap((link) =>
      sides(link).includes(place.terminal) ? sides(link).filter((end) => end !== place.terminal) : [],
    )
    const throws = links.flatMap((link) =>
      sides(link).some((end) => common.includes(end))
        ? sides(link).filter((end) => !common.includes(end) && end !== place.terminal)
        : [],
    )
    return endsAt(place.device)
      .filter(({ terminal }) => throws.includes(terminal))
      .map((end) => moved(plan, end, place, rank))
  })
}

/** All that lies on one contact, moved to another of the same device: opened where it closes, or a way too far. */
export function otherContacts({ plan, devices, endsAt }: Near): readonly Change[] {
  return devices.flatMap((device) => {
    const { tag, part } = plan.devices[device]!
    const { links, terminals } = plan.parts[part]!
    const contacts = links.filter((link) => link.kind === 'contact')
    const ends = endsAt(device)
    const at = (terminal: TerminalId) => ends.filter((end) => end.terminal === terminal)
    const used = contacts.filter(({ a, b }) => at(a).length > 0 && at(b).length > 0)
    const free = contacts.filter(({ a, b }) => at(a).length === 0 && at(b).length === 0)
    const nameOf = ({ a, b }: (typeof contacts)[number]) => `${terminals[a]!.label} and ${terminals[b]!.label}`
    return used.flatMap((from) =>
      free.map((to) =>
        pressed(
          `${tag} is wired on ${nameOf(from)} and not on ${nameOf(to)}`,
          `Move the leads of ${tag} from ${nameOf(from)} to ${nameOf(to)}`,
          [
            ...at(from.a).map((end) => ({ end, terminal: to.a })),
            ...at(from.b).map((end) => ({ end, terminal: to.b })),
          ].map(({ end: { wire, side }, terminal }) => ({
            type: 'moveEnd' as const,
            wire,
            side,
            end: { kind: 'terminal' as const, device, terminal },
          })),
          1.5,
        ),
      ),
    )
  })
}
