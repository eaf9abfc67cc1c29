import { describe, expect, it } from 'vitest'
import { CATALOGUE } from '@/core/catalogue'
import { PlanBuilder } from '@/core/patterns'
import { startingPattern } from '@/core/patterns'
import { suitsFor } from '.'

const suited = (plan: ReturnType<PlanBuilder['build']>) => {
  const suits = suitsFor(plan)
  return Object.entries(CATALOGUE).flatMap(([id, part]) =>
    suits(part!) === null ? [] : [[id, part!, suits(part!)!] as const],
  )
}

describe('which part would suit', () => {
  const plan = new PlanBuilder('Open', 'IEC')
    .device('H1', 'lamp-24')
    .device('V1', 'fan-24')
    .device('M1', 'stepper-42-40')
    .device('S1', 'emergency-stop')
    .build()

  it('supplies of the loads’ own volts, large enough and not far too large; an inlet; drivers of the motor’s current', () => {
    const found = suited(plan)
    const of = (kind: string) => found.filter(([, part]) => part.behaviour.kind === kind)
    // 10 W of lamp and 0.12 A at 24 V: 12.88 W, and a third more.
    expect(of('supply').length).toBeGreaterThan(0)
    for (const [, { behaviour }, words] of of('supply')) {
      if (behaviour.kind !== 'supply') throw new Error('no supply')
      expect(behaviour.outputs.map(({ voltage_V }) => voltage_V)).toContain(24)
      expect(behaviour.power_W).toBeGreaterThanOrEqual(12.88 * 1.3)
      expect(behaviour.power_W).toBeLessThanOrEqual(12.88 * 1.3 * 2)
      expect(words).toMatch(/12\.9 W/)
    }
    expect(of('mains-inlet').length).toBeGreaterThan(0)
    expect(of('driver').length).toBeGreaterThan(0)
    // No 24 V is there yet for a coil.
    expect(of('contactor')).toEqual([])
  })
  it('nothing where all is fed and driven', () => expect(suited(startingPattern('router', 'IEC'))).toEqual([]))
})
