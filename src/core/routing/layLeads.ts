import { dealOpenings } from './dealOpenings'
import { isLawful } from './lawful'
import { adjacencyOf, freeCost, shortestPath, type Adjacency } from './shortest'
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

const KINDS = Object.keys(ORDER) as readonly LeadKind[]
/** Whom each kind does not lie bare beside, or who does not beside it. */
const mindedBy = (kind: LeadKind): readonly LeadKind[] => KINDS.filter((other) => mindEachOther(kind, other))
const MINDS: Readonly<Record<LeadKind, readonly LeadKind[]>> = {
  mains: mindedBy('mains'),
  motor: mindedBy('motor'),
  power: mindedBy('power'),
  earth: mindedBy('earth'),
  signal: mindedBy('signal'),
  probe: mindedBy('probe'),
}

export const leadArea = (od_mm: number): number => (Math.PI * od_mm * od_mm) / 4

/**
 * Lays every lead the cheapest lawful way, by ducts and what else is drawn, or free where that is much shorter. The openings
 * of boxes are dealt out among all that leave; see {@link dealOpenings}. Then first each as if it were alone, mains and motors before what minds them, which
 * keeps clear of them where the way round is short enough. Then what is overfull is taken up and laid again, what loses least
 * first, until everything fits or nothing more can give way. Deterministic: nothing hangs on the order of entry.
 */
export function layLeads(graph: WayGraph, leads: readonly Lead[]): ReadonlyMap<string, Laid> {
  const at = knownAdjacency(graph)
  const loads = new Loads(graph)
  const laid = new Map<string, Laid>()
  const { byName, byKind } = ordersOf(graph, leads)
  const named = byName.map((i) => leads[i]!)
  const dealt = dealOpenings(graph, at, named, (lead) => aloneWay(graph, at, lead))
  const sent = leads.map((lead) => withOpenings(lead, dealt.get(lead)))
  const byId = new Map(sent.map((lead) => [lead.id, lead]))
  const minded: Laid[] = []
  let before: object | null = null
  for (const i of byKind) {
    const lead = sent[i]!
    const first = aloneWay(graph, at, lead)
    let chosen = first
    if (first.kind === 'ways' && first.spans.some((span) => loads.isMinded(lead, span))) {
      before ??= tokenOf(graph, minded)
      chosen = clearWay(graph, at, loads, lead, first, before)
    }
    // Those that are minded come first of all: see the order.
    if (lead.kind === 'mains' || lead.kind === 'motor') minded.push(chosen)
    laid.set(lead.id, chosen)
    loads.add(lead, chosen.spans)
  }
  takeUp(graph, at, loads, laid, byId)
  for (const [id, own] of laid) laid.set(id, sameAsBefore(byId.get(id)!, own))
  return laid
}

interface Orders {
  readonly leads: readonly Lead[]
  readonly byName: readonly number[]
  /** Those that mind after those they mind, thick ones before thin ones. */
  readonly byKind: readonly number[]
}
const lastOrders = new WeakMap<WayGraph, Orders>()

/** In which orders leads are looked at; as the last time where they are called, and are, the same. */
function ordersOf(graph: WayGraph, leads: readonly Lead[]): Orders {
  const before = lastOrders.get(graph)
  if (before?.leads.length === leads.length && leads.every((lead, i) => sortsAlike(lead, before.leads[i]!)))
    return before
  const places = leads.map((_, i) => i)
  const named = (i: number, k: number) => (leads[i]!.id < leads[k]!.id ? -1 : 1)
  const own: Orders = {
    leads,
    byName: places.toSorted(named),
    byKind: places.toSorted(
      (i, k) => ORDER[leads[i]!.kind] - ORDER[leads[k]!.kind] || leads[k]!.od_mm - leads[i]!.od_mm || named(i, k),
    ),
  }
  lastOrders.set(graph, own)
  return own
}

const sortsAlike = (one: Lead, other: Lead): boolean =>
  one === other || (one.id === other.id && one.kind === other.kind && one.od_mm === other.od_mm)

const tokens = new WeakMap<WayGraph, { readonly laid: readonly Laid[]; readonly token: object }[]>()
const MOST_TOKENS = 4

/** The same object for the same leads laid in the same ways. */
function tokenOf(graph: WayGraph, laid: readonly Laid[]): object {
  const known = tokens.get(graph) ?? []
  tokens.set(graph, known)
  const found = known.find((each) => each.laid.length === laid.length && each.laid.every((own, i) => own === laid[i]))
  if (found) return found.token
  const token = {}
  known.unshift({ laid: [...laid], token })
  if (known.length > MOST_TOKENS) known.length = MOST_TOKENS
  return token
}

const clearWays = new WeakMap<Lead, WeakMap<object, Laid>>()

/** A way clear of those whom a lead minds, where that is short enough; remembered as long as these lie where they lay. */
function clearWay(graph: WayGraph, at: Adjacency, loads: Loads, lead: Lead, first: Laid, minded: object): Laid {
  let known = clearWays.get(lead)
  if (!known) clearWays.set(lead, (known = new WeakMap()))
  let chosen = known.get(minded)
  if (!chosen) {
    const clear = bestWay(
      graph,
      at,
      lead,
      (segment, from_mm, to_mm) =>
        isLawful(graph, lead, segment, first.despite) &&
        !loads.isMinded(lead, { segment, from_mm, to_mm, isBackward: false }),
    )
    chosen = clear && clear.cost_mm <= first.cost_mm * MOST_DETOUR ? { ...first, ...clear } : first
    known.set(minded, chosen)
  }
  return chosen
}

const laidBefore = new WeakMap<Lead, Laid>()

/** The same object as when the lead was last laid, where it lies as it did then. */
function sameAsBefore(lead: Lead, laid: Laid): Laid {
  const before = laidBefore.get(lead)
  if (before && (before === laid || isSameLaid(before, laid))) return before
  laidBefore.set(lead, laid)
  return laid
}

const isSameLaid = (one: Laid, other: Laid): boolean =>
  one.kind === other.kind &&
  one.despite === other.despite &&
  one.length_mm === other.length_mm &&
  one.cost_mm === other.cost_mm &&
  one.shortest_mm === other.shortest_mm &&
  one.drops_mm[0] === other.drops_mm[0] &&
  one.drops_mm[1] === other.drops_mm[1] &&
  one.spans.length === other.spans.length &&
  one.spans.every((span, i) => {
    const against = other.spans[i]!
    return (
      span.segment === against.segment &&
      span.from_mm === against.from_mm &&
      span.to_mm === against.to_mm &&
      span.isBackward === against.isBackward
    )
  })

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
      return other ? [{ lead, extra_mm: other.cost_mm - present.cost_mm }] : []
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

/** What a lead is laid by: its ways, or free from end to end. */
type Chosen = Pick<Laid, 'kind' | 'length_mm' | 'cost_mm' | 'drops_mm' | 'spans'>

/** The cheaper of its ways, as far as they may be used, and free along walls and plates; null where neither leads there. */
function bestWay(
  graph: WayGraph,
  at: Adjacency,
  lead: Lead,
  mayUse: Parameters<typeof shortestPath>[4],
): Chosen | null {
  const path = shortestPath(graph.segments, at, lead.a, lead.b, mayUse)
  const { direct_mm, only } = lead
  // Who chose its ways wants it in them.
  if (path && only !== null) return { kind: 'ways', ...path }
  const free = direct_mm === null ? Infinity : freeCost(direct_mm)
  if (direct_mm !== null && (path === null || free <= path.cost_mm))
    return { kind: 'direct', length_mm: direct_mm, cost_mm: free, drops_mm: [0, 0], spans: [] }
  return path && { kind: 'ways', ...path }
}

/** The cheapest way that has room for a lead and no one on it that minds it, if it is short enough. */
function roundabout(graph: WayGraph, at: Adjacency, loads: Loads, lead: Lead, present: Laid): Chosen | null {
  const other = bestWay(
    graph,
    at,
    lead,
    (segment, from_mm, to_mm) =>
      isLawful(graph, lead, segment, present.despite) &&
      loads.hasRoom(lead, segment, from_mm, to_mm) &&
      !loads.isMinded(lead, { segment, from_mm, to_mm, isBackward: false }),
  )
  return other && other.cost_mm <= present.shortest_mm * MOST_DETOUR ? other : null
}

const sentBy = new WeakMap<Lead, Map<string, Lead>>()

/** A lead with the openings that it was dealt; the same object for the same ones. */
function withOpenings(lead: Lead, openings: readonly string[] | undefined): Lead {
  if (openings === undefined) return lead
  const key = openings.join(' ')
  let known = sentBy.get(lead)
  if (!known) sentBy.set(lead, (known = new Map()))
  let sent = known.get(key)
  if (!sent) known.set(key, (sent = { ...lead, only: new Set([...(lead.only ?? []), ...openings]) }))
  return sent
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
  const { id } = lead
  for (const despite of ['nothing', 'fit', 'blank'] as const) {
    const best = bestWay(graph, at, lead, (segment) => isLawful(graph, lead, segment, despite))
    if (best) return { id, ...best, shortest_mm: best.cost_mm, despite: best.kind === 'direct' ? 'nothing' : despite }
  }
  return { id, kind: 'none', length_mm: 0, cost_mm: 0, drops_mm: [0, 0], spans: [], shortest_mm: 0, despite: 'nothing' }
}

interface Lying {
  readonly lead: Lead
  readonly from_mm: number
  readonly to_mm: number
}

/** Which leads lie where. */
class Loads {
  private readonly lying: Lying[][]
  private readonly area: Float64Array
  /** Bare leads of each kind, segment by segment. */
  private readonly bare: Uint16Array

  constructor(private readonly graph: WayGraph) {
    this.lying = graph.segments.map(() => [])
    this.area = new Float64Array(graph.segments.length)
    this.bare = new Uint16Array(graph.segments.length * KINDS.length)
  }

  add(lead: Lead, spans: readonly Span[]): void {
    for (const { segment, from_mm, to_mm } of spans) {
      this.lying[segment]!.push({ lead, from_mm, to_mm })
      this.area[segment]! += leadArea(lead.od_mm)
      if (!lead.isJacketed) this.bare[segment * KINDS.length + ORDER[lead.kind]]! += 1
    }
  }

  remove(lead: Lead, spans: readonly Span[]): void {
    for (const { segment } of spans) {
      const list = this.lying[segment]!
      const i = list.findIndex((each) => each.lead.id === lead.id)
      if (i >= 0) {
        list.splice(i, 1)
        this.area[segment]! -= leadArea(lead.od_mm)
        if (!lead.isJacketed) this.bare[segment * KINDS.length + ORDER[lead.kind]]! -= 1
      }
    }
  }

  leadsIn(segment: number): readonly string[] {
    return [...new Set(this.lying[segment]!.map(({ lead }) => lead.id))].sort()
  }

  /** Whether someone lies bare on a stretch whom a lead minds, or who minds it. */
  isMinded(lead: Lead, { segment, from_mm, to_mm }: Span): boolean {
    const { way } = this.graph.segments[segment]!
    if (way === null || lead.isJacketed) return false
    const from = segment * KINDS.length
    if (MINDS[lead.kind].every((kind) => this.bare[from + ORDER[kind]] === 0)) return false
    if (this.graph.ways.get(way)!.isDivided) return false
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
