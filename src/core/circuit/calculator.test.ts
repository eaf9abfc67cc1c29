import { describe, expect, it } from 'vitest'
import { runCalculator } from '@/core/calculator'
import { circuitCalculator } from './calculator'

const solve = (elements: readonly unknown[], ground = '0') =>
  runCalculator(circuitCalculator, { ground, elements }).body as {
    result: {
      feasible: boolean
      nodes: Record<string, number>
      elements: Record<string, { current_A: number; power_W: number }>
      reasons: string[]
    }
    trace: { detail: string }[]
  }
const faults = (elements: readonly unknown[]) =>
  (
    runCalculator(circuitCalculator, { ground: '0', elements }).body as { error: { issues: { path: string }[] } }
  ).error.issues.map(({ path }) => path)

describe('sources that limit', () => {
  it('of two joined sources the limited one gives its limit: 24 V, 5 A onto an ideal 12 V', () => {
    const { result } = solve([
      { id: 'a', type: 'V', a: 'p', b: '0', value: 12 },
      { id: 'b', type: 'V', a: 'p', b: '0', value: 24, limit_A: 5 },
      { id: 'l', type: 'R', a: 'p', b: '0', value: 6 },
    ])
    expect(result.feasible).toBe(true)
    expect(result.nodes.p).toBe(12)
    // 2 A into the load: the 24 V source pushes 5, so 3 flow backwards into the other.
    expect(result.elements.b!.current_A).toBeCloseTo(-5, 12)
    expect(result.elements.a!.current_A).toBeCloseTo(3, 12)
  })

  it('two joined outputs of 5.1 and 5 V, each limited: the higher carries all until its limit', () => {
    const feed = (load_A: number) =>
      solve([
        { id: 'a', type: 'V', a: 'p', b: '0', value: 5.1, limit_A: 3 },
        { id: 'b', type: 'V', a: 'p', b: '0', value: 5, limit_A: 2 },
        { id: 'l', type: 'I', a: 'p', b: '0', value: load_A },
      ]).result
    expect(feed(4)).toMatchObject({
      feasible: true,
      nodes: { p: expect.closeTo(5, 9) as number },
      elements: {
        a: { current_A: expect.closeTo(-3, 9) as number },
        b: { current_A: expect.closeTo(-1, 9) as number },
      },
    })
  })

  it('charges back into a limited source no harder than its limit', () => {
    const { result } = solve([
      { id: 'a', type: 'V', a: 'p', b: '0', value: 5, limit_A: 1 },
      { id: 'b', type: 'V', a: 'q', b: '0', value: 12 },
      { id: 'r', type: 'R', a: 'q', b: 'p', value: 1 },
    ])
    expect(result.elements.a!.current_A).toBeCloseTo(1, 9)
    expect(result.nodes.p).toBeCloseTo(11, 9)
  })
})

describe('constant power', () => {
  it('works either way round where it names no least voltage', () => {
    const { result } = solve([
      { id: 's', type: 'V', a: 'p', b: '0', value: 12 },
      { id: 'r', type: 'R', a: 'p', b: 'x', value: 0.5 },
      { id: 'l', type: 'P', a: '0', b: 'x', value: 20 },
    ])
    const volts = 6 + Math.sqrt(36 - 10)
    expect(result.nodes.x).toBeCloseTo(volts, 9)
    expect(result.elements.l!.current_A).toBeCloseTo(-20 / volts, 9)
    expect(result.elements.l!.power_W).toBeCloseTo(20, 9)
  })
  it('of nothing draws nothing', () =>
    expect(
      solve([
        { id: 's', type: 'V', a: 'p', b: '0', value: 12 },
        { id: 'l', type: 'P', a: 'p', b: '0', value: 0 },
      ]).result.elements.l!.current_A,
    ).toBe(0))
})

describe('odd but lawful', () => {
  it('an element from a node to itself', () =>
    expect(
      solve([
        { id: 's', type: 'V', a: 'p', b: '0', value: 5 },
        { id: 'r', type: 'R', a: 'p', b: 'p', value: 0 },
        { id: 'q', type: 'R', a: 'p', b: 'p', value: 3 },
        { id: 'l', type: 'R', a: 'p', b: '0', value: 5 },
      ]).result,
    ).toMatchObject({
      feasible: true,
      elements: { r: { current_A: 0 }, q: { current_A: 0 }, s: { current_A: expect.closeTo(-1, 12) as number } },
    }))
  it('a network of nothing', () => expect(solve([]).result).toMatchObject({ feasible: true, nodes: { 0: 0 } }))
  it('names like those of every object', () =>
    expect(
      solve([
        { id: 'constructor', type: 'V', a: 'toString', b: '0', value: 5 },
        { id: 'valueOf', type: 'R', a: 'toString', b: '0', value: 5 },
      ]).result.nodes.toString,
    ).toBe(5))
  it('a negative source', () =>
    expect(
      solve([
        { id: 's', type: 'V', a: 'p', b: '0', value: -12 },
        { id: 'l', type: 'R', a: 'p', b: '0', value: 6 },
      ]).result.elements.l!.current_A,
    ).toBeCloseTo(-2, 12))
})

describe('bad input', () => {
  it.each([
    [[{ id: 'r', type: 'R', a: 'p', b: '0', value: -1 }], 'elements.0.value'],
    [[{ id: 'r', type: 'C', a: 'p', b: '0', value: 1 }], 'elements.0.type'],
    [[{ id: 'r', type: 'R', a: 'p', b: '0', value: 1, limit_A: 3 }], 'elements.0.limit_A'],
    [[{ id: 'r', type: 'R', a: 'p', value: 1 }], 'elements.0.b'],
    [
      [
        { id: 'r', type: 'R', a: 'p', b: '0', value: 1 },
        { id: 'r', type: 'R', a: 'p', b: '0', value: 2 },
      ],
      'elements.1.id',
    ],
    [[{ id: '__proto__', type: 'R', a: 'p', b: '0', value: 1 }], 'elements.0.id'],
    [[{ id: 'v', type: 'V', a: 'p', b: '0', value: 5, limit_A: 0 }], 'elements.0.limit_A'],
  ])('%j names %s', (elements, path) => expect(faults(elements)).toContain(path))
})
