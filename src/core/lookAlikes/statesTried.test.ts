import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Plan } from '@/core/plan'
import { statesTried } from './statesTried'

const planOf = (wires: number, states: number): Plan =>
  ({
    wires: Object.fromEntries(Array.from({ length: wires }, (_, i) => [`w${i}`, {}])),
    states: Object.fromEntries(Array.from({ length: states }, (_, i) => [`s${i}`, { name: `State ${i}` }])),
  }) as unknown as Plan

describe('the states in which confused plugs are tried', () => {
  it('is all of them in a plan of usual size', () => {
    const plan = planOf(120, 6)
    expect(statesTried(plan)).toBe(plan.states)
    expect(Object.keys(statesTried(planOf(600, 5)))).toHaveLength(5)
  })
  it('is the first of them, never none and never more work than is allowed, in a plan at its bounds', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1000 }), fc.integer({ min: 1, max: 40 }), (wires, states) => {
        const tried = Object.keys(statesTried(planOf(wires, states)))
        expect(tried).toEqual(Array.from({ length: tried.length }, (_, i) => `s${i}`))
        expect(tried.length).toBeGreaterThanOrEqual(1)
        expect(tried.length === 1 || tried.length * wires <= 3000).toBe(true)
      }),
    )
  })
})
