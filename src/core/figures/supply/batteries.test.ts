import { describe, expect, it } from 'vitest'
import { definePart, terminal } from '@/core/catalogue/builders'
import { reckon } from '..'
import { PlanBuilder } from '@/core/patterns'
import type { DeviceId, PartGiven } from '@/core/plan'

const given = (kind: 'battery' | 'adapter', current_A: number): PartGiven['behaviour'] => ({
  kind,
  outputs: [
    {
      id: 'out',
      plus: '+',
      minus: '-',
      voltage_V: 12,
      current_A,
      limit_A: kind === 'battery' ? 200 : current_A * 1.2,
    } as never,
  ],
  ...(kind === 'battery' ? { capacity_Ah: 7 } : {}),
})

/** A 12 V fan, some 0.15 A, on a source that brings power of its own. */
const fanOn = (kind: 'battery' | 'adapter', current_A: number) => {
  const source = definePart('Source', [150, 65, 95], {
    behaviour: given(kind, current_A),
    terminals: { '+': terminal('+', 'V+', 'tab63'), '-': terminal('−', 'V-', 'tab63') },
  })
  return reckon(
    new PlanBuilder('cart', 'IEC')
      .part('source', source)
      .device('G1', 'source')
      .device('V1', 'fan-12')
      .wire('G1.+', 'V1.+', 'V+')
      .wire('G1.-', 'V1.-', 'V-')
      .build(),
  )
}

describe.each(['battery', 'adapter'] as const)('a rail fed by its own %s', (kind) => {
  it('gives what the source gives, not what an outlet would', () => {
    const [rail] = fanOn(kind, 10).rails
    expect(rail).toMatchObject({ kind: 'dc', capacity_A: 10, voltage_V: 12 })
  })
  it('has its loading by the law of power: watts drawn over volts times ampere', () => {
    const { supplies, draws } = fanOn(kind, 0.5)
    const { loading, demand } = supplies['device:g1' as DeviceId]!
    const drawn_W = draws.reduce(
      (sum, { current_A, voltage_V }) =>
        sum +
        Math.max(
          ...Object.keys(current_A).map((key) => (current_A[key as never] ?? 0) * (voltage_V[key as never] ?? 0)),
        ),
      0,
    )
    expect(drawn_W).toBeGreaterThan(0)
    // The lead's own loss is under 1 %.
    expect(demand.value!).toBeGreaterThanOrEqual(drawn_W * 0.99)
    expect(demand.value!).toBeLessThan(drawn_W * 1.02)
    expect(loading.value!).toBeCloseTo((100 * demand.value!) / (12 * 0.5), 6)
  })
})
