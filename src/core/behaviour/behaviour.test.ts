import { describe, expect, it } from 'vitest'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../../tests/builds'
import { reckon, settlePlan } from '@/core/figures'
import { benchPlan, deviceId } from '@/core/figures/testing'
import type { PlanBuilder } from '@/core/patterns'
import { presentPlan, type Plan } from '@/core/plan'
import { Behaviour, isRunning, type BehaviourTable } from '.'

function behaviourOf(plan: Plan): { readonly behaviour: Behaviour; readonly table: BehaviourTable } {
  const { model, sized } = settlePlan(plan)
  const behaviour = new Behaviour(plan, model, sized.conditions)
  const steps = behaviour.steps()
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return { behaviour, table: step.value }
}

/** What the row of a device is in each situation, by the heads of their columns. */
function rowOf(plan: Plan, tag: string): Readonly<Record<string, string>> {
  const { table } = behaviourOf(plan)
  const i = table.rows.findIndex(({ id }) => id === deviceId(tag.toLowerCase()))
  return Object.fromEntries(table.columns.map(({ title, cells }) => [title, cells[i]!.is]))
}

/** A motor behind a contactor, with a stop and whatever starts it. */
const started = (start: 'button-start' | 'selector-2', fed: (b: PlanBuilder) => PlanBuilder) =>
  benchPlan((b) =>
    fed(
      b
        .device('S1', 'emergency-stop')
        .device('S2', start)
        .device('K1', 'contactor-24')
        .device('M1', 'fan-24')
        .wire('PS1.V+1', 'S1.11', 'V+')
        .wire('PS1.V-1', 'K1.A2', 'V-')
        .wire('PS1.V+2', 'K1.1', 'V+')
        .wire('K1.2', 'M1.+', 'V+')
        .wire('PS1.V-2', 'M1.-', 'V-'),
    ),
  )

describe('what happens when (IEC 60204-1, 9.2.3.2 and 7.5: a start by a hand, none by power that comes back)', () => {
  const own = started('button-start', (b) =>
    b.wire('S1.12', 'S2.13', 'V+').wire('S2.14', 'K1.A1', 'V+').wire('S2.13', 'K1.3', 'V+').wire('K1.4', 'S2.14', 'V+'),
  )
  it('a contactor that holds itself: started by a hand, dropped by the stop, and by a power cut', () => {
    const row = rowOf(own, 'M1')
    expect(row).toMatchObject({
      'Power back, nobody there': 'off',
      'S2 held': 'on',
      'S2 let go': 'on',
      'S1 pressed': 'off',
      'S1 let go again': 'off',
    })
  })

  it('a switch that stays where it is put starts by itself, after a stop and after a power cut', () => {
    const plan = started('selector-2', (b) => b.wire('S1.12', 'S2.13', 'V+').wire('S2.14', 'K1.A1', 'V+'))
    expect(rowOf(plan, 'M1')).toMatchObject({
      'Power back, nobody there': 'on',
      'S1 pressed': 'off',
      'S1 let go again': 'on',
      'S2 switched over': 'off',
    })
  })

  it('a load past the stop goes on, and is the same as before', () => {
    const plan = started('selector-2', (b) => b.wire('PS1.V+3', 'S2.13', 'V+').wire('S2.14', 'K1.A1', 'V+'))
    const { table } = behaviourOf(plan)
    const column = table.columns.find(({ title }) => title === 'S1 pressed')!
    const i = table.rows.findIndex(({ id }) => id === deviceId('m1'))
    expect([column.cells[i]!.is, column.isOther[i]]).toEqual(['on', false])
  })
})

const PLANS: readonly (readonly [string, Plan])[] = [
  ...Object.entries(DEMOS).map(([name, make]) => [name, make()] as const),
  ...BUILDS.map(({ name, plan }) => [name, presentPlan(plan)] as const),
]

describe('the table of every demo and build', () => {
  it.each(PLANS)('%s agrees with what stops, and power that comes back, are judged by', (_name, plan) => {
    const { table } = behaviourOf(plan)
    const { stops, idle, handsOff } = reckon(plan)
    const runsIn = (...ids: readonly string[]) =>
      new Set(
        table.rows.flatMap(({ id, terminal, group }, i) =>
          terminal === null &&
          group !== 'feeds' &&
          table.columns.some((column) => ids.includes(column.id) && isRunning(column.cells[i]!))
            ? [id]
            : [],
        ),
      )
    const isRow = new Set(table.rows.filter(({ group }) => group !== 'feeds').map(({ id }) => id as string))
    const among = (ids: readonly string[]) => new Set(ids.filter((id) => isRow.has(id)))
    expect(runsIn('idle')).toEqual(among(idle))
    expect(runsIn('everything')).toEqual(among(handsOff))
    for (const { device, cuts, stays } of stops) {
      const after = runsIn(`pressed ${device}`, `held ${device}`)
      for (const id of among(cuts)) expect(after, id).not.toContain(id)
      for (const id of among(stays)) expect(after, id).toContain(id)
    }
  })

  it.each(PLANS)('%s tells how each cell comes about, without a residue of arithmetic', (_name, plan) => {
    const { behaviour, table } = behaviourOf(plan)
    for (const { id } of table.columns)
      for (const row of table.rows) {
        const words = behaviour.explain(id, row.id).map(({ detail }) => detail)
        expect(words.length).toBeGreaterThan(1)
        expect(words.join(' ')).not.toMatch(/\de-\d|undefined|NaN/)
      }
  })

  it.each(PLANS)('%s has each situation once, and beside it one that is there', (_name, plan) => {
    const { table } = behaviourOf(plan)
    const ids = table.columns.map(({ id }) => id)
    expect(new Set(ids).size).toBe(ids.length)
    for (const { against } of table.columns) if (against !== null) expect(ids).toContain(against)
  })
})
