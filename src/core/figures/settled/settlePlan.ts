import { compile, type Model, type Solution } from '@/core/model'
import { circuitView, guardingView, type EnclosureId, type Plan, type StateId, type WireId } from '@/core/plan'
import { airOf, expectedInside_C, type Air } from './air'
import { reckonBoxHeat } from './boxHeat'
import { guardWires, type WireGuard } from './guards'
import { laysOf, UNSIZED, type Lays } from '../routes/lays'
import type { Routes } from '../routes/routes'
import { sizeWires, type SizedPlan } from './sizeWires'
import type { BoxHeatReckoning } from '../types'

/** Within this the air inside has settled. */
const SETTLED_K = 0.5
const HEAT_ROUNDS = 4
/** Beyond this nothing is tabulated for common insulation; the finding on the box says what to do. */
export const GREATEST_FED_BACK_C = 65

/** Currents, contacts, sizes and temperatures of all states, at rest with one another. */
export interface SettledPlan {
  readonly model: Model
  readonly guards: ReadonlyMap<WireId, WireGuard>
  readonly sized: SizedPlan
  readonly boxes: readonly BoxHeatReckoning[]
  readonly air: Air
}

const known = new WeakMap<Plan, Map<string, SettledPlan>>()
const MOST_LAYS = 6
/** Sizes and ways settle at once, but where a thicker wire no longer fits where it lay. */
const LAY_ROUNDS = 3

/**
 * The fixed point that all figures are read from. Leads are laid, and as long as they are laid they are sized; as thick as
 * they are sized they are laid again. Once a box is laid out, the warmer of the house rule and its heat sum counts for what is
 * in it: supplies, fuses and wires are reckoned again at it until it settles.
 */
export function settlePlan(plan: Plan): SettledPlan {
  return settleWithWays(plan).settled
}

/** The leads of a plan along their ways, as thick as they settle. */
export function routesOf(plan: Plan): Routes {
  return settleWithWays(plan).lays.routes
}

const together = new WeakMap<Plan, { readonly settled: SettledPlan; readonly lays: Lays }>()

function settleWithWays(plan: Plan): { readonly settled: SettledPlan; readonly lays: Lays } {
  let found = together.get(plan)
  if (found) return found
  let lays = laysOf(plan, UNSIZED)
  let settled = settleLaid(plan, lays)
  for (let round = 1; round < LAY_ROUNDS; round += 1) {
    const next = laysOf(plan, settled.sized.wires)
    const isSame = next.signature === lays.signature
    lays = next
    if (isSame) break
    settled = settleLaid(plan, lays)
  }
  together.set(plan, (found = { settled, lays }))
  return found
}

function settleLaid(plan: Plan, lays: Lays): SettledPlan {
  const circuit = circuitView(plan)
  let byLay = known.get(circuit)
  if (!byLay) known.set(circuit, (byLay = new Map()))
  let settled = byLay.get(lays.signature)
  if (!settled) {
    if (byLay.size >= MOST_LAYS) byLay.clear()
    byLay.set(lays.signature, (settled = workOut(compile(circuit), lays.routes)))
  }
  return settled
}

const knownGuards = new WeakMap<Plan, ReadonlyMap<WireId, WireGuard>>()

/** What protects each wire: the same for every load and every size. */
function guardsOf(plan: Plan): ReadonlyMap<WireId, WireGuard> {
  const view = guardingView(plan)
  let guards = knownGuards.get(view)
  if (!guards) knownGuards.set(view, (guards = guardWires(view, compile(view))))
  return guards
}

function workOut(model: Model, routes: Routes): SettledPlan {
  const { plan } = model
  const guards = guardsOf(plan)
  const warmer = new Map<EnclosureId, number>()
  const isLaidOut = Object.values(plan.devices).some((device) => device!.place.kind === 'face')
  for (let round = 0; ; round += 1) {
    const air = airOf(model, warmer)
    const sized = sizeWires(model, guards, air, routes)
    const boxes = reckonBoxHeat(model, sized, air)
    if (!isLaidOut || round >= HEAT_ROUNDS) return { model, guards, sized, boxes, air }
    const rising = boxes.filter(({ enclosure, inside }) => {
      const before_C = warmer.get(enclosure) ?? expectedInside_C(plan)
      return (inside.value ?? -Infinity) > before_C + SETTLED_K && before_C < GREATEST_FED_BACK_C
    })
    if (rising.length === 0) return { model, guards, sized, boxes, air }
    for (const { enclosure, inside } of rising)
      warmer.set(enclosure, Math.min(GREATEST_FED_BACK_C, Math.round(inside.value! * 10) / 10))
  }
}

/** What each state settles at. */
export function stateSolutions(plan: Plan): ReadonlyMap<StateId, Solution> {
  return settlePlan(plan).sized.states
}
