import { describe, expect, it } from 'vitest'
import { review } from '@/core/findings'
import { arrange } from '@/core/packing'
import { PATTERNS, startingPattern } from '@/core/patterns'
import { apply, type EnclosureId, type Plan } from '@/core/plan'
import { reckon } from '@/core/figures'
import { conductorOutside_mm } from '@/core/conductor'
import { arrangeEdits, arrangeTask, proposeGlands } from '.'

const MAIN = 'enclosure:main' as EnclosureId

function arranged(plan: Plan, tries = 400): { readonly plan: Plan; readonly left: readonly string[] } {
  const task = arrangeTask(plan, reckon(plan), MAIN)!
  const run = arrange({ ...task.request, tries })
  let step = run.next()
  while (!step.done) step = run.next()
  const { commands, left } = arrangeEdits(plan, task, step.value)
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(outcome.issues[0]!.message)
  return { plan: outcome.plan, left }
}

describe.each(PATTERNS.map((name) => [name] as const))('the pattern %s, arranged', (name) => {
  const outcome = arranged(startingPattern(name, 'IEC'))
  it('puts everything somewhere, without a stop', () => {
    expect(outcome.left).toEqual([])
    const stops = review(outcome.plan).filter(({ stage, severity }) => stage === 'layout' && severity === 'stop')
    expect(stops.map(({ what }) => what)).toEqual([])
  })
  it('stays as it is when arranged again', () =>
    expect(arrangeTask(outcome.plan, reckon(outcome.plan), MAIN)!.request.items).toEqual([]))
  it('gets a gland for every lead that leaves it, and the spare that the house keeps', () => {
    const { commands, left } = proposeGlands(outcome.plan, reckon(outcome.plan), MAIN)
    expect(left).toEqual([])
    const outcome2 = apply(outcome.plan, commands)
    if (outcome2.kind === 'refused') throw new Error(outcome2.issues[0]!.message)
    const rules = review(outcome2.plan).map(({ rule }) => rule)
    expect(rules).not.toContain('holes-too-close')
    expect(rules).not.toContain('spares-missing')
    expect(proposeGlands(outcome2.plan, reckon(outcome2.plan), MAIN).commands).toEqual([])
  })
})

it('a person’s placed part stays where it is', () => {
  const plan = startingPattern('printer', 'IEC')
  const place = {
    kind: 'face' as const,
    enclosure: MAIN,
    face: Object.keys(plan.enclosures[MAIN]!.faces)[0] as never,
    x_mm: 240,
    y_mm: 240,
    rotation_deg: 0 as const,
  }
  const outcome = apply(plan, [{ type: 'moveDevice', id: 'device:a1' as never, place }])
  if (outcome.kind === 'refused') throw new Error('refused')
  const { plan: after } = arranged(outcome.plan, 100)
  expect(after.devices['device:a1' as never]!.place).toEqual(place)
  expect(review(after).filter(({ rule }) => rule === 'parts-overlap')).toEqual([])
})

it('a wire’s outside is more than its copper (2.5 mm²: about 3.5 mm over thin insulation, common practice)', () => {
  expect(conductorOutside_mm('2.5 mm²')).toBeGreaterThan(3)
  expect(conductorOutside_mm('2.5 mm²')).toBeLessThan(4.2)
  expect(conductorOutside_mm('6 mm²')).toBeGreaterThan(conductorOutside_mm('4 mm²'))
})
