import type { Command, WireId } from '@/core/plan'
import type { Change } from '../../change'
import { placeName, wireName, type End, type Near, type Place } from '../../near'
import { pressed } from '../../pressed'
import { suits } from './ends'

/** As many ways to put two leads back at once are looked at. */
const MOST_PAIRS = 12

/** Both leads of one thing that lie elsewhere together: line and neutral, plus and minus, to where both are open. */
export function twoAtOnce(near: Near): readonly Change[] {
  const { plan, told, endOf, endsAt } = near
  const places = near.open.filter((place) =>
    near.terminals.some(({ device, terminal }) => device === place.device && terminal === place.terminal),
  )
  const [one, other] = places
  if (!one || !other || places.length !== 2 || one.device !== other.device) return []
  // Its own other leads lie right.
  const beside = new Set(endsAt(one.device).map(({ wire }) => wire))
  const all = (Object.keys(plan.wires) as WireId[])
    .filter((wire) => !beside.has(wire))
    .flatMap((wire) =>
      (['from', 'to'] as const).flatMap((side) => {
        const end = endOf(wire, side)
        const far = endOf(wire, side === 'from' ? 'to' : 'from')
        return end && far && far.device !== one.device ? [{ end, far }] : []
      }),
    )
  const firsts = all.filter(({ end }) => suits(near, end, one))
  const seconds = all.filter(({ end }) => suits(near, end, other))
  return firsts
    .flatMap((a) =>
      seconds
        .filter((b) => b.far.device === a.far.device && b.end.wire !== a.end.wire && b.far.device !== b.end.device)
        .map((b) => ({ a, b, isTold: told.has(a.far.device) })),
    )
    .toSorted((one, other) => Number(other.isTold) - Number(one.isTold))
    .slice(0, MOST_PAIRS)
    .map(({ a, b }): Change => {
      const names = `${wireName(plan, a.end.wire)} and ${wireName(plan, b.end.wire)}`
      const { tag } = plan.devices[one.device]!
      const to = (end: End, place: Place): Command => ({
        type: 'moveEnd',
        wire: end.wire,
        side: end.side,
        end: { kind: 'terminal', device: place.device, terminal: place.terminal },
      })
      return pressed(
        `${names} sit at ${placeName(plan, a.end)} and ${placeName(plan, b.end)} and not at ${tag}`,
        `Move ${names} to ${placeName(plan, one)} and ${placeName(plan, other)}`,
        [to(a.end, one), to(b.end, other)],
        1.6,
        2,
      )
    })
}
