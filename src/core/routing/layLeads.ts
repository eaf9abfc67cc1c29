import { adjacencyOf, shortestPath, type Adjacency, type Path } from './shortest'
import type { Laid, Lead, LeadKind, Span, Way, WayGraph } from './types'

/** A lead goes another way only where that is no longer than this many times its shortest. */
export const MOST_DETOUR = 1.25

/** Who may not lie bare beside whom: mains beside signals and probes, motors beside probes. Common practice. */
export function mindEachOther(one: LeadKind, other: LeadKind): boolean {
  return minds(one, other) || minds(other, one)
}

const minds = (one: LeadKind, other: LeadKind) =>
  (one === 'mains' && (other === 'signal' || other === 'probe')) || (one === 'motor' && other === 'probe')

/** Those that mind come after those they mind. */
const ORDER: Readonly<Record<LeadKind, number>> = { mains: 0, motor: 1, power: 2, earth: 3, signal: 4, probe: 5 }

export const leadArea = (od_mm: number): number => (Math.PI * od_mm * od_mm) / 4

/**
 * Lays every lead the shortest lawful way. First each as if it were alone, mains and motors before what minds them, which
 * keeps clear of them where the way round is short enough. Then what is overfull is taken up and laid again, what loses least
 * first, until everything fits or nothing more can give way. Deterministic: nothing hangs on the order of entry.
 */
export function layLeads(graph: WayGraph, leads: readonly Lead[]): ReadonlyMap<string, Laid> {
  const at = knownAdjacency(graph)
  const loads = new Loads(graph)
  const laid = new Map<string, Laid>()
  const byId = new Map(leads.map((lead) => [lead.id, lead]))
  const inOrder = [...leads].sort(
    (a, b) => ORDER[a.kind] - ORDER[b.kind] || b.od_mm - a.od_mm || (a.id < b.id ? -1 : 1),
  )
  for (const lead of inOrder) {
    const first = aloneWay(graph, at, lead)
    let chosen = first
    if (first.kind === 'ways' && first.spans.some((span) => loads.isMinded(lead, span))) {
      const clear = shortestPath(
        graph.segments,
        at,
        lead.a,
        lead.b,
        (segment, from_mm, to_mm) =>
          isLawful(graph, lead, segment, first.despite) &&
          !loads.isMinded(lead, { segment, from_mm, to_mm, isBackward: false }),
      )
      if (clear && clear.length_mm <= first.length_mm * MOST_DETOUR) chosen = { ...first, ...clear }
    }
    laid.set(lead.id, chosen)
    loads.add(lead, chosen.spans)
  }
  takeUp(graph, at, loads, laid, byId)
  return laid
}

function takeUp(
  graph: WayGraph,
  at: Adjacency,
  loads: Loads,
  laid: Map<string, Laid>,
  byId: ReadonlyMap<string, Lead>,
): void {
  const givenUp = new Set<number>()
  for (;;) {
    const full = loads.fullest(givenUp)
    if (full === null) return
    const others = loads.leadsIn(full).flatMap((id) => {
      const lead = byId.get(id)!
      const present = laid.get(id)!
      loads.remove(lead, present.spans)
      const other = roundabout(graph, at, loads, lead, present)
      loads.add(lead, present.spans)
      return other ? [{ lead, extra_mm: other.length_mm - present.length_mm }] : []
    })
    others.sort((a, b) => a.extra_mm - b.extra_mm || b.lead.od_mm - a.lead.od_mm || (a.lead.id < b.lead.id ? -1 : 1))
    for (const { lead } of others) {
      if (!loads.isOver(full)) break
      const present = laid.get(lead.id)!
      loads.remove(lead, present.spans)
      const other = roundabout(graph, at, loads, lead, present)
      if (other) laid.set(lead.id, { ...present, ...other })
      loads.add(lead, laid.get(lead.id)!.spans)
    }
    if (loads.isOver(full)) givenUp.add(full)
  }
}

/** The shortest way that has room for a lead and no one on it that minds it, if it is short enough. */
function roundabout(graph: WayGraph, at: Adjacency, loads: Loads, lead: Lead, present: Laid): Path | null {
  const other = shortestPath(
    graph.segments,
    at,
    lead.a,
    lead.b,
    (segment, from_mm, to_mm) =>
      isLawful(graph, lead, segment, present.despite) &&
      loads.hasRoom(lead, segment, from_mm, to_mm) &&
      !loads.isMinded(lead, { segment, from_mm, to_mm, isBackward: false }),
  )
  return other && other.length_mm <= present.shortest_mm * MOST_DETOUR ? other : null
}

const adjacencies = new WeakMap<WayGraph, Adjacency>()
function knownAdjacency(graph: WayGraph): Adjacency {
  let at = adjacencies.get(graph)
  if (!at) adjacencies.set(graph, (at = adjacencyOf(graph.vertexCount, graph.segments)))
  return at
}

const aloneWays = new WeakMap<WayGraph, WeakMap<Lead, Laid>>()

/** A lead's shortest way as if it were alone; remembered as long as lead and ways are the same. */
function aloneWay(graph: WayGraph, at: Adjacency, lead: Lead): Laid {
  let known = aloneWays.get(graph)
  if (!known) aloneWays.set(graph, (known = new WeakMap()))
  let found = known.get(lead)
  if (!found) known.set(lead, (found = alone(graph, at, lead)))
  return found
}

function alone(graph: WayGraph, at: Adjacency, lead: Lead): Laid {
  const { id, direct_mm } = lead
  for (const despite of ['nothing', 'fit', 'blank'] as const) {
    const path = shortestPath(graph.segments, at, lead.a, lead.b, (segment) => isLawful(graph, lead, segment, despite))
    if (direct_mm !== null && (path === null || direct_mm <= path.length_mm))
      return {
        id,
        kind: 'direct',
        length_mm: direct_mm,
        drops_mm: [0, 0],
        spans: [],
        shortest_mm: direct_mm,
        despite: 'nothing',
      }
    if (path) return { id, kind: 'ways', ...path, shortest_mm: path.length_mm, despite }
  }
  return { id, kind: 'none', length_mm: 0, drops_mm: [0, 0], spans: [], shortest_mm: 0, despite: 'nothing' }
}

const side = (kind: LeadKind): 'mains' | 'power' | 'signals' | null =>
  kind === 'mains' ? 'mains' : kind === 'earth' ? null : kind === 'motor' || kind === 'power' ? 'power' : 'signals'

/** Whether a lead may go through a segment at all: what it is kept for, what it clamps, and whether it is open. */
function isLawful(graph: WayGraph, lead: Lead, segment: number, despite: Laid['despite']): boolean {
  const { way: id, a, b } = graph.segments[segment]!
  if (lead.avoids !== null && (a === lead.avoids || b === lead.avoids)) return false
  if (id === null) return true
  const way = graph.ways.get(id)!
  if (lead.only && !lead.only.has(id) && hasChoice(graph, lead.only, graph.openings.has(id))) return false
  if (way.isBlanked && despite !== 'blank') return false
  if (despite !== 'nothing') return true
  const own = side(lead.kind)
  if (way.carries !== null && own !== null && way.carries !== own) return false
  return lead.only?.has(id) === true || fitsClamp(way, lead.od_mm)
}

/** Whether the person chose among openings, or among other ways. */
function hasChoice(graph: WayGraph, only: ReadonlySet<string>, isOpening: boolean): boolean {
  for (const id of only) if (graph.openings.has(id) === isOpening) return true
  return false
}

/** A clamp stated to the millimetre holds a lead a hair beyond. */
const CLAMP_TOL_mm = 0.05
export const fitsClamp = ({ clamps }: Pick<Way, 'clamps'>, od_mm: number): boolean =>
  clamps === null || (od_mm >= clamps.min_mm - CLAMP_TOL_mm && od_mm <= clamps.max_mm + CLAMP_TOL_mm)

interface Lying {
  readonly lead: Lead
  readonly from_mm: number
  readonly to_mm: number
}

/** Which leads lie where. */
class Loads {
  private readonly lying: Lying[][]
  private readonly area: Float64Array

  constructor(private readonly graph: WayGraph) {
    this.lying = graph.segments.map(() => [])
    this.area = new Float64Array(graph.segments.length)
  }

  add(lead: Lead, spans: readonly Span[]): void {
    for (const { segment, from_mm, to_mm } of spans) {
      this.lying[segment]!.push({ lead, from_mm, to_mm })
      this.area[segment]! += leadArea(lead.od_mm)
    }
  }

  remove(lead: Lead, spans: readonly Span[]): void {
    for (const { segment } of spans) {
      const list = this.lying[segment]!
      const i = list.findIndex((each) => each.lead.id === lead.id)
      if (i >= 0) {
        list.splice(i, 1)
        this.area[segment]! -= leadArea(lead.od_mm)
      }
    }
  }

  leadsIn(segment: number): readonly string[] {
    return [...new Set(this.lying[segment]!.map(({ lead }) => lead.id))].sort()
  }

  /** Whether someone lies bare on a stretch whom a lead minds, or who minds it. */
  isMinded(lead: Lead, { segment, from_mm, to_mm }: Span): boolean {
    const { way } = this.graph.segments[segment]!
    if (way === null || this.graph.ways.get(way)!.isDivided || lead.isJacketed) return false
    return this.lying[segment]!.some(
      (other) =>
        !other.lead.isJacketed &&
        mindEachOther(lead.kind, other.lead.kind) &&
        other.from_mm < to_mm &&
        other.to_mm > from_mm,
    )
  }

  hasRoom(lead: Lead, segment: number, from_mm: number, to_mm: number): boolean {
    const way = this.wayOf(segment)
    if (!way) return true
    if (way.isSingle && this.lying[segment]!.length > 0) return false
    if (way.room_mm2 === null) return true
    const own = leadArea(lead.od_mm)
    if (this.area[segment]! + own <= way.room_mm2 + 1e-9) return true
    return this.peak(segment, from_mm, to_mm) + own <= way.room_mm2 + 1e-9
  }

  isOver(segment: number): boolean {
    return this.excess(segment) > 1
  }

  /** The segment that is fullest beyond its room; null where none is. */
  fullest(but: ReadonlySet<number>): number | null {
    let found: number | null = null
    let most = 1
    for (let segment = 0; segment < this.lying.length; segment += 1) {
      if (but.has(segment) || this.lying[segment]!.length === 0) continue
      const excess = this.excess(segment)
      if (excess > most + 1e-9) {
        most = excess
        found = segment
      }
    }
    return found
  }

  private wayOf(segment: number): Way | null {
    const { way } = this.graph.segments[segment]!
    return way === null ? null : this.graph.ways.get(way)!
  }

  /** Share of its room that is taken; above 1 it is overfull. */
  private excess(segment: number): number {
    const way = this.wayOf(segment)
    if (!way) return 0
    const single = way.isSingle ? this.lying[segment]!.length : 0
    if (way.room_mm2 === null || this.area[segment]! <= way.room_mm2) return single
    return Math.max(single, this.peak(segment, 0, Infinity) / way.room_mm2)
  }

  /** The most that lies side by side on a stretch of a segment. */
  private peak(segment: number, from_mm: number, to_mm: number): number {
    const marks: { at: number; by: number }[] = []
    for (const each of this.lying[segment]!) {
      const [low, high] = [Math.max(each.from_mm, from_mm), Math.min(each.to_mm, to_mm)]
      if (high <= low && this.graph.segments[segment]!.length_mm > 0) continue
      const area = leadArea(each.lead.od_mm)
      marks.push({ at: low, by: area }, { at: high, by: -area })
    }
    marks.sort((a, b) => a.at - b.at || a.by - b.by)
    let [now, most] = [0, 0]
    for (const { by } of marks) {
      now += by
      most = Math.max(most, now)
    }
    return most
  }
}
