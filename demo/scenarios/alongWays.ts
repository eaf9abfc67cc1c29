import { reckon, routesOf } from '@/core/figures'
import { proposeGlands, proposeWays } from '@/core/proposals'
import {
  apply,
  newRaceway,
  type CableId,
  type Command,
  type DeviceId,
  type EnclosureId,
  type Plan,
  type RacewayId,
  type WaySpot,
  type WireId,
} from '@/core/plan'

type Way = Omit<Parameters<typeof newRaceway>[0], 'ends'>

/** Where things on the machine are, and how leads come there. */
export interface Outside {
  /** Tags by the place on the machine where they are. */
  readonly spots: Readonly<Record<string, readonly string[]>>
  /** Each from a place (or the box) to a place. */
  readonly ways: readonly (Way & { readonly from: string | 'box'; readonly to: string })[]
}

/** A stretch as measured on the machine. */
export const stretch = (
  name: string,
  from: string | 'box',
  to: string,
  length_mm: number,
): Outside['ways'][number] => ({
  name,
  kind: 'stretch',
  length_mm,
  from,
  to,
})

/** A cable chain of common size, fixed halfway. */
export const chain = (
  name: string,
  from: string,
  to: string,
  travel_mm: number,
  radius_mm: number,
): Outside['ways'][number] => ({
  name,
  kind: 'chain',
  width_mm: 60,
  height_mm: 25,
  fillLimit_percent: 60,
  bendRadius_mm: radius_mm,
  travel_mm,
  chain: {
    pitch_mm: 30,
    link_mm: 35,
    fixedAt_percent: 50,
    moves: 'above',
    links: null,
    opens: null,
    room_mm: 2 * radius_mm + 60,
  },
  motion: 'chain',
  from,
  to,
})

/** Leads every conductor along its way: ducts joined, a gland for each lead that leaves, measured stretches outside. */
export function alongWays(plan: Plan, { spots, ways }: Outside): Plan {
  const [box] = Object.keys(plan.enclosures) as EnclosureId[]
  const spotOf = (name: string): WaySpot =>
    name === 'box' ? { kind: 'enclosure', enclosure: box! } : { kind: 'spot', name }
  let next = take(plan, [
    ...glandsOf(plan).map((id): Command => ({ type: 'removeRaceway', id })),
    ...Object.entries(spots).flatMap(([spot, tags]) =>
      tags.map((tag): Command => ({
        type: 'updateDevice',
        id: `device:${tag.toLowerCase()}` as DeviceId,
        changes: { spot },
      })),
    ),
    ...ways.map(({ from, to, ...way }, i): Command => ({
      type: 'addRaceway',
      id: `raceway:out${i + 1}` as RacewayId,
      raceway: newRaceway({ ...way, ends: { a: spotOf(from), b: spotOf(to) } }),
    })),
  ])
  next = take(next, proposeWays(next, reckon(next), box!))
  next = withGlands(next, box!)
  // As long as they are laid they may be thinner: the glands are chosen once more.
  const { lays } = routesOf(next)
  next = take(next, [
    ...[...lays.keys()].map((id: WireId): Command => ({ type: 'updateWire', id, changes: { length_mm: null } })),
    ...(Object.keys(next.cables) as CableId[]).map((id): Command => ({
      type: 'updateCable',
      id,
      changes: { length_mm: null },
    })),
  ])
  return withGlands(
    take(
      next,
      glandsOf(next).map((id): Command => ({ type: 'removeRaceway', id })),
    ),
    box!,
  )
}

const glandsOf = (plan: Plan): readonly RacewayId[] =>
  (Object.keys(plan.raceways) as RacewayId[]).filter((id) => plan.raceways[id]!.kind === 'gland')

function withGlands(plan: Plan, box: EnclosureId): Plan {
  const { commands, left } = proposeGlands(plan, reckon(plan), box)
  if (left.length > 0) throw new Error(`No room for the leads of ${left.join(', ')}`)
  return take(plan, commands)
}

function take(plan: Plan, commands: readonly Command[]): Plan {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused')
    throw new Error(outcome.issues.map(({ path, message }) => `${path}: ${message}`).join('; '))
  return outcome.plan
}
