import { describe, expect, it } from 'vitest'
import { circuitView, layoutView, type Plan } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../../tests/builds'
import { ROUTE_SAMPLES } from '../../../tests/builds/routes'
import { Context, joinedOf, laidOf, RULES } from '.'
import type { JoiningRule, LayingRule } from '@/core/judging'

const all = Object.entries(RULES)
const joining = all.filter(([, { reads }]) => reads === 'joining') as [string, JoiningRule][]
const laying = all.filter(([, { reads }]) => reads === 'laying') as [string, LayingRule][]

/** A law: what such a rule says of a plan without its loads, fuses, figures and states it says of the whole. */
const same = (plan: Plan) => {
  const circuit = new Context(circuitView(plan), plan)
  for (const [id, rule] of joining) expect([id, rule.review(joinedOf(plan))]).toEqual([id, rule.review(circuit)])
  const layout = new Context(layoutView(plan), plan)
  for (const [id, rule] of laying) expect([id, rule.review(laidOf(plan))]).toEqual([id, rule.review(layout)])
}

describe('rules that read what joins what, and what lies where', () => {
  it('are a good part of all', () => expect(joining.length + laying.length).toBeGreaterThan(60))

  it.each(Object.entries(ROUTE_SAMPLES))('of the samples of %s', (_, { bad, good }) => {
    for (const make of [...bad, ...good]) same(make())
  })

  it.each(Object.entries(DEMOS))('of %s: loads, sizes and places say nothing to them', (_, demo) => same(demo()))

  it.each(BUILDS)('of $name, and of every mistake in it', ({ plan, mistakes, harmless }) => {
    same(plan)
    for (const { edit } of [...mistakes, ...harmless]) same(edit(plan))
  })
})
