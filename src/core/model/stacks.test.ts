import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PlanBuilder } from '@/core/patterns'
import type { Plan, StateId } from '@/core/plan'
import { compile, settle, situationOf, terminalKey, type TerminalKey } from '.'

const at = (text: string) => terminalKey(...(text.split(' ') as [never, never]))
const BLADE = { F: { family: 'ISO 8820-3' as const, rating_A: 15 } }

/** So many batteries of 12 V one upon another, a fuse, and a lamp over all of them; with a lamp at the first joint, if it is wanted. */
function stack(count: number, isTapped = false): Plan {
  const b = new PlanBuilder('Stack', 'IEC')
  for (let n = 1; n <= count; n += 1) {
    b.device(`G${n}`, 'battery-12-18')
    if (n > 1) b.wire(`G${n - 1}.+`, `G${n}.-`, 'V+')
  }
  b.device('F1', 'holder-inline-blade', 'Fuse', { fitted: BLADE })
    .device('H1', 'lamp-24')
    .wire(`G${count}.+`, 'F1.1', 'V+')
    .wire('F1.2', 'H1.+', 'V+')
    .wire('H1.-', 'G1.-', 'V-')
  if (isTapped) b.device('H2', 'lamp-12').wire('G1.+', 'H2.+', 'V+').wire('H2.-', 'G1.-', 'V-')
  return b.build()
}

const plusOf = (plan: Plan, device: string) =>
  compile(plan).sources.find(({ potential }) => potential.device === device && potential.kind === '+')!.potential
    .voltage_V

const minusOf = (plan: Plan, device: string) =>
  compile(plan).sources.find(({ potential }) => potential.device === device && potential.kind === '-')!.terminal

/** Volts between two terminals, solved with leads that lose nothing. */
function solved_V(plan: Plan, plus: TerminalKey, minus: TerminalKey): number {
  const model = compile(plan)
  const [state] = Object.keys(plan.states) as StateId[]
  const { volts } = settle(model, situationOf(plan, state!), { ohms: new Map() })
  return volts.between(model.jointOf(plus), model.jointOf(minus))!
}

describe('sources one upon another', () => {
  it('give their volts together from the uppermost plus to the lowest minus, as they are solved', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6 }), (count) => {
        const plan = stack(count)
        const [top, low] = [at(`device:g${count} +`), at('device:g1 -')]
        // Kirchhoff: the volts along a loop add up.
        expect(plusOf(plan, `device:g${count}`)).toBe(12 * count)
        expect(minusOf(plan, `device:g${count}`)).toBe(low)
        expect(solved_V(plan, top, low)).toBeCloseTo(12 * count, 3)
        expect(compile(plan).stacks.size).toBe(count - 1)
      }),
    ))

  it('give their own each where something hangs between them', () => {
    const plan = stack(2, true)
    expect(compile(plan).stacks.size).toBe(0)
    expect(plusOf(plan, 'device:g2')).toBe(12)
    expect(minusOf(plan, 'device:g2')).toBe(at('device:g2 -'))
  })

  it('in a ring are told without end', () => {
    const plan = new PlanBuilder('Ring', 'IEC')
      .device('G1', 'battery-12-18')
      .device('G2', 'battery-12-18')
      .wire('G1.+', 'G2.-', 'V+')
      .wire('G2.+', 'G1.-', 'V+')
      .build()
    expect(compile(plan).sources).toHaveLength(4)
  })
})
