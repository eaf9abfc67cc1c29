import { describe, expect, it } from 'vitest'
import { review } from '.'
import { PlanBuilder } from '@/core/patterns'

/** A driver with two motors of 4.2 A, side by side by splices or one behind the other. */
function axis(set: string, way: 'side by side' | 'in a row') {
  const b = new PlanBuilder('Axis', 'IEC')
    .device('A1', 'driver', 'Driver', { settings: { current: set } })
    .device('M1', 'stepper-42')
    .device('M2', 'stepper-42')
  for (const winding of ['A', 'B']) {
    if (way === 'in a row') {
      b.wire(`A1.${winding}+`, `M1.${winding}+`, 'signal')
        .wire(`M1.${winding}-`, `M2.${winding}+`, 'signal')
        .wire(`M2.${winding}-`, `A1.${winding}-`, 'signal')
      continue
    }
    for (const end of ['+', '-']) {
      const splice = `W${winding}${end === '+' ? 'p' : 'm'}`
      b.device(splice, 'splice-3')
        .wire(`A1.${winding}${end}`, `${splice}.1`, 'signal')
        .wire(`${splice}.2`, `M1.${winding}${end}`, 'signal')
        .wire(`${splice}.3`, `M2.${winding}${end}`, 'signal')
    }
  }
  return b.build()
}
const found = (plan: ReturnType<typeof axis>) =>
  review(plan).flatMap(({ rule }) => (rule === 'coils-mixed' || rule === 'driver-above-motor' ? [rule] : []))

describe('several motors on one axis', () => {
  // Kirchhoff: side by side they share the current, in a row each has all of it; the motors are printed 4.2 A.
  it('side by side, in a row: no winding is mixed, and none is overdriven', () => {
    expect(found(axis('4.2 A', 'side by side'))).toEqual([])
    expect(found(axis('4.2 A', 'in a row'))).toEqual([])
  })
  it('a driver set to more than a motor in a row takes is told; side by side each has half of it', () => {
    const smaller = (plan: ReturnType<typeof axis>) => ({
      ...plan,
      parts: Object.fromEntries(
        Object.entries(plan.parts).map(([id, part]) => [
          id,
          part!.behaviour.kind === 'motor' ? { ...part!, behaviour: { ...part!.behaviour, phase_A: 2.1 } } : part!,
        ]),
      ) as typeof plan.parts,
    })
    expect(found(smaller(axis('4.2 A', 'side by side')))).toEqual([])
    expect(found(smaller(axis('4.2 A', 'in a row'))).length).toBeGreaterThan(0)
  })
})
