import fc from 'fast-check'
import { Matrix, solve } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { resistance_ohm_per_km } from '@/core/conductor'
import { PlanBuilder, startingPattern, PATTERNS } from '@/core/patterns'
import type { Plan, StateId, WireId } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { reckon } from '@/core/figures'

const FULL = 'state:full' as StateId
const SIZES = ['0.5 mm²', '1 mm²', '2.5 mm²'] as const
const HEATER_OHM = 24 ** 2 / 40

interface Rung {
  readonly size: (typeof SIZES)[number]
  readonly length_mm: number
}

/** Splices in a ring on the supply's plus, each with a heater straight home: currents divide both ways round. */
function ring(rungs: readonly Rung[]): Plan {
  let b = new PlanBuilder('ring', 'IEC', { practice: { branchFusing: 'supply-limit' } })
    .device('X1', 'inlet')
    .device('PS1', 'supply-24-350')
    .wire('X1.L', 'PS1.L', 'L')
    .wire('X1.N', 'PS1.N', 'N')
    .wire('X1.PE', 'PS1.PE', 'PE')
  rungs.forEach((_, i) => {
    b = b
      .device(`S${i}`, 'splice-5')
      .device(`E${i}`, 'heater-24')
      .wire(`S${i}.5`, `E${i}.+`, 'V+', { size: '1 mm²', length_mm: 100 })
      .wire(`E${i}.-`, 'PS1.V-1', 'V-', { size: '1 mm²', length_mm: 100 })
  })
  b = b.wire('PS1.V+1', 'S0.1', 'V+', { size: '2.5 mm²', length_mm: 300 })
  rungs.forEach(({ size, length_mm }, i) => {
    b = b.wire(`S${i}.2`, `S${(i + 1) % rungs.length}.3`, 'V+', { size, length_mm })
  })
  return b.build()
}

describe('a ring of splices, against dense elimination by a general-purpose matrix library', () => {
  it('divides its currents alike', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ size: fc.constantFrom(...SIZES), length_mm: fc.integer({ min: 100, max: 9000 }) }), {
          minLength: 3,
          maxLength: 5,
        }),
        (rungs) => {
          const plan = ring(rungs)
          const { wires } = reckon(plan)
          const inside_C = plan.practice.inside_C
          const ohm = (size: string, length_mm: number) => (resistance_ohm_per_km(size, inside_C) * length_mm) / 1e6
          // Unknown: the volts at each splice. Its heater leads home over two wires of 100 mm.
          const n = rungs.length
          const g = Matrix.zeros(n, n)
          const rhs = Matrix.zeros(n, 1)
          const add = (i: number, j: number, value: number) => g.set(i, j, g.get(i, j) + value)
          const home = 1 / (HEATER_OHM + 2 * ohm('1 mm²', 100))
          for (let i = 0; i < n; i += 1) add(i, i, home)
          const feed = 1 / ohm('2.5 mm²', 300)
          add(0, 0, feed)
          rhs.set(0, 0, 24 * feed)
          rungs.forEach(({ size, length_mm }, i) => {
            const j = (i + 1) % n
            const value = 1 / ohm(size, length_mm)
            add(i, i, value)
            add(j, j, value)
            add(i, j, -value)
            add(j, i, -value)
          })
          const volts = solve(g, rhs).to1DArray()
          const first = 3 + 2 * n + 1
          expect(wires[`wire:w${first}` as WireId]!.current_A[FULL]!).toBeCloseTo((24 - volts[0]!) * feed, 7)
          rungs.forEach(({ size, length_mm }, i) => {
            const expected_A = Math.abs(volts[i]! - volts[(i + 1) % n]!) / ohm(size, length_mm)
            expect(wires[`wire:w${first + 1 + i}` as WireId]!.current_A[FULL]!).toBeCloseTo(expected_A, 6)
            expect(wires[`wire:w${4 + 2 * i}` as WireId]!.current_A[FULL]!).toBeCloseTo(volts[i]! * home, 7)
          })
        },
      ),
      { numRuns: 50 },
    )
  })
})

describe('laws that hold in every plan that ships', () => {
  const plans: readonly (readonly [string, Plan])[] = [
    ['demo', clayPrinter()],
    ...PATTERNS.flatMap((name) => [
      [`${name} IEC`, startingPattern(name, 'IEC')] as const,
      [`${name} NEC`, startingPattern(name, 'NEC')] as const,
    ]),
  ]

  it.each(plans)(
    '%s: what the mains supplies give is what their loads and wires take, and no load gets more than its source',
    (_name, plan) => {
      const { draws, supplies, states } = reckon(plan)
      for (const id of Object.keys(states) as StateId[]) {
        expect(states[id]!.isSolved).toBe(true)
        const given_W = Object.values(supplies).reduce(
          (sum, supply) =>
            sum +
            Object.values(supply.outputs).reduce(
              (all, output) => all + output.voltage_V * (output.current_A[id] ?? 0),
              0,
            ),
          0,
        )
        const taken_W = draws
          .filter(({ nominal_V }) => nominal_V < 60)
          .reduce((sum, draw) => sum + Math.abs((draw.voltage_V[id] ?? 0) * (draw.current_A[id] ?? 0)), 0)
        expect(taken_W).toBeLessThanOrEqual(given_W * (1 + 1e-9))
        // Wires inside a box lose little; more would be a mistake of ours.
        if (given_W > 0) expect(taken_W / given_W).toBeGreaterThan(0.9)
        const most_V = Math.max(
          plan.site.mains_V,
          ...Object.values(supplies).flatMap((supply) =>
            Object.values(supply.outputs).map(({ voltage_V }) => voltage_V),
          ),
        )
        for (const { voltage_V } of draws) expect(voltage_V[id] ?? 0).toBeLessThanOrEqual(most_V + 1e-9)
      }
    },
  )

  it.each(plans)('%s: entering the reckoned sizes by hand changes no current', (_name, plan) => {
    const before = reckon(plan)
    const fixed: Plan = {
      ...plan,
      wires: Object.fromEntries(
        Object.entries(plan.wires).map(([id, wire]) => [
          id,
          { ...wire!, size: before.wires[id as WireId]?.size ?? null },
        ]),
      ) as Plan['wires'],
    }
    const after = reckon(fixed)
    for (const [id, { current_A, ampacity, drop }] of Object.entries(before.wires)) {
      const again = after.wires[id as WireId]!
      for (const state of Object.keys(current_A) as StateId[])
        expect(again.current_A[state]).toBeCloseTo(current_A[state]!, 9)
      expect(again.ampacity.value).toBe(ampacity.value)
      if (drop.value !== null) expect(again.drop.value).toBeCloseTo(drop.value, 9)
    }
  })

  it.each(plans)('%s: the order in which devices and wires were entered changes nothing', (_name, plan) => {
    const reversed = <T extends object>(records: T): T => Object.fromEntries(Object.entries(records).reverse()) as T
    const [before, after] = [
      reckon(plan),
      reckon({ ...plan, devices: reversed(plan.devices), wires: reversed(plan.wires) }),
    ]
    for (const [id, wire] of Object.entries(before.wires)) {
      const other = after.wires[id as WireId]!
      expect(other.size).toBe(wire.size)
      expect(other.needs_A).toBeCloseTo(wire.needs_A, 9)
      if (wire.worst.value !== null) expect(other.worst.value!).toBeCloseTo(wire.worst.value, 9)
    }
  })
})
