import { describe, expect, it } from 'vitest'
import { DEMOS } from '@demo/scenarios'
import { coversOn, reckon, routesOf } from '@/core/figures'
import { apply, type CableId, type Cover, type Plan, type RacewayId } from '@/core/plan'
import { evaluate } from '@/core/evaluate'
import { bundleDiameter_mm } from '@/core/packing/circles'
import { needsOf } from '@/core/workshop'
import { secure } from '.'

const PRINTER = DEMOS['clay-printer']!()
/** Along which leads run to the motors. */
const FRAME = 'raceway:out2' as RacewayId

function covered(...covers: readonly Cover[]): Plan {
  const outcome = apply(PRINTER, [{ type: 'updateRaceway', id: FRAME, changes: { covers: [...covers] } }])
  if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
  return outcome.plan
}
const cover = (kind: Cover['kind'], rest: Partial<Cover> = {}): Cover => ({
  kind,
  from_mm: 100,
  length_mm: 300,
  inside_mm: null,
  ...rest,
})

describe('a sleeve or wrap over part of a way', () => {
  it('is taken so wide that the bundle goes in, with a tenth to spare, as it is sold', () => {
    const plan = covered(cover('sleeve'))
    const routes = routesOf(plan)
    const [own] = coversOn(plan, routes)
    // The least circle about the leads, by the packer that has tests of its own.
    const bundle_mm = bundleDiameter_mm(routes.fills.get(FRAME)!.fullest.map((id) => routes.byId.get(id)!.od_mm))
    expect(own!.bundle_mm).toBeCloseTo(bundle_mm, 6)
    expect(own!.inside_mm).toBeGreaterThanOrEqual(1.1 * bundle_mm - 1e-9)
    expect(own!.inside_mm).toBeLessThan(1.1 * bundle_mm + 2)
    expect(own!.inside_mm % 2).toBe(0)
  })

  it('changes no length, is bought by its own, and is said in the step of its way', () => {
    const [before, plan] = [PRINTER, covered(cover('split-tube', { inside_mm: 20 }))]
    const { reckoning, securing, procedure } = evaluate(plan)
    expect(Object.values(reckoning.wires).map(({ length_mm }) => length_mm)).toEqual(
      Object.values(reckon(before).wires).map(({ length_mm }) => length_mm),
    )
    expect(needsOf(plan, reckoning, securing)).toContainEqual(
      expect.objectContaining({ kind: 'sleeve', what: 'Split tube 20 mm', amount: 300 }) as unknown,
    )
    const acts = procedure.flatMap((step) => step.acts)
    expect(acts.find(({ id }) => id === `way:${FRAME}`)!.lines.join(' ')).toMatch(
      /Split tube 20 mm over 300 mm, from 100 mm on\./,
    )
  })

  it('slides on every lead of its way before its ends are made; a wrap and a split tube go on afterwards', () => {
    const first = (plan: Plan) =>
      secure(plan).slideOn.filter(({ first }) => first.some(({ what }) => /^Sleeve .* 300 mm long/.test(what)))
    const sleeve = covered(cover('sleeve'))
    expect(
      first(sleeve)
        .map(({ lead }) => lead)
        .sort(),
    ).toEqual([...routesOf(sleeve).fills.get(FRAME)!.leads].sort())
    expect(first(covered(cover('wrap')))).toEqual([])
    expect(first(covered(cover('split-tube')))).toEqual([])
  })

  it('is told where a plug does not go into it', () => {
    // Bought with its plugs on; what is made here gets its housing after the pull.
    const id = routesOf(PRINTER).fills.get(FRAME)!.leads[0] as CableId
    const bought = (inside_mm: number, kind: Cover['kind']): Plan => {
      const plan = covered(cover(kind, { inside_mm }))
      return { ...plan, cables: { ...plan.cables, [id]: { ...plan.cables[id]!, premade: true } } }
    }
    const told = (plan: Plan) =>
      evaluate(plan).findings.flatMap(({ rule, what }) => (rule === 'plug-passes-not' ? [what] : []))
    const narrow = told(bought(2, 'sleeve'))
    expect(narrow.some((what) => /the sleeve 2 mm, 300 mm long, on Along the frame lets 2 mm through/.test(what))).toBe(
      true,
    )
    expect(told(bought(60, 'sleeve')).filter((what) => what.includes('sleeve'))).toEqual([])
    expect(told(bought(2, 'wrap')).filter((what) => what.includes('wrap'))).toEqual([])
  })
})
