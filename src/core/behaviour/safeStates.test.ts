import { describe, expect, it } from 'vitest'
import { reckon } from '@/core/figures'
import { benchPlan, deviceId } from '@/core/figures/testing'
import type { PlanBuilder } from '@/core/patterns'
import type { Plan } from '@/core/plan'

/** A heater that should be off, on the supply through whatever is between. */
const heater = (between: (b: PlanBuilder) => PlanBuilder): Plan =>
  benchPlan((b) => between(b.device('E1', 'heater-24', 'Heater', { safeState: 'off' })).wire('PS1.V-1', 'E1.-', 'V-'))

/** Behind the contact of a relay. */
const behind = (relay: string, contact: 'NO' | 'NC') =>
  heater((b) => b.device('K1', relay).wire('PS1.V+1', 'K1.COM', 'V+').wire(`K1.${contact}`, 'E1.+', 'V+'))

/** Switched in its minus by a transistor. */
const transistor = benchPlan((b) =>
  b
    .device('E1', 'heater-24', 'Heater', { safeState: 'off' })
    .device('Q1', 'mosfet-module')
    .wire('PS1.V+1', 'Q1.IN+', 'V+')
    .wire('PS1.V-1', 'Q1.IN-', 'V-')
    .wire('Q1.OUT+', 'E1.+', 'V+')
    .wire('Q1.OUT-', 'E1.-', 'V-'),
)

const floating = (plan: Plan): Plan => ({
  ...plan,
  parts: Object.fromEntries(
    Object.entries(plan.parts).map(([id, part]) => [
      id,
      {
        ...part,
        actuators: part!.actuators.map((each) =>
          each.coil ? { ...each, coil: { ...each.coil, hasPullDown: false } } : each,
        ),
      },
    ]),
  ),
})

const casesOf = (plan: Plan) => reckon(plan).safeStates.find(({ device }) => device === deviceId('e1'))!.cases

describe('a load when control is lost (IEC 60204-1, 9.4, what remains is where each contact rests)', () => {
  it.each([
    ['with nothing in the way', heater((b) => b.wire('PS1.V+1', 'E1.+', 'V+')), ['on', 'on', 'on']],
    ['behind a contact open at rest', behind('relay-5', 'NO'), ['off', 'off', 'off']],
    ['behind a contact closed at rest', behind('relay-5', 'NC'), ['on', 'on', 'on']],
    ['behind one that works when its input is low', behind('relay-5-low', 'NO'), ['unknown', 'unknown', 'off']],
    ['behind a transistor whose gate is held off', transistor, ['off', 'off', 'off']],
    ['behind one whose gate floats', floating(transistor), ['unknown', 'unknown', 'unknown']],
  ] as const)('%s', (_what, plan, wanted) => {
    const cases = casesOf(plan)
    expect([cases['controller-off'], cases['controller-starting'], cases['wire-broken']]).toEqual(wanted)
    expect(cases['power-cut']).toBe('off')
  })

  it('behind a contactor whose coil hangs on a relay of which nobody knows, nobody knows either', () => {
    const plan = heater((b) =>
      b
        .device('K1', 'relay-5-low')
        .device('K2', 'contactor-24')
        .wire('PS1.V+1', 'K1.COM', 'V+')
        .wire('K1.NO', 'K2.A1', 'V+')
        .wire('PS1.V-3', 'K2.A2', 'V-')
        .wire('PS1.V+2', 'K2.1', 'V+')
        .wire('K2.2', 'E1.+', 'V+'),
    )
    expect(casesOf(plan)['controller-starting']).toBe('unknown')
    expect(casesOf(plan)['wire-broken']).toBe('off')
  })
})
