import type { FeedWay } from '@/core/behaviour'
import type { Model } from '@/core/model'
import { areAlike, areApart, type DeviceId, type Part, type Plan } from '@/core/plan'
import { evidenceOf, hasPorts, placeKey, portOf, type Evidence, type Place } from './place'
import { rolePairs, type RolePair } from './pairs'

/** Two places that are joined and serve different functions, while what either belongs with is elsewhere. */
export interface Crossed extends RolePair {
  /** What the first belongs with, by name; null where nothing in the plan is it. */
  readonly wanted: Place | null
  /** Where the second belongs, by name. */
  readonly home: Place | null
  /** Both ways round: what each belongs with is where the other's is. */
  readonly isExchanged: boolean
  /** A person or the program's list said one of them. */
  readonly isFirm: boolean
}

const countsNumbers = (one: Evidence, other: Evidence) => !(one.isPrint || other.isPrint) || one.isFirm || other.isFirm

function areUnlike(one: Evidence | null, other: Evidence | null): boolean {
  return one !== null && other !== null && areApart(one.facets, other.facets, countsNumbers(one, other))
}

function areMates(one: Evidence | null, other: Evidence | null): boolean {
  return one !== null && other !== null && areAlike(one.facets, other.facets, countsNumbers(one, other))
}

const pairKey = ({ one, other }: RolePair) => `${placeKey(one)}|${placeKey(other)}`

/** Ports of a part that are made like one of its ports: the same functions, terminal by terminal. */
function likePorts(device: DeviceId, part: Part, at: string): readonly Place[] {
  const shapes = new Map<string, string[]>()
  for (const [id, { function: fn, level_V }] of Object.entries(part.terminals)) {
    const port = portOf(part, id as never)
    shapes.set(port, [...(shapes.get(port) ?? []), `${fn} ${level_V}`])
  }
  const shapeOf = (port: string) => [...(shapes.get(port) ?? [])].sort().join('|')
  return [...shapes.keys()]
    .sort()
    .filter((port) => port !== at && shapeOf(port) === shapeOf(at))
    .map((port) => ({ device, at: port }))
}

/** Places that could stand in the place of one: ports made alike, or devices of the same kind. */
function likePlaces(model: Model, { device, at }: Place): readonly Place[] {
  const { part } = model.deviceById.get(device)!
  if (at !== null) return likePorts(device, part, at)
  const inOrder = model.devices.toSorted((a, b) => (a.id < b.id ? -1 : 1))
  return inOrder.flatMap(({ id, part: other }) =>
    id !== device && other.behaviour.kind === part.behaviour.kind && !hasPorts(other) ? [{ device: id, at: null }] : [],
  )
}

/**
 * Where the wires bring together what serves different functions. It is told only where the plan shows that it could be
 * otherwise: where what belongs there is elsewhere, or the place where it belongs is there. Two prints that differ by a number
 * are told only where both are exchanged: which of two like ports is used is free.
 */
export function crossedRoles(plan: Plan, model: Model, ways: readonly FeedWay[]): readonly Crossed[] {
  const pairs = rolePairs(model, ways).toSorted((a, b) => (pairKey(a) < pairKey(b) ? -1 : 1))
  const known = new Map<string, Evidence | null>()
  const evidence = (place: Place) => {
    const key = placeKey(place)
    let own = known.get(key)
    if (own === undefined) known.set(key, (own = evidenceOf(plan, place)))
    return own
  }
  const mates = (place: Place) => {
    const of = placeKey(place)
    return pairs.flatMap(({ one, other }) => (placeKey(one) === of ? [other] : placeKey(other) === of ? [one] : []))
  }
  /** What else is joined in the same sense to one side of a pair: the others of the other side. */
  const alike = (pair: RolePair, side: 'one' | 'other') =>
    pairs.flatMap((each) =>
      each.via === pair.via && placeKey(each[side]) === placeKey(pair[side])
        ? [side === 'one' ? each.other : each.one]
        : [],
    )
  const joins = (one: Place, other: Place) => mates(one).some((place) => placeKey(place) === placeKey(other))

  return pairs.flatMap((pair): Crossed[] => {
    const { one, other } = pair
    const [ours, theirs] = [evidence(one), evidence(other)]
    if (!areUnlike(ours, theirs)) return []
    // Where one of several that hang there is the right one, the others may hang there too: two fans on one output.
    if (alike(pair, 'other').some((place) => areMates(evidence(place), theirs)) && pair.via !== 'drives') return []
    if (alike(pair, 'one').some((place) => areMates(ours, evidence(place))) && pair.via !== 'pulses') return []
    const wanted =
      likePlaces(model, other).find((place) => areMates(ours, evidence(place)) && !joins(one, place)) ?? null
    const home =
      likePlaces(model, one).find((place) => areMates(evidence(place), theirs) && !joins(place, other)) ?? null
    if (wanted === null && home === null) return []
    const isExchanged =
      wanted !== null && mates(wanted).some((place) => areUnlike(evidence(place), evidence(wanted))) && home !== null
    const isFirm = ours!.isFirm || theirs!.isFirm
    if (ours!.isPrint && theirs!.isPrint && !isExchanged) return []
    return [{ ...pair, wanted, home, isExchanged, isFirm }]
  })
}
