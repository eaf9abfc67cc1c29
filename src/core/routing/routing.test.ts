import fc from 'fast-check'
import Graph from 'graphology'
import { dijkstra } from 'graphology-shortest-path'
import { describe, expect, it } from 'vitest'
import {
  adjacencyOf,
  bulge_mm,
  chainOf,
  hingeLoop,
  layLeads,
  leadArea,
  MOST_DETOUR,
  shortestPath,
  type Lead,
  type Segment,
  type Way,
  type WayGraph,
} from '.'

/** A grid of ducts, as on a plate: rows and columns that cross, each piece its own segment. */
function grid(rows: number, columns: number, room_mm2: number | null, lengths: readonly number[]): WayGraph {
  const segments: Segment[] = []
  const ways = new Map<string, Way>()
  const at = (row: number, column: number) => row * columns + column
  let k = 0
  const put = (way: string, a: number, b: number) => {
    segments.push({ way, isFree: false, a, b, length_mm: lengths[k++ % lengths.length]! })
    ways.set(way, {
      id: way,
      room_mm2,
      isSingle: false,
      clamps: null,
      carries: null,
      isDivided: false,
      isBlanked: false,
      home: null,
      isExit: false,
    })
  }
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column + 1 < columns; column += 1) put(`row${row}`, at(row, column), at(row, column + 1))
  for (let column = 0; column < columns; column += 1)
    for (let row = 0; row + 1 < rows; row += 1) put(`column${column}`, at(row, column), at(row + 1, column))
  return { vertexCount: rows * columns, segments, ways, openings: new Set() }
}

const lead = (id: string, a: number, b: number, more: Partial<Lead> = {}): Lead => ({
  id,
  od_mm: 3,
  kind: 'power',
  isJacketed: false,
  a: [{ kind: 'vertex', vertex: a, length_mm: 10 }],
  b: [{ kind: 'vertex', vertex: b, length_mm: 10 }],
  direct_mm: null,
  only: null,
  bundle: null,
  avoids: null,
  ...more,
})

const lengths = fc.array(fc.integer({ min: 20, max: 200 }), { minLength: 7, maxLength: 40 })

describe('the shortest way', () => {
  it('is as short as a general graph library finds it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 6 }),
        fc.integer({ min: 2, max: 6 }),
        lengths,
        fc.nat(),
        fc.nat(),
        (r, c, l, s, t) => {
          const graph = grid(r, c, null, l)
          const other = new Graph({ type: 'undirected', multi: true })
          for (let v = 0; v < graph.vertexCount; v += 1) other.addNode(v)
          for (const { a, b, length_mm } of graph.segments) other.addEdge(a, b, { length_mm })
          const [from, to] = [s % graph.vertexCount, t % graph.vertexCount]
          const path = dijkstra.bidirectional(other, from, to, 'length_mm') as string[] | null
          const found = shortestPath(
            graph.segments,
            adjacencyOf(graph.vertexCount, graph.segments),
            [{ kind: 'vertex', vertex: from, length_mm: 0 }],
            [{ kind: 'vertex', vertex: to, length_mm: 0 }],
            () => true,
          )!
          let sum = 0
          for (let i = 1; i < path!.length; i += 1)
            sum += Math.min(
              ...other.edges(path![i - 1], path![i]).map((edge) => other.getEdgeAttribute(edge, 'length_mm') as number),
            )
          expect(found.length_mm).toBeCloseTo(sum, 6)
          // Its pieces add up to it, each beginning where the one before ended.
          expect(found.spans.reduce((all, { from_mm, to_mm }) => all + to_mm - from_mm, 0)).toBeCloseTo(sum, 6)
        },
      ),
    )
  })
  it('begins and ends within a duct where that is nearer', () => {
    const graph = grid(1, 2, null, [100])
    const found = shortestPath(
      graph.segments,
      adjacencyOf(2, graph.segments),
      [{ kind: 'segment', segment: 0, at_mm: 70, length_mm: 5 }],
      [{ kind: 'segment', segment: 0, at_mm: 20, length_mm: 8 }],
      () => true,
    )!
    expect(found.length_mm).toBe(63)
    expect(found.spans).toEqual([{ segment: 0, from_mm: 20, to_mm: 70, isBackward: true }])
  })
})

const leadsOn = (graph: WayGraph, pairs: readonly (readonly [number, number])[]) =>
  pairs.map(([a, b], i) => lead(`w${String(i).padStart(3, '0')}`, a % graph.vertexCount, b % graph.vertexCount))
const pairs = fc.array(fc.tuple(fc.nat(), fc.nat()), { minLength: 1, maxLength: 30 })

describe('laying leads', () => {
  it('takes each the shortest way where there is room, and none longer than the detour allowed', () => {
    fc.assert(
      fc.property(lengths, pairs, fc.integer({ min: 1, max: 12 }), (l, p, holds) => {
        const graph = grid(4, 4, holds * leadArea(3), l)
        const free = grid(4, 4, null, l)
        const laid = layLeads(graph, leadsOn(graph, p))
        const alone = layLeads(free, leadsOn(free, p))
        let sum = 0
        let least = 0
        for (const [id, { length_mm, shortest_mm }] of laid) {
          expect(shortest_mm).toBeCloseTo(alone.get(id)!.length_mm, 6)
          expect(length_mm).toBeLessThanOrEqual(shortest_mm * MOST_DETOUR + 1e-6)
          sum += length_mm
          least += shortest_mm
        }
        if (holds >= p.length) expect(sum).toBeCloseTo(least, 6)
      }),
      { numRuns: 60 },
    )
  })
  /** Whether everything fits: where it does not, a duct made wider draws leads that had nowhere else to go. */
  const fits = (graph: WayGraph, laid: ReturnType<typeof layLeads>, room_mm2: number) =>
    graph.segments.every((_, segment) => {
      const lying = [...laid.values()].filter(({ spans }) => spans.some((span) => span.segment === segment))
      return lying.length * leadArea(3) <= room_mm2 + 1e-6
    })
  it('never makes a way longer by a wider duct, nor by taking a lead out, where everything fits', () => {
    fc.assert(
      fc.property(lengths, pairs, fc.integer({ min: 2, max: 12 }), fc.nat(), (l, p, holds, out) => {
        const graph = grid(2, 3, holds * leadArea(3), l)
        const leads = leadsOn(graph, p)
        const before = layLeads(graph, leads)
        fc.pre(fits(graph, before, holds * leadArea(3)))
        const wider = layLeads(grid(2, 3, (holds + 3) * leadArea(3), l), leads)
        for (const [id, { length_mm }] of wider) expect(length_mm).toBeLessThanOrEqual(before.get(id)!.length_mm + 1e-6)
        const gone = leads[out % leads.length]!.id
        const less = layLeads(
          graph,
          leads.filter(({ id }) => id !== gone),
        )
        for (const [id, { length_mm }] of less) expect(length_mm).toBeLessThanOrEqual(before.get(id)!.length_mm + 1e-6)
      }),
      { numRuns: 200 },
    )
  })
  it('does not hang on the order of entry', () => {
    fc.assert(
      fc.property(lengths, pairs, fc.integer({ min: 1, max: 8 }), (l, p, holds) => {
        const graph = grid(3, 4, holds * leadArea(3), l)
        const leads = leadsOn(graph, p)
        const [one, other] = [layLeads(graph, leads), layLeads(graph, [...leads].reverse())]
        for (const { id } of leads) expect(other.get(id)).toEqual(one.get(id))
      }),
      { numRuns: 40 },
    )
  })
  it('takes up what is overfull and lays it by the other row', () => {
    // A square of 100 mm sides with the long way round 110 mm: room for two of three.
    const graph = grid(2, 2, 2 * leadArea(3), [100, 100, 5, 5])
    const laid = layLeads(graph, [lead('a', 0, 1), lead('b', 0, 1), lead('c', 0, 1)])
    expect([...laid.values()].map(({ length_mm }) => length_mm).sort()).toEqual([120, 120, 130])
  })
  it('keeps probes clear of bare mains where the way round is short, and no longer than that', () => {
    const round = (other_mm: number) => {
      const graph = grid(2, 2, null, [100, other_mm, 5, 5])
      return layLeads(graph, [lead('m', 0, 1, { kind: 'mains' }), lead('p', 0, 1, { kind: 'probe' })]).get('p')!
        .length_mm
    }
    expect(round(110)).toBe(140)
    expect(round(200)).toBe(120)
    const graph = grid(2, 2, null, [100, 110, 5, 5])
    const jacketed = layLeads(graph, [
      lead('m', 0, 1, { kind: 'mains', isJacketed: true }),
      lead('p', 0, 1, { kind: 'probe' }),
    ])
    expect(jacketed.get('p')!.length_mm).toBe(120)
  })
  it('keeps what a way is kept for, and says what had to be let go', () => {
    const graph = grid(1, 2, null, [100])
    const kept = new Map([['row0', { ...graph.ways.get('row0')!, carries: 'signals' as const }]])
    const only = { ...graph, ways: kept }
    expect(layLeads(only, [lead('m', 0, 1, { kind: 'mains' })]).get('m')).toMatchObject({
      kind: 'ways',
      despite: 'fit',
    })
    expect(layLeads(only, [lead('s', 0, 1, { kind: 'signal' })]).get('s')).toMatchObject({ despite: 'nothing' })
    const blank = { ...graph, ways: new Map([['row0', { ...graph.ways.get('row0')!, isBlanked: true }]]) }
    expect(layLeads(blank, [lead('s', 0, 1)]).get('s')).toMatchObject({ despite: 'blank' })
  })
  it('gives a gland to each while there are enough, and the right size to each', () => {
    const gland = (id: string, min_mm: number, max_mm: number): Way => ({
      id,
      room_mm2: leadArea(max_mm),
      isSingle: true,
      clamps: { min_mm, max_mm },
      carries: null,
      isDivided: false,
      isBlanked: false,
      home: 'box',
      isExit: true,
    })
    const graph: WayGraph = {
      vertexCount: 2,
      segments: ['a', 'b', 'c'].map((way, i) => ({ way, isFree: false, a: 0, b: 1, length_mm: 30 + i })),
      ways: new Map([gland('a', 3, 6.5), gland('b', 3, 6.5), gland('c', 6, 12)].map((way) => [way.id, way])),
      openings: new Set(['a', 'b', 'c']),
    }
    const laid = layLeads(graph, [
      lead('thick', 0, 1, { od_mm: 9 }),
      lead('one', 0, 1, { od_mm: 5 }),
      lead('two', 0, 1, { od_mm: 5 }),
    ])
    const wayOf = (id: string) => graph.segments[laid.get(id)!.spans[0]!.segment]!.way
    expect(wayOf('thick')).toBe('c')
    expect(new Set([wayOf('one'), wayOf('two')])).toEqual(new Set(['a', 'b']))
  })
})

describe('a cable chain', () => {
  /** Chain makers' sheets: L = S/2 + π·R for a fixed point halfway, and the offset beside it otherwise; common practice. */
  it.each([
    [1000, 50, 50, 500 + Math.PI * 50],
    [1000, 50, 0, 1000 + Math.PI * 50],
    [600, 75, 25, 300 + 150 + Math.PI * 75],
  ])('of %d mm travel, radius %d, fixed at %d %% is so long', (travel_mm, radius_mm, fixedAt_percent, bare_mm) => {
    const { links, length_mm, height_mm } = chainOf({
      travel_mm,
      radius_mm,
      pitch_mm: 20,
      link_mm: 25,
      fixedAt_percent,
    })
    expect(length_mm).toBe(links * 20)
    expect(length_mm).toBeGreaterThanOrEqual(bare_mm)
    expect(length_mm).toBeLessThanOrEqual(bare_mm + 3 * 20)
    expect(height_mm).toBe(2 * radius_mm + 25)
  })
  it('reaches as far beyond at one end of its travel as at the other, fixed halfway, plus the half of it', () => {
    const { reach_mm } = chainOf({ travel_mm: 800, radius_mm: 60, pitch_mm: 30, link_mm: 30, fixedAt_percent: 50 })
    expect(reach_mm[1] - reach_mm[0]).toBeCloseTo(400, 9)
  })
})

describe('a loop over a hinge', () => {
  it('is long enough at every angle, and shut no longer than open', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 200 }),
        fc.integer({ min: 5, max: 200 }),
        fc.integer({ min: 10, max: 300 }),
        fc.integer({ min: 0, max: 100 }),
        (still, door, deep, apart_mm) => {
          const { length_mm, farthest_mm, shut_mm } = hingeLoop({
            still: { along_mm: still, off_mm: -deep },
            door: { along_mm: door, off_mm: 0 },
            apart_mm,
            opens_deg: 180,
          })
          expect(shut_mm).toBeLessThanOrEqual(farthest_mm + 1e-9)
          expect(length_mm).toBeGreaterThan(farthest_mm)
          // Opened flat, the two lie on either side of the hinge's line.
          expect(farthest_mm).toBeGreaterThanOrEqual(Math.hypot(still + door, deep, apart_mm) - 1e-6)
        },
      ),
    )
  })

  // The arc of a circle, as any handbook has it: s = r·θ, c = 2·r·sin(θ/2), h = r·(1 − cos(θ/2)).
  it('stands out of its line by the height of the arc that it makes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 500, noNaN: true }),
        fc.double({ min: 0.05, max: 6.2, noNaN: true }),
        (radius, angle) => {
          const found = bulge_mm(radius * angle, 2 * radius * Math.sin(angle / 2))
          expect(found).toBeCloseTo(radius * (1 - Math.cos(angle / 2)), 3)
        },
      ),
    )
    expect(bulge_mm(100, 100)).toBe(0)
    expect(bulge_mm(90, 100)).toBe(0)
  })
})
