import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { routesOf } from '@/core/figures'
import { apply, type Command, type EnclosureId, type Plan, type RacewayId } from '@/core/plan'
import { proposeGlands, proposeWays } from '@/core/proposals'
import { DEMOS } from '@demo/scenarios'
import { demo } from '../builds/routes'

const edited = (plan: Plan, ...commands: readonly Command[]): Plan => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error(outcome.issues.map(({ message }) => message).join('; '))
  return outcome.plan
}
const boxOf = (plan: Plan) => Object.keys(plan.enclosures)[0] as EnclosureId
const ways = (plan: Plan) => proposeWays(plan, evaluate(plan, []).reckoning, boxOf(plan))
const glands = (plan: Plan) => proposeGlands(plan, evaluate(plan, []).reckoning, boxOf(plan)).commands
const kindsOf = (plan: Plan, ...kinds: readonly string[]) =>
  (Object.keys(plan.raceways) as RacewayId[]).filter((id) => kinds.includes(plan.raceways[id]!.kind))
const without = (plan: Plan, ids: readonly RacewayId[]) =>
  edited(plan, ...ids.map((id): Command => ({ type: 'removeRaceway', id })))

/** Each demo as it is, without its glands, without its ducts, and without either. */
const CASES = Object.keys(DEMOS).flatMap((name) =>
  [[], ['gland'], ['duct', 'clip-line'], ['gland', 'duct', 'clip-line']].map(
    (gone) => [name, gone.join(' and ')] as const,
  ),
)

describe.each(CASES)('%s without its %s', (name, gone) => {
  const plan = without(demo(name), kindsOf(demo(name), ...gone.split(' and ')))

  it('ways proposed twice are proposed once, and no lead fares worse for them', () => {
    const once = edited(plan, ...ways(plan))
    expect(ways(once)).toEqual([])
    const now = routesOf(once).byId
    for (const lead of routesOf(plan).leads)
      if (lead.laid.kind !== 'none') expect(now.get(lead.id)!.laid.kind, lead.id).not.toBe('none')
  })
  it('glands proposed twice are proposed once, and every lead that leaves is held', () => {
    const once = edited(plan, ...glands(plan))
    expect(glands(once)).toEqual([])
    const told = evaluate(once, []).findings.filter(({ rule }) => rule === 'lead-misfits-gland' || rule === 'no-way')
    expect(told.map(({ what }) => what)).toEqual([])
  })
})

describe('glands that are there', () => {
  it('are filled first: of one taken out, one is proposed, and no lead is moved that a person led', () => {
    const plan = demo('clay-printer')
    const [first] = kindsOf(plan, 'gland').filter((id) => plan.raceways[id]!.isBlanked !== true)
    const led = new Map(Object.entries(plan.cables).map(([id, cable]) => [id, cable!.route]))
    const proposed = glands(without(plan, [first!]))
    expect(proposed.filter(({ type }) => type === 'addRaceway')).toHaveLength(1)
    const again = edited(without(plan, [first!]), ...proposed)
    for (const [id, route] of led)
      if (route && !route.includes(first!)) expect(again.cables[id as never]!['route']).toEqual(route)
  })
  it('that nobody named are dealt out: with all choices taken back nothing more is proposed', () => {
    const plan = demo('clay-printer')
    const free = edited(
      plan,
      ...Object.entries(plan.cables).flatMap(([id, cable]): Command[] =>
        cable!.route ? [{ type: 'updateCable', id: id as never, changes: { route: null } }] : [],
      ),
      ...Object.entries(plan.wires).flatMap(([id, wire]): Command[] =>
        wire!.route ? [{ type: 'updateWire', id: id as never, changes: { route: null } }] : [],
      ),
    )
    expect(glands(free).filter(({ type }) => type === 'addRaceway')).toEqual([])
  })
})
