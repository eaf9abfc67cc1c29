import { layoutView, type Plan } from '@/core/plan'
import type { Reckoning } from '@/core/figures'
import { secure } from '@/core/securing'
import { together } from './facts'
import { orderActs } from './orderActs'
import { checkSteps } from './acts/checks'
import { deviceSteps } from './acts/devices'
import { closeActs, labelActs } from './acts/finish'
import { holeSteps } from './acts/holes'
import { powerSteps } from './acts/power'
import { solderActs } from './acts/solder'
import { takeOutSteps } from './acts/takeOut'
import { waySteps } from './acts/ways'
import { cableSteps, stepMaking, wireSteps } from './acts/wires'
import type { Act } from './types'

/** All that is done and logged by itself, in an order that its dependencies allow, each with its reason and the facts it is done under. */
export function planActs(plan: Plan, reckoning: Reckoning): readonly Act[] {
  const securing = secure(plan)
  const placed = layoutView(plan)
  // Devices without their notes: a note makes no wire anew.
  const noted = { ...plan, devices: placed.devices }
  const making = [
    ...takeOutSteps(plan, reckoning.routes.leads),
    ...holeSteps(plan, reckoning),
    ...deviceSteps(placed, plan.site.mains_V),
    ...solderActs(plan),
    ...wireSteps(noted, reckoning, securing),
    ...cableSteps(noted, reckoning, securing),
    ...waySteps(plan, reckoning, securing, stepMaking(plan)),
  ]
  // Names are in the figures' plan; what is proved follows from the figures and from what is made.
  const before = known.get(reckoning.wires)
  if (before && isSame(before.making, making)) return before.acts
  const acts = inOrder(plan, reckoning, making)
  known.set(reckoning.wires, { making, acts })
  return acts
}

const known = new WeakMap<Reckoning['wires'], { readonly making: readonly Act[]; readonly acts: readonly Act[] }>()

const isSame = (one: readonly Act[], other: readonly Act[]) =>
  one.length === other.length && one.every((step, i) => step === other[i])

function inOrder(plan: Plan, reckoning: Reckoning, making: readonly Act[]): readonly Act[] {
  const factsById = new Map(making.map(({ id, facts }) => [id, facts]))
  const factsOf = (ids: readonly string[]) =>
    together(ids.flatMap((id) => (factsById.has(id) ? [factsById.get(id)!] : [])))
  const joined = making.flatMap(({ id, wire }) => (wire === null && !id.startsWith('cable:') ? [] : [id]))
  const labels = labelActs(plan, joined)
  const proving = checkSteps(plan, reckoning, factsOf)
  const checks = [...labels, ...proving].flatMap(({ id, phase }) => (phase === 'checks' || id === 'labels' ? [id] : []))
  const power = powerSteps(plan, reckoning, checks, factsOf)
  const last = (power.length > 0 ? power : [...making, ...proving]).map(({ id }) => id)
  const hasMains = proving.some(({ id }) => id === 'check:insulation')
  return orderActs([...making, ...labels, ...proving, ...power, ...closeActs(plan, last, hasMains)])
}
