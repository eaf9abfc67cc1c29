import { describe, expect, it } from 'vitest'
import { startingPattern } from '@/core/patterns'
import type { Plan } from '@/core/plan'
import { DEMOS } from '@demo/scenarios'
import { EXTREMES } from '../../../tests/extremePlans'
import { review } from '.'

const idsOf = (plan: Plan) => review(plan).map(({ id }) => id)

/** The same records, entered the other way round. */
function reversed(plan: Plan): Plan {
  const turned = (record: object) => Object.fromEntries(Object.entries(record).reverse())
  const { devices, wires, cables, raceways } = plan
  return {
    ...plan,
    devices: turned(devices),
    wires: turned(wires),
    cables: turned(cables),
    raceways: turned(raceways),
  } as Plan
}

/** A demo without its earth and with a supply on the wrong voltage has findings of many kinds. */
function spoiled(plan: Plan): Plan {
  const wires = Object.fromEntries(
    Object.entries(plan.wires).filter(([, wire], i) => wire!.function !== 'PE' && i % 5 !== 0),
  )
  return { ...plan, wires } as Plan
}

const PLANS: readonly (readonly [string, () => Plan])[] = [
  ...Object.entries(DEMOS).map(([name, make]) => [`${name}, spoiled`, () => spoiled(make())] as const),
  ['a pattern', () => startingPattern('router', 'NEC')],
  ...EXTREMES.filter(([name]) => /openings|raceways/.test(name)),
]

describe.each(PLANS)('the findings of %s', (_name, make) => {
  it('have each an id of its own', () => {
    const ids = idsOf(make())
    expect(ids.length).toBeGreaterThan(0)
    expect(new Set(ids).size).toBe(ids.length)
  })
})

it.each(Object.entries(DEMOS))('%s: the ids do not depend on the order of entry', (_name, make) => {
  const plan = spoiled(make())
  expect(idsOf(reversed(plan)).sort()).toEqual(idsOf(plan).sort())
})
