import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { solveCircuit, type CircuitElement } from '@/core/circuit'
import { PATTERNS, startingPattern } from '@/core/patterns'
import type { StateId } from '@/core/plan'
import { networkOf } from '@/core/model'
import { stateSolutions } from '@/core/figures'
import { DEMOS } from '@demo/scenarios'
import { NGSPICE, runNgspice } from '../../tests/ngspice'
import { spiceNetlist } from './spiceNetlist'

/** Node numbers as the netlist's legend has them. */
function legendOf(netlist: string): ReadonlyMap<string, string> {
  return new Map([...netlist.matchAll(/^\* node (\d+) = (.*)$/gm)].map(([, number, name]) => [name!, number!]))
}

function differences(
  netlist: string,
  nodes: Readonly<Record<string, number>>,
): { readonly worst: number; readonly compared: number } {
  const { nodes: theirs } = runNgspice(netlist)
  const scale = Math.max(1, ...Object.values(nodes).map(Math.abs))
  let worst = 0
  let compared = 0
  for (const [name, number] of legendOf(netlist)) {
    if (number === '0' || nodes[name] === undefined) continue
    worst = Math.max(worst, Math.abs(theirs.get(number)! - nodes[name]) / scale)
    compared += 1
  }
  return { worst, compared }
}

const PLANS = [
  ...Object.entries(DEMOS).map(([key, make]) => [key, make()] as const),
  ...PATTERNS.map((name) => [name, startingPattern(name, 'NEC')] as const),
]

describe.skipIf(!NGSPICE)(
  'against a general-purpose circuit simulator (Debian’s ngspice; skipped where it is not installed)',
  () => {
    it.each(PLANS.flatMap(([key, plan]) => Object.keys(plan.states).map((state) => [key, state, plan] as const)))(
      '%s, %s: every node of the plan’s networks agrees to 1e-6',
      (_key, state, plan) => {
        const network = networkOf(stateSolutions(plan).get(state as StateId)!)
        if (!network.elements.some(({ type }) => type === 'V')) return
        const { worst, compared } = differences(spiceNetlist({ title: 'plan', ...network }), network.nodes)
        expect(compared).toBeGreaterThan(1)
        expect(worst).toBeLessThan(1e-6)
      },
      20_000,
    )

    it('random networks with constant-power loads agree to 1e-6', () => {
      const elements = fc.integer({ min: 3, max: 12 }).chain((n) =>
        fc
          .record({
            ohms: fc.array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: n, maxLength: n }),
            chords: fc.array(fc.tuple(fc.nat(n - 1), fc.nat(n - 1)), { maxLength: 6 }),
            watts: fc.array(fc.double({ min: 0.1, max: 4, noNaN: true }), { minLength: n, maxLength: n }),
          })
          .map(({ ohms, chords, watts }): CircuitElement[] => [
            { id: 's', type: 'V', a: 'n0', b: 'g', value: 24, resistance_ohm: 0.02 },
            ...ohms
              .slice(1)
              .map((value, k): CircuitElement => ({ id: `r${k}`, type: 'R', a: `n${k}`, b: `n${k + 1}`, value })),
            ...chords
              .filter(([a, b]) => a !== b)
              .map(([a, b], k): CircuitElement => ({
                id: `c${k}`,
                type: 'R',
                a: `n${a}`,
                b: `n${b}`,
                value: 0.5 + k,
              })),
            ...watts
              .slice(1)
              .map((value, k): CircuitElement =>
                k % 3 === 0
                  ? { id: `i${k}`, type: 'I', a: `n${k + 1}`, b: 'g', value: value / 10 }
                  : { id: `p${k}`, type: 'P', a: `n${k + 1}`, b: 'g', value },
              ),
          ]),
      )
      fc.assert(
        fc.property(elements, (list) => {
          const solution = solveCircuit({ ground: 'g', elements: list })
          fc.pre(solution.feasible)
          expect(
            differences(spiceNetlist({ title: 'random', ground: 'g', elements: list }), solution.nodes).worst,
          ).toBeLessThan(1e-6)
        }),
        { numRuns: 12 },
      )
    }, 60_000)
  },
)

describe('the text', () => {
  it('keeps hostile names out of the lines that are read', () => {
    const netlist = spiceNetlist({
      title: 'a\n.control',
      ground: 'g',
      elements: [{ id: 'x\n.control\nshell ls', type: 'R', a: 'p\nq', b: 'g', value: 1 }],
    })
    expect(netlist.split('\n').filter((line) => !line.startsWith('*') && line !== '')).toEqual([
      'R0 1 0 1.000000000000000e+0',
      '.options reltol=1e-9 abstol=1e-12 vntol=1e-9',
      '.op',
      '.end',
    ])
  })
  it('says what a simulator cannot know: a source’s limit', () =>
    expect(
      spiceNetlist({
        title: '',
        ground: 'g',
        elements: [{ id: 's', type: 'V', a: 'p', b: 'g', value: 5, limit_A: 3 }],
      }),
    ).toMatch(/\* limit 3\.0+e\+0 A/))
})
