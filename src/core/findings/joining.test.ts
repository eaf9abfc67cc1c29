import { describe, expect, it } from 'vitest'
import { circuitView, joiningView, type Plan } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../../../tests/builds'
import { Context, JoinedContext, RULES } from '.'
import type { JoiningRule } from './types'

const joining = Object.entries(RULES).filter(([, { reads }]) => reads === 'joining') as [string, JoiningRule][]

/** A law: what a rule of the joints says of a plan without its loads, fuses, sizes, places and states it says of the whole. */
const same = (plan: Plan) => {
  const [part, whole] = [new JoinedContext(joiningView(plan)), new Context(circuitView(plan), plan)]
  for (const [id, rule] of joining) expect([id, rule.review(part)]).toEqual([id, rule.review(whole)])
}

describe('rules that read what joins what', () => {
  it('are a good part of all', () => expect(joining.length).toBeGreaterThan(30))

  it.each(Object.entries(DEMOS))('of %s: loads, sizes and places say nothing to them', (_, demo) => same(demo()))

  it.each(BUILDS)('of $name, and of every mistake in it', ({ plan, mistakes, harmless }) => {
    same(plan)
    for (const { edit } of [...mistakes, ...harmless]) same(edit(plan))
  })
})
