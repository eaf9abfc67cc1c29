import { describe, expect, it } from 'vitest'
import { bindWires } from '@/core/cables'
import { findAll } from '@/core/findings'
import { apply, landingOf, type Plan, type WireId } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { BUILDS } from '../builds'

const MAINS: ReadonlySet<string> = new Set(['L', 'N', 'PE'])

/** Every two wires or more of low voltage between two devices as one cable, with plugs where they end in one socket. */
function inCablesThroughout(plan: Plan): Plan {
  const pairs = new Map<string, WireId[]>()
  for (const [id, wire] of Object.entries(plan.wires)) {
    const [a, b] = [landingOf(plan, wire!.from), landingOf(plan, wire!.to)]
    if (!a || !b || wire!.cable !== null || wire!.origin === 'remove' || MAINS.has(wire!.function)) continue
    const pair = [a.device, b.device].sort().join(' ')
    pairs.set(pair, [...(pairs.get(pair) ?? []), id as WireId])
  }
  return [...pairs.values()]
    .filter((ids) => ids.length > 1)
    .reduce((before, ids) => {
      const outcome = apply(before, bindWires(before, ids, `Cable of ${ids[0]!}`))
      if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
      return outcome.plan
    }, plan)
}
const marks = (plan: Plan) =>
  findAll(plan)
    // Of ways a jacket is what is asked for.
    .filter(({ stage }) => stage !== 'route')
    .map(({ id, severity }) => `${severity} ${id}`)
    .sort()

// A jacket and a plug change nothing of what is joined to what: the verdict stands, whoever bundles the leads.
describe('law: leads bound to cables change no finding', () => {
  it.each([
    ...BUILDS.map(({ name, plan }) => [name, plan] as const),
    ...Object.entries(DEMOS).map(([name, make]) => [name, make()] as const),
  ])('%s', (_, plan) => {
    const bound = inCablesThroughout(plan)
    expect(marks(bound)).toEqual(marks(plan))
  })
})
