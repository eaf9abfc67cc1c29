import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { parsePlan } from '@/core/plan/schema'
import { PATTERNS } from '@/core/patterns'
import { firstAnswers, firstPlan, LOAD_KINDS, LOAD_VOLTS, OFFERED, type FirstAnswers } from '.'

const answers = (rest: Partial<FirstAnswers> = {}): FirstAnswers => ({
  name: 'First box',
  builds: 'other',
  region: 'IEC',
  place: 'indoors',
  plug: 'reversible',
  breaker_A: 16,
  hasResidual: true,
  loads: [],
  mustStop: false,
  later_W: 0,
  ...rest,
})
const stops = (given: FirstAnswers) =>
  evaluate(firstPlan(given))
    .findings.filter(({ severity }) => severity === 'stop')
    .map(({ what }) => what)

describe('a first plan from five answers', () => {
  it.each(PATTERNS)('%s: as its pattern, with no stop', (builds) => expect(stops(answers({ builds }))).toEqual([]))

  it('a fan, a lamp and a pump on 24 V: one supply with room for them, all fed, no stop', () => {
    const given = answers({
      loads: [
        { kind: 'fan', volt: 24, power_W: 3 },
        { kind: 'lamp', volt: 24, power_W: 10 },
        { kind: 'pump', volt: 24, power_W: 30 },
      ],
    })
    const plan = firstPlan(given)
    const { reckoning } = evaluate(plan)
    expect(stops(given)).toEqual([])
    expect(Object.keys(reckoning.supplies)).toHaveLength(1)
    // 43 W and a third: the next enclosed size above 56 W.
    const [supply] = Object.values(plan.devices).flatMap((device) => {
      const { behaviour } = plan.parts[device!.part]!
      return behaviour.kind === 'supply' ? [behaviour] : []
    })
    expect(supply!.power_W).toBeGreaterThanOrEqual(56)
    expect(supply!.power_W).toBeLessThanOrEqual(100)
    for (const { voltage_V } of reckoning.draws)
      expect(Math.max(...Object.values(voltage_V).map((v) => v ?? 0))).toBeGreaterThan(20)
  })

  it('says where it stands, what it hangs on and what is kept room for', () => {
    const plan = firstPlan(
      answers({ builds: 'router', place: 'outdoors', breaker_A: 10, hasResidual: false, later_W: 60 }),
    )
    expect(plan.site).toMatchObject({
      place: 'outdoors',
      outletBreaker_A: 10,
      residual_mA: null,
      plug: { kind: 'reversible' },
    })
    expect(Object.values(plan.devices).flatMap((device) => device!.reserves)).toEqual([{ name: 'Later', power_W: 60 }])
  })

  it('law: whatever is answered, it is a plan that reads back and is worked out', () => {
    const load = fc
      .tuple(fc.constantFrom(...LOAD_KINDS), fc.constantFrom(...LOAD_VOLTS), fc.integer({ min: 1, max: 400 }))
      .filter(([kind, volt]) => OFFERED[kind][volt] !== undefined)
      .map(([kind, volt, power_W]) => ({ kind, volt, power_W }))
    const drawn = fc.record({
      name: fc.constant('Drawn'),
      builds: fc.constantFrom(...PATTERNS, 'other' as const),
      region: fc.constantFrom('IEC' as const, 'NEC' as const),
      place: fc.constantFrom('indoors' as const, 'outdoors' as const),
      plug: fc.constantFrom('polarised' as const, 'fixed' as const),
      breaker_A: fc.constantFrom(10, 16, 20),
      hasResidual: fc.boolean(),
      loads: fc.array(load, { maxLength: 5 }),
      mustStop: fc.boolean(),
      later_W: fc.constantFrom(0, 50),
    })
    fc.assert(
      fc.property(drawn, (given) => {
        expect(firstAnswers.safeParse(given).success).toBe(true)
        const plan = firstPlan(given)
        expect(parsePlan(JSON.parse(JSON.stringify(plan)))).toEqual({ kind: 'plan', plan })
        expect(evaluate(plan).procedure.length).toBeGreaterThan(0)
      }),
      { numRuns: 12 },
    )
  })
})
