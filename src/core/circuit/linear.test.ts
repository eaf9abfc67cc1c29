import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LinearStructure, type Changes } from './linear'

/**
 * Ohms and volts after a change, by Gaussian elimination with pivoting on the whole matrix of the changed network: the textbook
 * way, and none of the code under test.
 */
function densely(nodes: number, list: readonly (readonly [number, number, number])[], injection: readonly number[]) {
  const rows = Array.from({ length: nodes }, (_, i) => {
    const row = new Array<number>(nodes + 1).fill(0)
    row[nodes] = injection[i]!
    return row
  })
  const seen = new Set<number>()
  const parent = Array.from({ length: nodes }, (_, k) => k)
  const root = (k: number): number => (parent[k] === k ? k : root(parent[k]!))
  for (const [a, b, g] of list) {
    if (g === 0 || a === b) continue
    parent[root(a)] = root(b)
    rows[a]![a]! += g
    rows[b]![b]! += g
    rows[a]![b]! -= g
    rows[b]![a]! -= g
  }
  for (let k = 0; k < nodes; k += 1)
    if (!seen.has(root(k))) {
      seen.add(root(k))
      // One node of each island is nailed down.
      rows[k] = new Array<number>(nodes + 1).fill(0)
      rows[k]![k] = 1
    }
  for (let k = 0; k < nodes; k += 1) {
    const best = rows.reduce((at, row, i) => (i > k && Math.abs(row[k]!) > Math.abs(rows[at]![k]!) ? i : at), k)
    ;[rows[k], rows[best]] = [rows[best]!, rows[k]!]
    for (let i = k + 1; i < nodes; i += 1) {
      const share = rows[i]![k]! / rows[k]![k]!
      if (share !== 0) for (let j = k; j <= nodes; j += 1) rows[i]![j]! -= share * rows[k]![j]!
    }
  }
  const x = new Array<number>(nodes).fill(0)
  for (let k = nodes - 1; k >= 0; k -= 1) {
    let sum = rows[k]![nodes]!
    for (let j = k + 1; j < nodes; j += 1) sum -= rows[k]![j]! * x[j]!
    x[k] = sum / rows[k]![k]!
  }
  return { x, islandOf: root }
}

const NODES = 9
const branch = fc.tuple(
  fc.integer({ min: 0, max: NODES - 1 }),
  fc.integer({ min: 0, max: NODES - 1 }),
  fc.constantFrom(0, 1e-4, 0.02, 1, 90),
)

describe('a network changed a little', () => {
  it('gives the ohms of the changed network solved anew', () => {
    fc.assert(
      fc.property(
        fc.array(branch, { minLength: 1, maxLength: 16 }),
        fc.array(fc.tuple(fc.nat(15), fc.constantFrom(0, 0, 0.5, 100)), { maxLength: 4 }),
        fc.array(branch, { maxLength: 3 }),
        fc.nat(NODES - 1),
        fc.nat(NODES - 1),
        (list, edits, added, p, q) => {
          const structure = new LinearStructure({
            nodes: NODES,
            a: Int32Array.from(list, ([a]) => a),
            b: Int32Array.from(list, ([, b]) => b),
          })
          const base = structure.at(Float64Array.from(list, ([, , g]) => g))
          const changes: Changes = {
            branches: new Map(edits.filter(([e]) => e < list.length)),
            added: added.map(([a, b, conductance_S]) => ({ a, b, conductance_S })),
          }
          const after = base.change(changes)
          const now = [...list.map(([a, b, g], e) => [a, b, changes.branches.get(e) ?? g] as const), ...added]
          const unit = Array.from({ length: NODES }, (_, k) => (p === q ? 0 : k === p ? 1 : k === q ? -1 : 0))
          const { x, islandOf } = densely(NODES, now, unit)
          if (islandOf(p) !== islandOf(q)) expect(after.ohms(p, q)).toBe(Infinity)
          else {
            const wanted = x[p]! - x[q]!
            // Joined islands keep a gigaohm each to what they share.
            const tolerance = 2e-5 * Math.max(1, wanted) + 1e-9 * wanted ** 2
            expect(Math.abs(after.ohms(p, q) - wanted)).toBeLessThan(tolerance)
            const volts = after.response(p, q)
            for (let k = 0; k < NODES; k += 1)
              if (islandOf(k) === islandOf(q))
                expect(Math.abs(volts[k]! - volts[q]! - (x[k]! - x[q]!))).toBeLessThan(tolerance)
          }
          for (let k = 0; k < NODES; k += 1)
            expect(after.islandOf(k) === after.islandOf(p)).toBe(islandOf(k) === islandOf(p))
        },
      ),
      { numRuns: 400 },
    )
  })

  it('series and parallel by the rules of any textbook', () => {
    const ring = { nodes: 3, a: Int32Array.of(0, 1, 0), b: Int32Array.of(1, 2, 2) }
    const base = new LinearStructure(ring).at(Float64Array.of(1 / 10, 1 / 20, 1 / 30))
    const none = { branches: new Map<number, number>(), added: [] }
    expect(base.change(none).ohms(0, 2)).toBeCloseTo(15, 6)
    expect(base.change({ ...none, branches: new Map([[2, 0]]) }).ohms(0, 2)).toBeCloseTo(30, 6)
    expect(base.change({ ...none, added: [{ a: 0, b: 2, conductance_S: 1 / 15 }] }).ohms(0, 2)).toBeCloseTo(7.5, 6)
  })
})
