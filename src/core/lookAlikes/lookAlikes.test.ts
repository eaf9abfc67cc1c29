import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { PlanBuilder } from '@/core/patterns'
import { apply, type Command, type Plan } from '@/core/plan'
import { CATALOGUE } from '@/core/catalogue'
import { lookAlikes, setRemedy } from '.'

const done = (plan: Plan, commands: readonly Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
  return outcome.plan
}

/** A fed printer board with two motors, two fans and a thermistor on plugs of one pitch. */
const printer = () =>
  new PlanBuilder('Printer', 'IEC')
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 4, curve: null } } })
    .device('PS1', 'supply-24-350')
    .device('A1', 'printer-board-24-bed')
    .device('M1', 'stepper-42-40')
    .device('M2', 'stepper-42-40')
    .device('V1', 'fan-24')
    .device('V2', 'fan-24')
    .device('T1', 'thermistor')
    .wire('X1.L', 'PS1.L', 'L')
    .wire('X1.N', 'PS1.N', 'N')
    .wire('X1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V+1', 'A1.V+', 'V+')
    .wire('PS1.V-1', 'A1.V-', 'V-')
    .wire('A1.FAN0+', 'V1.+', 'V+')
    .wire('A1.FAN0-', 'V1.-', 'V-')
    .wire('A1.FAN1+', 'V2.+', 'V+')
    .wire('A1.FAN1-', 'V2.-', 'V-')
    .wire('A1.T0S', 'T1.1', 'signal')
    .wire('A1.T0G', 'T1.2', 'signal')
const motors = (b: ReturnType<typeof printer>) => {
  for (const n of [1, 2])
    for (const lead of ['A+', 'A-', 'B+', 'B-']) b.wire(`A1.M${n}${lead}`, `M${n}.${lead}`, 'signal')
  return b.build()
}
const outcomeOf = (plan: Plan, words: RegExp) => lookAlikes(plan).find((each) => words.test(each.words))?.outcome

describe('plugs that can be confused', () => {
  const plan = motors(printer())

  it('two motors exchanged move the wrong axis and burn nothing', () =>
    expect(outcomeOf(plan, /A1 M1 and A1 M2 exchanged/)).toBe('exchanged'))
  it('two fans alike exchanged: the other one runs', () =>
    expect(outcomeOf(plan, /A1 FAN0 and A1 FAN1 exchanged/)).toBe('exchanged'))
  it('plugs of other ways are never confused', () => expect(outcomeOf(plan, /M1 and A1 FAN0/)).toBeUndefined())
  it('a plug in a free socket of its kind does not work there', () =>
    expect(outcomeOf(plan, /The plug of A1 M1 in A1 M3/)).toBe('fails'))

  it('a fan’s plug on a probe’s input, and the probe on the fan’s outlet: told as what it is, whatever the order', () => {
    const fan = lookAlikes(plan).find(({ words }) => /A1 FAN0 and A1 T0 exchanged/.test(words))
    expect(fan).toBeDefined()
    expect(fan!.outcome).not.toBe('nothing')
  })
  it('is the same whatever order things were entered in', () => {
    const turned = { ...plan, wires: Object.fromEntries(Object.entries(plan.wires).reverse()) } as Plan
    const marks = (at: Plan) =>
      lookAlikes(at)
        .map(({ id, outcome }) => `${outcome} ${id}`)
        .sort()
    expect(marks(turned)).toEqual(marks(plan))
  })
})

describe('turned round', () => {
  // Square pins without a shroud: plus and minus of a small module change places.
  const part = {
    ...CATALOGUE['part:camera-5' as never]!,
    connectors: [
      {
        id: 'pins',
        name: 'pins',
        family: '2.54 mm square pins',
        pitch_mm: 2.54,
        gender: 'socket' as const,
        key: null,
        hasLatch: false,
        ways: ['V+', 'V-'] as never,
      },
    ],
  }
  const plan = new PlanBuilder('Turned', 'IEC')
    .part('camera', part)
    .device('X1', 'inlet-fused', 'Inlet', { fitted: { F: { family: 'IEC 60127', rating_A: 1, curve: null } } })
    .device('PS1', 'supply-5-25')
    .device('A1', 'camera')
    .wire('X1.L', 'PS1.L', 'L')
    .wire('X1.N', 'PS1.N', 'N')
    .wire('X1.PE', 'PS1.PE', 'PE')
    .wire('PS1.V+1', 'A1.V+', 'V+')
    .wire('PS1.V-1', 'A1.V-', 'V-')
    .build()
  const place = { device: 'device:a1' as never, connector: 'pins' }
  const cautions = (at: Plan) => evaluate(at).findings.filter(({ rule }) => rule === 'plug-mixed-up')

  it('reverses its feed, which burns: a caution until it is keyed', () => {
    expect(lookAlikes(plan)).toMatchObject([{ kind: 'turn', outcome: 'burns', remedy: null }])
    expect(cautions(plan)).toMatchObject([{ severity: 'caution', subjects: [{ id: 'device:a1' }] }])
    const keyed = done(plan, setRemedy(plan, place, 'key'))
    expect(cautions(keyed)).toEqual([])
    expect(cautions(done(keyed, setRemedy(keyed, place, null)))).toHaveLength(1)
  })
  it('a shorter lead does not keep it from being turned', () =>
    expect(cautions(done(plan, setRemedy(plan, place, 'length')))).toHaveLength(1))
})
