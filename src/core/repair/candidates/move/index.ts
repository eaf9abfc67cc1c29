import type { Change } from '../../change'
import type { End, Near } from '../../near'
import { alongItsFeed } from './alongItsFeed'
import { otherContacts, otherThrow } from './contacts'
import { OF_LOADS, feeds, isAcross, moved, suits } from './ends'
import { besideItsFellows, beyondAContact, fellowsOf, ontoItsCommon } from './fellows'
import { passedBy } from './passedBy'
import { acrossFrom, crowdedEnds, likePlaces, neighbours, throwsOf } from './places'
import { twoAtOnce } from './twoAtOnce'

const MOST_ENDS = 12
const MOST_MOVES = 16

/** A lead that sits in a terminal which is not its own: moved to a free one beside it, to one that is found open, or to where its like lie. */
export function moves(near: Near): readonly Change[] {
  const { plan } = near
  const ends = near.devices
    .flatMap((device) => near.endsAt(device))
    .filter(
      (end) =>
        near.wires.includes(end.wire) ||
        near.terminals.some(
          (place) =>
            place.device === end.device &&
            (place.terminal === end.terminal || isAcross(plan, end.device, end.terminal, place.terminal)),
        ) ||
        (OF_LOADS.has(near.rule) && feeds(plan, end)),
    )
    .slice(0, MOST_ENDS)
  const single: readonly Change[] = [
    ...ends.flatMap((end) => {
      const far = near.endOf(end.wire, end.side === 'from' ? 'to' : 'from')
      return [
        ...near.open
          .filter((place) => place.device !== far?.device && suits(near, end, place))
          .map((place) => moved(plan, end, place, 1.45)),
        ...(far
          ? near.open
              .filter((place) => place.device !== end.device && suits(near, end, place))
              .map((place) => moved(plan, far, place, 1.45))
          : []),
        ...neighbours(near, end).map((place) => moved(plan, end, place, 2.4)),
        ...acrossFrom(near, end).map((place) => moved(plan, end, place, 1.5)),
        ...(far ? [...beyondAContact(near, end, far), ...beyondAContact(near, far, end)] : []),
        ...(far && near.rule === 'contact-joins-nothing' ? onlyNeighbour(near, far) : []),
        ...(far ? [...besideItsFellows(near, end, far), ...besideItsFellows(near, far, end)] : []),
        ...(far ? ontoItsCommon(near, end, far) : []),
      ]
    }),
    ...ends
      .filter(({ wire }) => near.wires.includes(wire) || near.rule === 'outlet-dead')
      .slice(0, 3)
      .flatMap((end) => likePlaces(near, end).map((place) => moved(plan, end, place, 2))),
    ...crowdedEnds(near).flatMap((end) => [
      ...[...near.open.filter((place) => suits(near, end, place)), ...likePlaces(near, end)]
        .filter((place) => place.device !== end.device)
        .map((place) => moved(plan, end, place, 1.7)),
      ...fellowsOf(near, end),
    ]),
  ]
  const once = [...new Map(single.map((change) => [change.words, change])).values()]
  return [
    ...otherThrow(near, near.terminals, 1.3),
    // A load that runs at rest hangs on the throw that is closed then.
    ...(OF_LOADS.has(near.rule) ? otherThrow(near, throwsOf(near), 1.5) : []),
    ...passedBy(near),
    ...alongItsFeed(near),
    ...contradicted(near),
    ...twoAtOnce(near),
    ...once.toSorted((a, b) => a.rank - b.rank).slice(0, MOST_MOVES),
    ...otherContacts(near),
  ]
}

/** Where one place alone is free beside a lead's end, that is where it was to go. */
function onlyNeighbour(near: Near, end: End): readonly Change[] {
  const places = neighbours(near, end)
  return places.length === 1 ? [moved(near.plan, end, places[0]!, 1.45, 1)] : []
}

/** A lead that carries something else than it is entered as: one of its ends belongs in a terminal that is open and suits it. */
const contradicted = (near: Near): readonly Change[] =>
  near.contradicted.flatMap((wire) =>
    (['from', 'to'] as const).flatMap((side) => {
      const end = near.endOf(wire, side)
      const far = near.endOf(wire, side === 'from' ? 'to' : 'from')
      return end && far
        ? near.open
            .filter((place) => place.device !== far.device && suits(near, end, place))
            .map((place) => moved(near.plan, end, place, 1.35))
        : []
    }),
  )
