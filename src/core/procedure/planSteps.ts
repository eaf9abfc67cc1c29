import { layoutView, type Plan } from '@/core/plan'
import type { Reckoning } from '@/core/figures'
import { secure } from '@/core/securing'
import { together } from './facts'
import { orderSteps } from './order'
import { checkSteps } from './steps/checks'
import { deviceSteps } from './steps/devices'
import { holeSteps } from './steps/holes'
import { powerSteps } from './steps/power'
import { takeOutSteps } from './steps/takeOut'
import { waySteps } from './steps/ways'
import { cableSteps, stepMaking, wireSteps } from './steps/wires'
import type { Step } from './types'

/** The evening's work: what to do, in an order that its dependencies allow, each step with its reason and the facts it is done under. */
export function planSteps(plan: Plan, reckoning: Reckoning): readonly Step[] {
  const securing = secure(plan)
  const making = [
    ...takeOutSteps(plan),
    ...holeSteps(plan, reckoning),
    ...deviceSteps(layoutView(plan), plan.site.mains_V),
    ...wireSteps(plan, reckoning, securing),
    ...cableSteps(plan, reckoning, securing),
    ...waySteps(plan, reckoning, securing, stepMaking(plan)),
  ]
  // Names are in the figures' plan; what is proved follows from the figures and from what is made.
  const before = known.get(reckoning.wires)
  if (before && isSame(before.making, making)) return before.steps
  const steps = inOrder(plan, reckoning, making)
  known.set(reckoning.wires, { making, steps })
  return steps
}

const known = new WeakMap<Reckoning['wires'], { readonly making: readonly Step[]; readonly steps: readonly Step[] }>()

const isSame = (one: readonly Step[], other: readonly Step[]) =>
  one.length === other.length && one.every((step, i) => step === other[i])

function inOrder(plan: Plan, reckoning: Reckoning, making: readonly Step[]): readonly Step[] {
  const factsById = new Map(making.map(({ id, facts }) => [id, facts]))
  const factsOf = (ids: readonly string[]) =>
    together(ids.flatMap((id) => (factsById.has(id) ? [factsById.get(id)!] : [])))
  const proving = checkSteps(plan, reckoning, factsOf)
  const checks = proving.flatMap(({ id, phase }) => (phase === 'checks' ? [id] : []))
  return orderSteps([...making, ...proving, ...powerSteps(plan, reckoning, checks, factsOf)])
}
