import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { assign, layLeads, leadArea, type Lead, type Way, type WayGraph } from '.'

/** Every matching tried: n! of them. */
function byTrying(cost: readonly (readonly number[])[]): number {
  const columns = cost[0]!.map((_, i) => i)
  const least = (row: number, free: readonly number[]): number =>
    row === cost.length
      ? 0
      : Math.min(
          ...free.map(
            (column) =>
              cost[row]![column]! +
              least(
                row + 1,
                free.filter((each) => each !== column),
              ),
          ),
        )
  return least(0, columns)
}

describe('matching rows to columns', () => {
  it('costs as little as the best of all matchings', () => {
    const matrix = fc.tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 0, max: 2 })).chain(([rows, more]) =>
      fc.array(fc.array(fc.integer({ min: 0, max: 50 }), { minLength: rows + more, maxLength: rows + more }), {
        minLength: rows,
        maxLength: rows,
      }),
    )
    fc.assert(
      fc.property(matrix, (cost) => {
        const columns = assign(cost)
        expect(new Set(columns).size).toBe(cost.length)
        expect(columns.reduce((sum, column, row) => sum + cost[row]![column]!, 0)).toBe(byTrying(cost))
      }),
      { numRuns: 300 },
    )
  })
})

/** A wall with glands in a row: leads come from vertex 0, everything outside is the last vertex. */
function wall(
  glands: readonly { readonly at_mm: number; readonly min_mm: number; readonly max_mm: number }[],
): WayGraph {
  const ways = new Map<string, Way>()
  const segments: WayGraph['segments'][number][] = []
  const outside = glands.length * 2 + 1
  glands.forEach(({ at_mm, min_mm, max_mm }, i) => {
    const id = `g${i}`
    ways.set(id, {
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
    segments.push(
      { way: null, isFree: true, a: 0, b: 1 + 2 * i, length_mm: at_mm },
      { way: id, isFree: false, a: 1 + 2 * i, b: 2 + 2 * i, length_mm: 30 },
      { way: null, isFree: false, a: 2 + 2 * i, b: outside, length_mm: 0 },
    )
  })
  return { vertexCount: outside + 1, segments, ways, openings: new Set(ways.keys()) }
}

const out = (graph: WayGraph, id: string, od_mm: number, more: Partial<Lead> = {}): Lead => ({
  id,
  od_mm,
  kind: 'power',
  isJacketed: true,
  a: [{ kind: 'vertex', vertex: 0, length_mm: 20 }],
  b: [{ kind: 'vertex', vertex: graph.vertexCount - 1, length_mm: 0 }],
  direct_mm: null,
  only: null,
  bundle: null,
  avoids: null,
  ...more,
})

function glandsTaken(graph: WayGraph, leads: readonly Lead[]): ReadonlyMap<string, string> {
  const laid = layLeads(graph, leads)
  return new Map(
    leads.map(({ id }) => [id, laid.get(id)!.spans.flatMap(({ segment }) => graph.segments[segment]!.way ?? [])[0]!]),
  )
}

describe('openings dealt out', () => {
  const M12 = { min_mm: 3, max_mm: 6.5 }
  const M20 = { min_mm: 6, max_mm: 12 }

  it('gives one to each while there are as many, however far the last is', () => {
    const graph = wall([100, 130, 900, 1500, 2400].map((at_mm) => ({ at_mm, ...M12 })))
    const taken = glandsTaken(
      graph,
      ['a', 'b', 'c', 'd', 'e'].map((id) => out(graph, id, 5)),
    )
    expect(new Set(taken.values()).size).toBe(5)
  })
  it('gives each one that clamps it, though a thinner one sits nearer', () => {
    const graph = wall([
      { at_mm: 50, ...M20 },
      { at_mm: 60, ...M12 },
      { at_mm: 400, ...M20 },
    ])
    const taken = glandsTaken(graph, [out(graph, 'thin', 4), out(graph, 'thick', 9), out(graph, 'other', 10)])
    expect(taken.get('thin')).toBe('g1')
    expect(new Set([taken.get('thick'), taken.get('other')])).toEqual(new Set(['g0', 'g2']))
  })
  it('leads single conductors that go together out together, by what clamps them as one', () => {
    const graph = wall([
      { at_mm: 50, ...M12 },
      { at_mm: 90, ...M20 },
    ])
    const pair = ['p', 'm'].map((id) => out(graph, id, 3.4, { isJacketed: false, bundle: 'ps1 v1' }))
    const taken = glandsTaken(graph, [...pair, out(graph, 'cable', 5)])
    // Two of 3.4 mm side by side are 6.8 mm: too thick for the first.
    expect([taken.get('p'), taken.get('m'), taken.get('cable')]).toEqual(['g1', 'g1', 'g0'])
  })
  it('leaves a named one to who named it', () => {
    const graph = wall([50, 60, 70].map((at_mm) => ({ at_mm, ...M12 })))
    const taken = glandsTaken(graph, [
      out(graph, 'a', 5),
      out(graph, 'b', 5),
      out(graph, 'named', 5, { only: new Set(['g0']) }),
    ])
    expect(taken.get('named')).toBe('g0')
    expect(new Set([taken.get('a'), taken.get('b')])).toEqual(new Set(['g1', 'g2']))
  })
  it('uses all before it puts two into one, as many leads as there may be', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 20, max: 2000 }), { minLength: 2, maxLength: 6 }),
        fc.array(fc.integer({ min: 30, max: 65 }), { minLength: 1, maxLength: 9 }),
        (places, tenths) => {
          const graph = wall(places.map((at_mm) => ({ at_mm, ...M12 })))
          const leads = tenths.map((each, i) => out(graph, `w${i}`, each / 10))
          const taken = glandsTaken(graph, leads)
          expect(new Set(taken.values()).size).toBe(Math.min(leads.length, places.length))
        },
      ),
      { numRuns: 100 },
    )
  })
})
