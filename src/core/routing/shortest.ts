import type { Access, Segment, Span } from './types'

/** The segments at each vertex. */
export type Adjacency = readonly (readonly number[])[]

export function adjacencyOf(vertexCount: number, segments: readonly Segment[]): Adjacency {
  const at: number[][] = Array.from({ length: vertexCount }, () => [])
  segments.forEach(({ a, b }, segment) => {
    at[a]!.push(segment)
    if (b !== a) at[b]!.push(segment)
  })
  return at
}

export interface Path {
  readonly length_mm: number
  /** What it was chosen by: its length, with what runs free counted dearer; see {@link freeCost}. */
  readonly cost_mm: number
  readonly drops_mm: readonly [number, number]
  readonly spans: readonly Span[]
}

/** So far a lead may hang free, to a way or to a neighbour, as if it lay in a way. Common practice. */
export const FREE_mm = 150
/**
 * A lead runs free along a wall or plate, held by ties, where by ways it would be more than this many times as long: whoever
 * draws a duct wants it used, and nobody leads three sides of a square for the fourth. Common practice; so no lead is ever
 * longer than this many times the shortest lawful way between its ends.
 */
export const FREE_WEIGHT = 1.3

/** What a free run counts as. */
export const freeCost = (length_mm: number): number => (length_mm <= FREE_mm ? length_mm : FREE_WEIGHT * length_mm)

const costOf = ({ isFree, length_mm }: Segment): number => (isFree ? freeCost(length_mm) : length_mm)

/** Paths no longer than this apart are alike: the first found stays. */
const ALIKE_mm = 1e-9

/**
 * The cheapest path between two ends (Dijkstra, 1959, over a binary heap), through segments that may be used. An end comes to
 * the graph at vertices or within segments; both within one segment is a path too. Of paths of equal cost the first in the
 * order of segments is taken, so that the answer never hangs on chance. Null where there is none.
 */
export function shortestPath(
  segments: readonly Segment[],
  at: Adjacency,
  from: readonly Access[],
  to: readonly Access[],
  mayUse: (segment: number, from_mm: number, to_mm: number) => boolean,
): Path | null {
  const { reached, by, startOf, endCost, endOf } = sheetOf(at)
  const heap = new Heap()
  let best = Infinity
  let found: { readonly vertex: number; readonly inside: readonly [number, number] | null } | null = null

  const seed = (vertex: number, cost: number, start: number) => {
    if (cost >= reached[vertex]! - ALIKE_mm) return
    reached[vertex] = cost
    startOf[vertex] = start
    heap.push(cost, vertex)
  }
  from.forEach((access, k) => {
    const drop = freeCost(access.length_mm)
    if (access.kind === 'vertex') return seed(access.vertex, drop, k)
    const { a, b, length_mm } = segments[access.segment]!
    if (mayUse(access.segment, 0, access.at_mm)) seed(a, drop + access.at_mm, k)
    if (mayUse(access.segment, access.at_mm, length_mm)) seed(b, drop + length_mm - access.at_mm, k)
  })
  const close = (vertex: number, cost: number, end: number) => {
    if (cost >= endCost[vertex]! - ALIKE_mm) return
    endCost[vertex] = cost
    endOf[vertex] = end
  }
  to.forEach((access, k) => {
    const drop = freeCost(access.length_mm)
    if (access.kind === 'vertex') return close(access.vertex, drop, k)
    const { a, b, length_mm } = segments[access.segment]!
    if (mayUse(access.segment, 0, access.at_mm)) close(a, drop + access.at_mm, k)
    if (mayUse(access.segment, access.at_mm, length_mm)) close(b, drop + length_mm - access.at_mm, k)
  })
  // Both ends within one segment.
  from.forEach((start, i) => {
    if (start.kind !== 'segment') return
    to.forEach((end, j) => {
      if (end.kind !== 'segment' || end.segment !== start.segment) return
      const [low, high] = [Math.min(start.at_mm, end.at_mm), Math.max(start.at_mm, end.at_mm)]
      const cost = freeCost(start.length_mm) + high - low + freeCost(end.length_mm)
      if (cost < best - ALIKE_mm && mayUse(start.segment, low, high)) {
        best = cost
        found = { vertex: -1, inside: [i, j] }
      }
    })
  })
  for (let top = heap.pop(); top !== null; top = heap.pop()) {
    const [cost, vertex] = top
    if (cost > reached[vertex]! || cost >= best - ALIKE_mm) continue
    if (cost + endCost[vertex]! < best - ALIKE_mm) {
      best = cost + endCost[vertex]!
      found = { vertex, inside: null }
    }
    for (const segment of at[vertex]!) {
      const { a, b, length_mm } = segments[segment]!
      const next = a === vertex ? b : a
      const sum = cost + costOf(segments[segment]!)
      if (sum >= reached[next]! - ALIKE_mm || sum >= best || !mayUse(segment, 0, length_mm)) continue
      reached[next] = sum
      by[next] = segment
      startOf[next] = -1
      heap.push(sum, next)
    }
  }
  if (found === null) return null
  const { vertex, inside } = found as { vertex: number; inside: readonly [number, number] | null }
  if (inside) {
    const [start, end] = [from[inside[0]]!, to[inside[1]]!] as [
      Extract<Access, { kind: 'segment' }>,
      Extract<Access, { kind: 'segment' }>,
    ]
    return pathOf(best, start, end, [spanOf(start.segment, start.at_mm, end.at_mm)])
  }
  const middle: Span[] = []
  let here = vertex
  while (startOf[here]! < 0) {
    const segment = by[here]!
    const { a, b, length_mm } = segments[segment]!
    const cameFrom = a === here ? b : a
    middle.push(spanOf(segment, cameFrom === a ? 0 : length_mm, cameFrom === a ? length_mm : 0))
    here = cameFrom
  }
  middle.reverse()
  const start = from[startOf[here]!]!
  const end = to[endOf[vertex]!]!
  const spans = [
    ...(start.kind === 'segment'
      ? [
          spanOf(
            start.segment,
            start.at_mm,
            segments[start.segment]!.a === here ? 0 : segments[start.segment]!.length_mm,
          ),
        ]
      : []),
    ...middle,
    ...(end.kind === 'segment'
      ? [spanOf(end.segment, segments[end.segment]!.a === vertex ? 0 : segments[end.segment]!.length_mm, end.at_mm)]
      : []),
  ].filter(({ from_mm, to_mm, segment }) => to_mm > from_mm || segments[segment]!.length_mm === 0)
  return pathOf(best, start, end, spans)
}

const pathOf = (cost_mm: number, start: Access, end: Access, spans: readonly Span[]): Path => ({
  length_mm: spans.reduce((sum, { from_mm, to_mm }) => sum + to_mm - from_mm, start.length_mm + end.length_mm),
  cost_mm,
  drops_mm: [start.length_mm, end.length_mm],
  spans,
})

/** What a search writes on, by vertex; wiped for each. */
interface Sheet {
  readonly reached: Float64Array
  readonly by: Int32Array
  readonly startOf: Int32Array
  readonly endCost: Float64Array
  readonly endOf: Int32Array
}
const sheets = new WeakMap<Adjacency, Sheet>()

function sheetOf(at: Adjacency): Sheet {
  let sheet = sheets.get(at)
  if (!sheet) {
    const n = at.length
    sheet = {
      reached: new Float64Array(n),
      by: new Int32Array(n),
      startOf: new Int32Array(n),
      endCost: new Float64Array(n),
      endOf: new Int32Array(n),
    }
    sheets.set(at, sheet)
  }
  sheet.reached.fill(Infinity)
  sheet.endCost.fill(Infinity)
  for (const marks of [sheet.by, sheet.startOf, sheet.endOf]) marks.fill(-1)
  return sheet
}

const spanOf = (segment: number, start_mm: number, end_mm: number): Span => ({
  segment,
  from_mm: Math.min(start_mm, end_mm),
  to_mm: Math.max(start_mm, end_mm),
  isBackward: end_mm < start_mm,
})

/** The least first; of equal costs the one with the lower vertex. */
class Heap {
  private readonly costs: number[] = []
  private readonly vertices: number[] = []

  push(cost: number, vertex: number): void {
    let i = this.costs.length
    this.costs.push(cost)
    this.vertices.push(vertex)
    while (i > 0) {
      const parent = (i - 1) >> 1
      if (!this.isBefore(i, parent)) break
      this.swap(i, parent)
      i = parent
    }
  }

  pop(): readonly [number, number] | null {
    if (this.costs.length === 0) return null
    const top = [this.costs[0]!, this.vertices[0]!] as const
    const [cost, vertex] = [this.costs.pop()!, this.vertices.pop()!]
    const n = this.costs.length
    if (n > 0) {
      this.costs[0] = cost
      this.vertices[0] = vertex
      for (let i = 0; ;) {
        const left = 2 * i + 1
        if (left >= n) break
        const child = left + 1 < n && this.isBefore(left + 1, left) ? left + 1 : left
        if (!this.isBefore(child, i)) break
        this.swap(child, i)
        i = child
      }
    }
    return top
  }

  private isBefore(i: number, j: number): boolean {
    return this.costs[i]! < this.costs[j]! || (this.costs[i] === this.costs[j] && this.vertices[i]! < this.vertices[j]!)
  }

  private swap(i: number, j: number): void {
    ;[this.costs[i], this.costs[j]] = [this.costs[j]!, this.costs[i]!]
    ;[this.vertices[i], this.vertices[j]] = [this.vertices[j]!, this.vertices[i]!]
  }
}
