import { resistance_ohm_per_km } from '@/core/conductor'
import { wireSize } from '@/core/quantity'
import type { StateId, WireId } from '@/core/plan'
import type { WireGuard } from './guards'
import {
  settle,
  situationOf,
  terminalKey,
  type Conditions,
  type Conductor,
  type Model,
  type Situation,
  type Solution,
} from '@/core/model'
import type { Air } from './air'
import { reckonBonds } from './bonds'
import type { BondReckoning } from '../types'
import { CLAMP_TOL, LEAST_SIZE, describeCircuit, type Circuit } from './circuits'
import type { Routes } from '../routes/routes'
import { groupings, type GroupedOf } from './grouping'
import { rememberSizing, sizeFor, sizingRequest, worstCurrent, type AmpacityOf } from './sizing'
import { describeWire, type SizedWire } from './describeWire'
import { sizeEarth } from './sizeEarth'

/** Sizes and currents settle within a few rounds; after the second they may only grow, so that they do settle. */
const SIZE_ROUNDS = 8
const FREE_ROUNDS = 2

export interface SizedPlan {
  readonly wires: ReadonlyMap<WireId, SizedWire>
  readonly states: ReadonlyMap<StateId, Solution>
  readonly conditions: Conditions
  readonly bonds: readonly BondReckoning[]
}

/** Solves every state and sizes every wire, in turn, until the sizes no longer change. */
export function sizeWires(model: Model, guards: ReadonlyMap<WireId, WireGuard>, air: Air, routes: Routes): SizedPlan {
  const { plan } = model
  const { practice } = plan
  const groupedOf = groupings(model, guards, routes)
  const circuits = new Map(
    model.conductors.map((conductor) => [
      conductor.id,
      describeCircuit(plan, model, conductor, air, groupedOf(conductor, null), routes),
    ]),
  )
  const sizing = rememberSizing(plan, guards)
  const { ampacityOf, requestFor, sizingOf } = sizing
  const start = practice.series === 'AWG' ? '18 AWG' : '0.75 mm²'
  const sizes = new Map<WireId, string | null>(model.conductors.map(({ id, wire }) => [id, wire.size ?? start]))
  const situations = new Map<StateId, Situation>(
    (Object.keys(plan.states) as StateId[]).map((id) => [id, situationOf(plan, id)]),
  )
  const conditionsNow = (): Conditions => {
    const ohms = new Map<WireId, number>()
    for (const [id, { length_mm, ambient_C }] of circuits)
      ohms.set(id, (resistance_ohm_per_km(sizes.get(id) ?? start, ambient_C) * length_mm) / 1e6)
    return { ohms }
  }
  const settled = (conditions: Conditions) =>
    new Map([...situations].map(([id, situation]) => [id, settle(model, situation, conditions)]))
  let states = new Map<StateId, Solution>()
  for (let round = 0; round < SIZE_ROUNDS; round += 1) {
    states = settled(conditionsNow())
    // Who lies beside a wire warms it by what it carries, which is known once the network was solved with its sizes.
    let isChanged = round === 1 && regroup(circuits, states, sizes, groupedOf, ampacityOf)
    for (const circuit of circuits.values()) {
      const { id, wire } = circuit.conductor
      if (wire.function === 'PE' || wire.size !== null) continue
      const before = sizes.get(id) ?? null
      const asked = requestFor(circuit, worstCurrent(circuit, states).worst_A)
      const next = sizeFor(sizingOf, plan, circuit, asked).answer.result.size
      if (next === before) continue
      if (
        round >= FREE_ROUNDS &&
        before !== null &&
        next !== null &&
        wireSize(next).area_mm2 < wireSize(before).area_mm2
      )
        continue
      sizes.set(id, next)
      isChanged = true
    }
    if (isChanged || round === 0) continue
    // A lead that became thinner meanwhile is warm among the others, and one that then grew no longer: sizes only grow by now,
    // so the counting comes to rest.
    if (round < FREE_ROUNDS - 1 || !regroup(circuits, states, sizes, groupedOf, ampacityOf)) break
  }
  const isPaired = alignPairs(model, sizes, circuits)
  if (isPaired) states = settled(conditionsNow())
  // Bonds between negatives must also stand the loss of a supply's own lead.
  const heaviest = [...states].reduce<StateId | null>(
    (most, [id, { outputs }]) => (most === null || total_W(outputs) > total_W(states.get(most)!.outputs) ? id : most),
    null,
  )
  const bonds =
    heaviest === null ? [] : reckonBonds(model, heaviest, conditionsNow(), states.get(heaviest)!.wireCurrent_A)
  let isBondChanged = false
  for (const { wire: id, loose } of bonds) {
    const circuit = circuits.get(id)!
    if (circuit.conductor.wire.size !== null) continue
    const next = sizeFor(sizingOf, plan, circuit, requestFor(circuit, loose.value)).answer.result.size
    if (next === null || wireSize(next).area_mm2 <= wireSize(sizes.get(id) ?? start).area_mm2) continue
    sizes.set(id, next)
    isBondChanged = true
  }
  if (isBondChanged) {
    states = settled(conditionsNow())
  }
  const bondOf = new Map(bonds.map((bond) => [bond.wire, bond]))
  const outcomes = new Map<WireId, SizedWire>()
  // Wires alike in all that counts share their figures and derivations: the cores of like motors, for one.
  const alike = new Map<string, SizedWire>()
  for (const circuit of circuits.values()) {
    const { id, wire } = circuit.conductor
    if (wire.function === 'PE') continue
    const guarded = guards.get(id)!
    const size = sizes.get(id) ?? null
    const bond = bondOf.get(id)
    const { byState, worst_A, state } = worstCurrent(circuit, states)
    const key = bond
      ? null
      : [
          size,
          wire.size === null,
          wire.function,
          circuit.length_mm,
          circuit.lengthFrom,
          circuit.insulation_C,
          circuit.stands_C,
          circuit.ambient_C,
          circuit.grouped,
          circuit.served?.most_A,
          circuit.served?.isFused,
          circuit.voltage_V,
          circuit.system,
          circuit.minimum,
          circuit.clampMost_mm2,
          circuit.known_A,
          worst_A,
          state,
          guarded.guard?.id,
          guarded.needs_A,
        ].join('|')
    const twin = key === null ? undefined : alike.get(key)
    const outcome = twin
      ? { ...twin, id, current_A: byState }
      : describeWire(plan, circuit, guarded, states, size, sizing, bond)
    if (key !== null && !twin) alike.set(key, outcome)
    outcomes.set(id, outcome)
  }
  for (const circuit of circuits.values()) {
    if (circuit.conductor.wire.function !== 'PE') continue
    outcomes.set(
      circuit.conductor.id,
      sizeEarth(
        plan,
        model,
        circuit,
        outcomes,
        guards,
        (protection_A) =>
          sizingOf({
            ...sizingRequest(plan, circuit, protection_A, 0),
            minimum: LEAST_SIZE[practice.series].L,
          }).result.size,
      ),
    )
  }
  return { wires: outcomes, states, conditions: conditionsNow(), bonds }
}

/** Counts anew who lies loaded beside each wire. */
function regroup(
  circuits: Map<WireId, Circuit>,
  states: ReadonlyMap<StateId, Solution>,
  sizes: ReadonlyMap<WireId, string | null>,
  groupedOf: GroupedOf,
  ampacityOf: AmpacityOf,
): boolean {
  const known = new Map<WireId, boolean>()
  const isLoaded = (id: WireId): boolean => {
    let found = known.get(id)
    if (found === undefined) {
      const circuit = circuits.get(id)
      const size = sizes.get(id) ?? null
      const ampacity = circuit && size !== null ? ampacityOf(size, circuit, 1).ampacity : null
      const worst_A = circuit ? worstCurrent(circuit, states).worst_A : null
      found = ampacity?.kind === 'offered' && (worst_A ?? 0) > LIGHTLY_LOADED * ampacity.corrected_A
      known.set(id, found)
    }
    return found
  }
  let isChanged = false
  for (const [id, circuit] of circuits) {
    const grouped = groupedOf(circuit.conductor, isLoaded)
    if (grouped === circuit.grouped) continue
    circuits.set(id, { ...circuit, grouped })
    isChanged = true
  }
  return isChanged
}

/** What carries less than this share of what it could warms its neighbours too little to count (IEC 60364-5-52, B.52.17, note; from memory). */
const LIGHTLY_LOADED = 0.3

/**
 * The two leads of one load are alike unless there is a reason: both take the thicker size, where both are reckoned and the
 * clamps of both take it. Common practice: one pair, one cable.
 */
function alignPairs(model: Model, sizes: Map<WireId, string | null>, circuits: ReadonlyMap<WireId, Circuit>): boolean {
  const at = new Map<string, Conductor[]>()
  for (const conductor of model.conductors)
    for (const key of [conductor.from, conductor.to]) {
      const list = at.get(key)
      if (list) list.push(conductor)
      else at.set(key, [conductor])
    }
  let isChanged = false
  for (const { id, part } of model.devices)
    for (const { plus, minus } of part.draws) {
      const [own, other] = [plus, minus].map((terminal) => at.get(terminalKey(id, terminal)) ?? [])
      if (own?.length !== 1 || other?.length !== 1) continue
      const pair = [own[0]!, other[0]!]
      if (pair.some(({ wire }) => wire.size !== null || wire.function === 'PE')) continue
      const [a, b] = pair.map((each) => sizes.get(each.id) ?? null)
      if (!a || !b || a === b) continue
      const thicker = wireSize(a).area_mm2 > wireSize(b).area_mm2 ? a : b
      const takes = pair.every((each) => wireSize(thicker).area_mm2 <= circuits.get(each.id)!.clampMost_mm2 * CLAMP_TOL)
      if (!takes) continue
      for (const each of pair) sizes.set(each.id, thicker)
      isChanged = true
    }
  return isChanged
}

function total_W(outputs: Solution['outputs']): number {
  return [...outputs.values()].reduce((sum, { power_W }) => sum + power_W, 0)
}
