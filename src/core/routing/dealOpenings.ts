import { roughBundle_mm } from '@/core/packing/circles'
import { assign } from './assign'
import { fitsClamp, isKeptForOthers } from './lawful'
import { freeCost, shortestPath, type Adjacency } from './shortest'
import type { Laid, Lead, Way, WayGraph } from './types'

/** An opening that does not hold what goes through it is taken only where none does; one that is taken already last of all. */
const MISFIT_mm = 1e5
const SHARED_mm = 1e7
const NONE_mm = 1e9

/** Leads that go out as one: a cable, or the single conductors between two things. */
interface Bundle {
  readonly leads: readonly Lead[]
  readonly od_mm: number
}

/**
 * Deals out the openings of every box among the leads that leave it, all at once: each bundle one that holds it, by the least
 * sum of their ways; what is left over goes where it is held, or where most room is. A lead whose opening a person named keeps
 * that, and nobody else is sent there.
 *
 * @param aloneOf a lead's way as if it were alone
 * @returns the openings of each lead that was dealt one
 */
export function dealOpenings(
  graph: WayGraph,
  at: Adjacency,
  leads: readonly Lead[],
  aloneOf: (lead: Lead) => Laid,
): ReadonlyMap<Lead, readonly string[]> {
  const concerned = leads.filter((lead) => lead.only !== null || homesLeft(graph, aloneOf(lead)).size > 0)
  const before = lastDealt.get(graph)
  if (before && before.leads.length === concerned.length && before.leads.every((lead, i) => lead === concerned[i]))
    return before.dealt
  const dealt = dealAll(graph, at, concerned, aloneOf)
  lastDealt.set(graph, { leads: concerned, dealt })
  return dealt
}

type Dealt = ReadonlyMap<Lead, readonly string[]>
/** What was dealt to the same leads the last time. */
const lastDealt = new WeakMap<WayGraph, { readonly leads: readonly Lead[]; readonly dealt: Dealt }>()

function dealAll(graph: WayGraph, at: Adjacency, leads: readonly Lead[], aloneOf: (lead: Lead) => Laid): Dealt {
  const leaving = new Map<string, Map<string, Lead[]>>()
  const taken = new Set<string>()
  for (const lead of leads) {
    for (const id of lead.only ?? []) if (graph.openings.has(id)) taken.add(id)
    for (const home of homesLeft(graph, aloneOf(lead))) {
      if (hasNamed(graph, lead, home)) continue
      const own = leaving.get(home) ?? new Map<string, Lead[]>()
      leaving.set(home, own)
      const key = lead.bundle ?? lead.id
      own.set(key, [...(own.get(key) ?? []), lead])
    }
  }
  const dealt = new Map<Lead, string[]>()
  for (const home of [...leaving.keys()].sort()) {
    const openings = [...graph.openings]
      .map((id) => graph.ways.get(id)!)
      .filter((way) => way.home === home && way.isExit && !way.isBlanked && !(way.isSingle && taken.has(way.id)))
    // Where there is one way out nothing is to be dealt.
    if (openings.length < 2) continue
    const bundles = [...leaving.get(home)!.entries()]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([, own]): Bundle => ({ leads: own, od_mm: roughBundle_mm(own.map(({ od_mm }) => od_mm)) }))
    const found = dealBox(bundles, openings, (lead, way) => costThrough(graph, at, lead, way))
    bundles.forEach((bundle, i) => {
      const id = found[i]
      if (id !== undefined && id !== null)
        for (const lead of bundle.leads) dealt.set(lead, [...(dealt.get(lead) ?? []), id])
    })
  }
  return dealt
}

const knownHomes = new WeakMap<Laid, ReadonlySet<string>>()

/** Boxes whose openings a lead goes through when it is alone. */
function homesLeft(graph: WayGraph, laid: Laid): ReadonlySet<string> {
  const known = knownHomes.get(laid)
  if (known) return known
  const homes = new Set<string>()
  knownHomes.set(laid, homes)
  const { spans } = laid
  for (const { segment } of spans) {
    const { way } = graph.segments[segment]!
    if (way === null || !graph.openings.has(way)) continue
    const { home, isExit } = graph.ways.get(way)!
    if (home !== null && isExit) homes.add(home)
  }
  return homes
}

const hasNamed = (graph: WayGraph, { only }: Lead, home: string): boolean =>
  [...(only ?? [])].some((id) => graph.openings.has(id) && graph.ways.get(id)?.home === home)

/** @returns the opening of each bundle; null where no opening leads to its other end */
function dealBox(
  bundles: readonly Bundle[],
  openings: readonly Way[],
  costOf: (lead: Lead, way: Way) => number,
): readonly (string | null)[] {
  const wanted = bundles.map(({ leads, od_mm }) =>
    openings.map((way) => {
      const holds = fitsClamp(way, od_mm) && leads.every((lead) => !isKeptForOthers(way, lead))
      const cost = leads.reduce((sum, lead) => sum + costOf(lead, way), 0)
      return Math.min(NONE_mm, cost + (holds ? 0 : MISFIT_mm))
    }),
  )
  const singles = openings.flatMap((way, i) => (way.isSingle ? [i] : []))
  // Beside the openings for one each, every bundle has a place of its own for an opening that it may share.
  const shared = wanted.map((row) => cheapest(row.map((cost, i) => (openings[i]!.isSingle ? cost + SHARED_mm : cost))))
  const columns = assign(
    wanted.map((row, bundle) => [
      ...singles.map((i) => row[i]!),
      ...bundles.map((_, other) => (other === bundle ? shared[bundle]!.cost : NONE_mm * 2)),
    ]),
  )
  return columns.map((column, bundle) => {
    const i = column < singles.length ? singles[column]! : shared[bundle]!.at
    return wanted[bundle]![i]! >= NONE_mm ? null : openings[i]!.id
  })
}

function cheapest(costs: readonly number[]): { readonly at: number; readonly cost: number } {
  let at = 0
  costs.forEach((cost, i) => {
    if (cost < costs[at]!) at = i
  })
  return { at, cost: costs[at]! }
}

const knownCosts = new WeakMap<WayGraph, WeakMap<Lead, Map<string, number>>>()

/** What a lead's way costs by one opening of a box and none of its others; remembered as long as lead and ways are the same. */
function costThrough(graph: WayGraph, at: Adjacency, lead: Lead, way: Way): number {
  let ofGraph = knownCosts.get(graph)
  if (!ofGraph) knownCosts.set(graph, (ofGraph = new WeakMap()))
  let ofLead = ofGraph.get(lead)
  if (!ofLead) ofGraph.set(lead, (ofLead = new Map()))
  let cost = ofLead.get(way.id)
  if (cost === undefined) {
    const path = shortestPath(graph.segments, at, lead.a, lead.b, (segment) => {
      const { way: id, a, b } = graph.segments[segment]!
      if (lead.avoids !== null && (a === lead.avoids || b === lead.avoids)) return false
      if (id === null || id === way.id) return true
      const other = graph.ways.get(id)!
      return !other.isBlanked && !(graph.openings.has(id) && other.home === way.home)
    })
    ofLead.set(way.id, (cost = path ? path.cost_mm : freeCost(NONE_mm)))
  }
  return cost
}
