import fc from 'fast-check'
import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { minimumDegreeOrder } from './ordering'
import { compress, prepareFactorisation } from './sparse'

/** A random symmetric pattern with a strong diagonal. */
const systems = fc.integer({ min: 1, max: 30 }).chain((n) =>
  fc.record({
    n: fc.constant(n),
    edges: fc.array(fc.tuple(fc.nat(n - 1), fc.nat(n - 1), fc.double({ min: 0.01, max: 5, noNaN: true })), {
      maxLength: 60,
    }),
  }),
)

function build({ n, edges }: { readonly n: number; readonly edges: readonly (readonly [number, number, number])[] }) {
  const rows: number[] = []
  const columns: number[] = []
  const values: number[] = []
  const dense = Matrix.zeros(n, n)
  const add = (i: number, j: number, value: number) => {
    rows.push(i)
    columns.push(j)
    values.push(value)
    dense.set(i, j, dense.get(i, j) + value)
  }
  for (let i = 0; i < n; i += 1) add(i, i, 0.1)
  for (const [a, b, g] of edges) {
    if (a === b) continue
    add(a, a, g)
    add(b, b, g)
    add(a, b, -g)
    add(b, a, -g)
  }
  const pattern = compress(n, rows, columns)
  const compressed = new Float64Array(pattern.row.length)
  values.forEach((value, k) => (compressed[pattern.slot[k]!]! += value))
  return { pattern, compressed, dense }
}

/** Fill by eliminating on an explicit graph: the plain way. */
function fillOf(order: ArrayLike<number>, n: number, edges: readonly (readonly [number, number])[]): number {
  const near = Array.from({ length: n }, () => new Set<number>())
  for (const [a, b] of edges) {
    if (a === b) continue
    near[a]!.add(b)
    near[b]!.add(a)
  }
  let fill = 0
  for (let k = 0; k < n; k += 1) {
    const pivot = order[k]!
    const around = [...near[pivot]!]
    fill += around.length
    for (const other of around) near[other]!.delete(pivot)
    for (const a of around) for (const b of around) if (a !== b) near[a]!.add(b)
  }
  return fill
}

describe('the ordering', () => {
  it('takes every unknown once, whatever the pattern', () =>
    fc.assert(
      fc.property(systems, (system) => {
        const order = [...minimumDegreeOrder(build(system).pattern)].sort((a, b) => a - b)
        expect(order).toEqual(Array.from({ length: system.n }, (_, i) => i))
      }),
    ))

  it('a tree comes out without fill', () =>
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { minLength: 1, maxLength: 80 }),
        (seeds) => {
          const edges = seeds.map((seed, k) => [k + 1, Math.floor(seed * (k + 1)), 1] as const)
          const { pattern } = build({ n: seeds.length + 1, edges })
          expect(
            fillOf(
              minimumDegreeOrder(pattern),
              seeds.length + 1,
              edges.map(([a, b]) => [a, b]),
            ),
          ).toBe(seeds.length)
        },
      ),
    ))

  it('a mesh has far less fill than row by row', () => {
    const side = 24
    const edges: [number, number, number][] = []
    for (let i = 0; i < side; i += 1)
      for (let j = 0; j < side; j += 1) {
        if (i + 1 < side) edges.push([i * side + j, (i + 1) * side + j, 1])
        if (j + 1 < side) edges.push([i * side + j, i * side + j + 1, 1])
      }
    const n = side * side
    const pairs = edges.map(([a, b]) => [a, b] as const)
    const natural = fillOf(
      Array.from({ length: n }, (_, i) => i),
      n,
      pairs,
    )
    expect(fillOf(minimumDegreeOrder(build({ n, edges }).pattern), n, pairs)).toBeLessThan(0.6 * natural)
  })
})

describe('the factorisation, against a dense one of a general-purpose matrix library', () => {
  it('solves alike, to 1e-9', () =>
    fc.assert(
      fc.property(
        systems,
        fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: 30, maxLength: 30 }),
        (system, given) => {
          const { pattern, compressed, dense } = build(system)
          const rhs = Float64Array.from(given.slice(0, system.n))
          const factorisation = prepareFactorisation(pattern)
          expect(factorisation.factor(compressed)).toBe(true)
          const x = factorisation.solve(rhs)
          const expected = new CholeskyDecomposition(dense).solve(Matrix.columnVector([...rhs])).to1DArray()
          const scale = Math.max(1, ...expected.map(Math.abs))
          x.forEach((value, k) => expect(Math.abs(value - expected[k]!) / scale).toBeLessThan(1e-9))
        },
      ),
    ))
})
