import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import type { Plan } from '@/core/plan'
import { parsePlan } from '@/core/plan/schema'
import { PATTERN_WORDS, PATTERNS, startingPattern } from '.'

const REGIONS = ['IEC', 'NEC'] as const
const CASES = PATTERNS.flatMap((name) =>
  REGIONS.map((region) => [name, region, startingPattern(name, region)] as const),
)
const series = (plan: Plan) =>
  new Set(Object.values(evaluate(plan).reckoning.wires).map(({ size }) => (size!.endsWith('AWG') ? 'AWG' : 'mm²')))

describe.each(CASES)('%s, %s', (name, region, plan) => {
  it('is a plan that reads back, with words to choose it by', () => {
    expect(parsePlan(JSON.parse(JSON.stringify(plan)))).toEqual({ kind: 'plan', plan })
    expect(PATTERN_WORDS[name].what.length).toBeGreaterThan(30)
  })

  it('keeps to one region: volts, sizes and devices', () => {
    expect(plan.site.region).toBe(region)
    expect(plan.site.mains_V).toBe(region === 'NEC' ? 120 : 230)
    expect([...series(plan)]).toEqual([region === 'NEC' ? 'AWG' : 'mm²'])
    const { protective } = evaluate(plan).reckoning
    const mains = protective.filter(({ voltage_V }) => voltage_V === plan.site.mains_V)
    for (const { family } of mains) expect(family).toMatch(region === 'NEC' ? /^UL/ : /^IEC/)
  })

  it('is a whole build: no stop, and what moves has its motors, its limits and its stop', () => {
    const { findings } = evaluate(plan)
    expect(findings.filter(({ severity }) => severity === 'stop').map(({ what }) => what)).toEqual([])
    const count = (kind: string) =>
      Object.values(plan.devices).filter((device) => plan.parts[device!.part]!.behaviour.kind === kind).length
    if (name === 'lights') return expect(count('pixel-string')).toBe(4)
    const axes = name === 'arm' ? 6 : 3
    expect(count('motor')).toBe(axes)
    expect(count('sensor')).toBeGreaterThanOrEqual(axes)
    if (name !== 'printer') expect([count('emergency-stop'), count('contactor')]).toEqual([1, 1])
  })

  it('feeds every load it brings, near its nominal volts', () => {
    const { draws } = evaluate(plan).reckoning
    expect(draws.length).toBeGreaterThan(0)
    for (const { device, nominal_V, voltage_V } of draws) {
      for (const value of Object.values(voltage_V)) {
        const rail_V = nominal_V
        // A driver takes a range; its nominal is in the middle of it.
        expect(value, device).not.toBeNull()
        expect(value! / rail_V, device).toBeGreaterThan(0.6)
        expect(value! / rail_V, device).toBeLessThan(1.4)
      }
    }
  })

  it('has an order of work from the first setting to first power', () => {
    const { procedure } = evaluate(plan)
    expect(procedure.length).toBeGreaterThan(20)
    expect(procedure.at(-1)!.phase).toBe('first-power')
    for (const { minutes, title, why } of procedure) {
      expect(minutes).toBeGreaterThan(0)
      expect(title.length).toBeGreaterThan(3)
      expect(why.length).toBeGreaterThan(10)
    }
  })
})
