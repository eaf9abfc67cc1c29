import fc from 'fast-check'
import { Matrix, solve } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { solveCircuit } from './solveCircuit'
import { minimumDegreeOrder } from './ordering'
import { compress, prepareFactorisation } from './sparse'
import type { CircuitElement } from './types'

const R = (id: string, a: string, b: string, value: number): CircuitElement => ({ id, type: 'R', a, b, value })
const V = (
  id: string,
  a: string,
  b: string,
  value: number,
  rest: { resistance_ohm?: number; limit_A?: number } = {},
): CircuitElement => ({ id, type: 'V', a, b, value, ...rest })
const I = (id: string, a: string, b: string, value: number): CircuitElement => ({ id, type: 'I', a, b, value })
const P = (id: string, a: string, b: string, value: number, minimum_V?: number): CircuitElement => ({
  id,
  type: 'P',
  a,
  b,
  value,
  minimum_V,
})

describe('worked by hand', () => {
  it('a divider: 24 V over 1 Ω and 2 Ω', () => {
    const { nodes, elements } = solveCircuit({
      ground: '0',
      elements: [V('s', 'p', '0', 24), R('r1', 'p', 'm', 1), R('r2', 'm', '0', 2)],
    })
    expect(nodes.m).toBeCloseTo(16, 12)
    expect(elements.r1!.current_A).toBeCloseTo(8, 12)
    expect(elements.s).toEqual({ current_A: expect.closeTo(-8, 12), power_W: expect.closeTo(-192, 10) })
  })

  it('a source with resistance: 12 V, 0.5 Ω, into 5.5 Ω', () =>
    expect(
      solveCircuit({ ground: '0', elements: [V('s', 'p', '0', 12, { resistance_ohm: 0.5 }), R('l', 'p', '0', 5.5)] })
        .nodes.p,
    ).toBeCloseTo(11, 12))

  it('a current source from ground into 3 Ω', () =>
    expect(solveCircuit({ ground: '0', elements: [I('s', '0', 'p', 2), R('l', 'p', '0', 3)] }).nodes.p).toBeCloseTo(
      6,
      12,
    ))

  it('48 W behind 0.2 Ω on 24 V: V² − 24 V + 9.6 = 0, the higher root', () => {
    const { nodes, elements } = solveCircuit({
      ground: '0',
      elements: [V('s', 'p', '0', 24), R('w', 'p', 'x', 0.2), P('l', 'x', '0', 48)],
    })
    expect(nodes.x).toBeCloseTo(12 + Math.sqrt(144 - 9.6), 9)
    expect(elements.l!.power_W).toBeCloseTo(48, 9)
  })

  it('the most that 0.2 Ω on 24 V delivers is 24² ÷ 0.8 = 720 W; beyond, the voltage collapses', () => {
    const load = (watt: number) =>
      solveCircuit({ ground: '0', elements: [V('s', 'p', '0', 24), R('w', 'p', 'x', 0.2), P('l', 'x', '0', watt)] })
    expect(load(719).feasible).toBe(true)
    expect(load(721)).toMatchObject({ feasible: false })
    expect(load(721).reasons[0]).toMatch(/collapses/)
  })

  it('under-voltage lock-out ends the collapse: the load draws nothing', () => {
    const { feasible, elements, nodes } = solveCircuit({
      ground: '0',
      elements: [V('s', 'p', '0', 24), R('w', 'p', 'x', 0.2), P('l', 'x', '0', 900, 10)],
    })
    expect(feasible).toBe(true)
    expect(elements.l!.current_A).toBe(0)
    expect(nodes.x).toBeCloseTo(24, 9)
  })

  it('a limited source turns into its limit: 24 V, 5 A into 2 Ω gives 10 V', () => {
    const { nodes, elements } = solveCircuit({
      ground: '0',
      elements: [V('s', 'p', '0', 24, { limit_A: 5 }), R('l', 'p', '0', 2)],
    })
    expect(nodes.p).toBeCloseTo(10, 12)
    expect(elements.s!.current_A).toBeCloseTo(-5, 12)
  })

  it('two feeds share a load by their wires: 12 V through 0.1 and 0.3 Ω', () => {
    const { elements } = solveCircuit({
      ground: '0',
      elements: [V('s', 'p', '0', 12), R('a', 'p', 'x', 0.1), R('b', 'p', 'x', 0.3), I('l', 'x', '0', 4)],
    })
    expect(elements.a!.current_A).toBeCloseTo(3, 10)
    expect(elements.b!.current_A).toBeCloseTo(1, 10)
  })

  it('counts a joint of no resistance as one node, and still knows its current', () => {
    const { elements } = solveCircuit({
      ground: '0',
      elements: [V('s', 'p', '0', 10), R('joint', 'p', 'q', 0), R('l', 'q', '0', 5)],
    })
    expect(elements.joint!.current_A).toBeCloseTo(2, 12)
  })
})

describe('networks without a definite answer', () => {
  it('names floating nodes', () =>
    expect(
      solveCircuit({ ground: '0', elements: [V('s', 'p', '0', 5), R('l', 'p', '0', 1), R('island', 'u', 'v', 1)] })
        .reasons[0],
    ).toMatch(/nodes u, v float/))
  it('refuses sources that contradict one another', () =>
    expect(solveCircuit({ ground: '0', elements: [V('a', 'p', '0', 5), V('b', 'p', '0', 12)] }).reasons[0]).toMatch(
      /b contradicts .* 7 V/,
    ))
  it('refuses a loop of equal ideal sources, whose sharing is not defined', () =>
    expect(solveCircuit({ ground: '0', elements: [V('a', 'p', '0', 5), V('b', 'p', '0', 5)] }).reasons[0]).toMatch(
      /not defined/,
    ))
  it('refuses a source that is shorted without resistance', () =>
    expect(solveCircuit({ ground: '0', elements: [V('a', 'p', '0', 5), R('short', 'p', '0', 0)] }).feasible).toBe(
      false,
    ))
})

/** A random connected network: a tree of resistors, some chords, some current drawn. */
const networks = fc
  .record({
    n: fc.integer({ min: 2, max: 18 }),
    seed: fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { minLength: 120, maxLength: 120 }),
  })
  .map(({ n, seed }) => {
    let at = 0
    const random = () => seed[at++ % seed.length]!
    const elements: CircuitElement[] = [V('source', 'n1', 'n0', 24)]
    for (let k = 2; k <= n; k += 1)
      elements.push(R(`t${k}`, `n${k}`, `n${1 + Math.floor(random() * (k - 1))}`, 0.01 + random()))
    for (let k = 0; k < n; k += 1) {
      const [a, b] = [Math.floor(random() * (n + 1)), Math.floor(random() * (n + 1))]
      if (a !== b) elements.push(R(`c${k}`, `n${a}`, `n${b}`, 0.05 + random()))
    }
    for (let k = 2; k <= n; k += 2) elements.push(I(`i${k}`, `n${k}`, 'n0', random()))
    return { n, elements }
  })

describe('against a general-purpose linear algebra library (ml-matrix, modified nodal analysis written out densely)', () => {
  it('agrees to 1e-9', () =>
    fc.assert(
      fc.property(networks, ({ n, elements }) => {
        const size = n + 1
        const a = Matrix.zeros(size, size)
        const z = Matrix.zeros(size, 1)
        const at = (name: string) => Number(name.slice(1)) - 1
        for (const element of elements) {
          const [i, j] = [at(element.a), at(element.b)]
          if (element.type === 'R') {
            const g = 1 / element.value
            if (i >= 0) a.set(i, i, a.get(i, i) + g)
            if (j >= 0) a.set(j, j, a.get(j, j) + g)
            if (i >= 0 && j >= 0) {
              a.set(i, j, a.get(i, j) - g)
              a.set(j, i, a.get(j, i) - g)
            }
          } else if (element.type === 'I') {
            if (i >= 0) z.set(i, 0, z.get(i, 0) - element.value)
            if (j >= 0) z.set(j, 0, z.get(j, 0) + element.value)
          }
        }
        a.set(0, n, 1)
        a.set(n, 0, 1)
        z.set(n, 0, 24)
        const x = solve(a, z)
        const solution = solveCircuit({ ground: 'n0', elements })
        expect(solution.feasible).toBe(true)
        for (let k = 1; k <= n; k += 1)
          if (solution.nodes[`n${k}`] !== undefined)
            expect(Math.abs(solution.nodes[`n${k}`]! - x.get(k - 1, 0))).toBeLessThan(1e-9 * 24)
      }),
    ))
})

describe('physics', () => {
  it('currents sum to zero at every node, and all power drawn is power given', () =>
    fc.assert(
      fc.property(networks, fc.double({ min: 0.1, max: 20, noNaN: true }), ({ elements }, watt) => {
        const solution = solveCircuit({ ground: 'n0', elements: [...elements, P('load', 'n1', 'n0', watt)] })
        expect(solution.feasible).toBe(true)
        const sums = new Map<string, number>()
        let power = 0
        for (const element of [...elements, P('load', 'n1', 'n0', watt)]) {
          const { current_A, power_W } = solution.elements[element.id]!
          sums.set(element.a, (sums.get(element.a) ?? 0) + current_A)
          sums.set(element.b, (sums.get(element.b) ?? 0) - current_A)
          power += power_W
        }
        for (const sum of sums.values()) expect(Math.abs(sum)).toBeLessThan(1e-6)
        expect(Math.abs(power)).toBeLessThan(1e-4)
      }),
    ))
})

describe('the sparse factorisation', () => {
  it('orders every unknown once', () => {
    const pattern = compress(4, [0, 1, 2, 3, 0, 1, 1, 2, 2, 3], [0, 1, 2, 3, 1, 0, 2, 1, 3, 2])
    expect([...minimumDegreeOrder(pattern)].sort()).toEqual([0, 1, 2, 3])
  })

  it('says so when a matrix is not positive definite', () => {
    const pattern = compress(2, [0, 1, 0, 1], [0, 1, 1, 0])
    const values = new Float64Array(pattern.row.length)
    ;[1, 1, 2, 2].forEach((value, k) => (values[pattern.slot[k]!]! += value))
    expect(prepareFactorisation(pattern).factor(values)).toBe(false)
  })

  it('solves a ladder of a thousand nodes as the closed form has it', () => {
    // Equal series resistance r and one ampere drawn at the end: the far node sits n·r below the source.
    const n = 1000
    const elements = [
      V('s', 'x0', 'g', 100),
      ...Array.from({ length: n }, (_, k) => R(`r${k}`, `x${k}`, `x${k + 1}`, 0.05)),
      I('end', `x${n}`, 'g', 1),
    ]
    expect(solveCircuit({ ground: 'g', elements }).nodes[`x${n}`]).toBeCloseTo(50, 8)
  })
})
