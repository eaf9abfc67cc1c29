import { highestWireNumber, newWire, type Plan, type Wire, type WireFunction, type WireId } from '@/core/plan'
import type { Change } from '../change'
import { CARRIED, placeName, wireName, type Near, type Place } from '../near'
import { pressed } from '../pressed'

const MOST_NAMED = 8
const MOST_OPEN = 8
const MOST_LIKE = 4
/** Plus and minus that meet are joined by a lead that was put in about as often as by two that are exchanged; an assumption. */
const BRIDGES = 1.25
/** What is insulated for less is no wire of a mains box; and what such wire is sold for. Common practice. */
const LEAST_V = 300
const USUAL_V = 450

const listed = (plan: Plan, wires: readonly WireId[]): string => {
  const names = wires.slice(0, 3).map((id) => wireName(plan, id))
  const rest = wires.length - names.length
  const last = rest > 0 ? `${rest} more` : names.pop()!
  return names.length === 0 ? last : `${names.join(', ')} and ${last}`
}

/**
 * A lead too many: one that leaves another at each of its ends, near the finding, or lies in a terminal that holds too many;
 * where plus and minus meet and nothing wants an end, also one on a fuse's or a contact's side that nothing else wants.
 */
export function takenOut({ plan, rule, wires, devices, crowded, open, endsAt, endOf }: Near): readonly Change[] {
  const isBridge = rule === 'short-circuit' && open.length === 0
  const isCrowded = (id: WireId) =>
    (['from', 'to'] as const).some((side) => {
      const at = endOf(id, side)
      return crowded.some((place) => place.device === at?.device && place.terminal === at.terminal)
    })
  const isShared = (id: WireId) =>
    (['from', 'to'] as const).every((side) => {
      const at = endOf(id, side)
      if (!at) return false
      const { links, draws } = plan.parts[plan.devices[at.device]!.part]!
      const isPassed = links.some((link) => link.kind !== 'bar' && [link.a, link.b].includes(at.terminal))
      const isFed = draws.some(({ plus, minus }) => plus === at.terminal || minus === at.terminal)
      if (isBridge && isPassed && !isFed) return true
      const joint = links.flatMap((link) =>
        link.kind === 'bar' && link.terminals.includes(at.terminal) ? link.terminals : [],
      )
      return endsAt(at.device).some(
        (end) => end.wire !== id && (end.terminal === at.terminal || joint.includes(end.terminal)),
      )
    })
  const at = [
    ...crowded.flatMap((place) => endsAt(place.device).filter(({ terminal }) => terminal === place.terminal)),
    ...devices.flatMap((device) => endsAt(device)),
  ]
  return [...new Set([...wires, ...at.map(({ wire }) => wire)])]
    .filter((id) => plan.wires[id]!.cable === null && (isCrowded(id) || isShared(id)))
    .slice(0, MOST_NAMED)
    .map((id) =>
      pressed(
        `${wireName(plan, id)} is one wire too many`,
        `Take ${wireName(plan, id)} out`,
        [{ type: 'disconnect', id }],
        isBridge ? BRIDGES : 1.7,
        2,
      ),
    )
}

/** A wire between two terminals that are both found open. */
export function putIn({ plan, open }: Near): readonly Change[] {
  const places = open.slice(0, MOST_OPEN)
  return places.flatMap((a, i) =>
    places
      .slice(i + 1)
      .filter((b) => b.device !== a.device)
      .map((b) => missing(plan, a, b)),
  )
}

/** The wire that an open terminal wants, from where others of its function lie: as a supposition of what follows from its being open. */
export function fromItsLike({ plan, open, terminals, endsAt, endOf }: Near): readonly Change[] {
  const own = open.filter((place) =>
    terminals.some(({ device, terminal }) => device === place.device && terminal === place.terminal),
  )
  return own.flatMap((place) => {
    const fn = functionOf(plan, place)
    const like = (Object.keys(plan.wires) as WireId[])
      .filter((id) => plan.wires[id]!.function === fn)
      .flatMap((id) => (['from', 'to'] as const).flatMap((side) => endOf(id, side) ?? []))
      .filter(({ device }) => device !== place.device && endsAt(device).length > 1)
    const byDevice = new Map(like.map(({ device, terminal }) => [device, { device, terminal }]))
    return [...byDevice.values()].slice(0, MOST_LIKE).map((other) => missing(plan, place, other))
  })
}

function missing(plan: Plan, a: Place, b: Place): Change {
  const end = ({ device, terminal }: Place) => ({ kind: 'terminal' as const, device, terminal })
  const fn = functionOf(plan, a) ?? functionOf(plan, b) ?? 'signal'
  return pressed(
    `a wire from ${placeName(plan, a)} to ${placeName(plan, b)} is missing`,
    `Join ${placeName(plan, a)} and ${placeName(plan, b)}`,
    [{ type: 'connect', id: freeWire(plan), wire: newWire(end(a), end(b), fn, freeLabel(plan)) }],
    1.4,
    2,
  )
}

function functionOf(plan: Plan, { device, terminal }: Place): WireFunction | null {
  const fn = plan.parts[plan.devices[device]!.part]!.terminals[terminal]!.function
  return CARRIED.has(fn) ? (fn as WireFunction) : null
}

function freeNumber(plan: Plan): number {
  let n = highestWireNumber(plan) + 1
  while (plan.wires[`wire:w${n}` as WireId]) n += 1
  return n
}
const freeWire = (plan: Plan) => `wire:w${freeNumber(plan)}` as WireId
const freeLabel = (plan: Plan) => `W${freeNumber(plan)}`

/** Sizes that somebody entered, left to be reckoned; a solid core that is stranded. */
export function asNew({ plan, wires, stopped }: Near): readonly Change[] {
  const own = (is: (id: WireId) => boolean) =>
    wires.filter((id) => {
      const { cable } = plan.wires[id]!
      return is(id) && (cable === null || !plan.cables[cable]!.premade)
    })
  const sized = own((id) => plan.wires[id]!.size !== null)
  const solid = own((id) => plan.wires[id]!.construction === 'solid')
  const thin = own((id) => plan.wires[id]!.rated_V < LEAST_V)
  const changes = (ids: readonly WireId[], changed: Partial<Wire>) =>
    ids.map((id) => ({ type: 'updateWire' as const, id, changes: changed }))
  const names = (ids: readonly WireId[], one: string, many: string) =>
    `${listed(plan, ids)} ${ids.length === 1 ? one : many}`
  // What something else says of a lead may be why a load gets too little.
  const others = stopped.filter((id) => !wires.includes(id) && plan.wires[id]!.size !== null)
  return [
    ...others.map((id) =>
      pressed(
        names([id], 'was given a size by hand', ''),
        `Let ${listed(plan, [id])} be sized`,
        changes([id], { size: null }),
        1.25,
        2,
      ),
    ),
    ...(sized.length > 0
      ? [
          pressed(
            names(sized, 'was given a size by hand', 'were given sizes by hand'),
            `Let ${listed(plan, sized)} be sized`,
            changes(sized, { size: null }),
            1.2,
          ),
        ]
      : []),
    ...(solid.length > 0
      ? [
          pressed(
            names(solid, 'is of solid core', 'are of solid core'),
            `Take stranded wire for ${listed(plan, solid)}`,
            changes(solid, { construction: 'flexible', fromTreatment: null, toTreatment: null }),
            1,
          ),
        ]
      : []),
    ...(thin.length > 0
      ? [
          pressed(
            names(thin, 'is', 'are') + ` insulated for ${Math.min(...thin.map((id) => plan.wires[id]!.rated_V))} V`,
            `Take wire insulated for ${USUAL_V} V for ${listed(plan, thin)}`,
            changes(thin, { rated_V: USUAL_V }),
            1,
          ),
        ]
      : []),
  ]
}
