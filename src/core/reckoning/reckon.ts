import { protect } from '@/core/protection'
import { cite, FAMILIES, SOURCES } from '@/core/reference'
import { formatNumber } from '@/core/quantity'
import { derateFactor, sumMains } from '@/core/supply'
import { treatEnd, type EndTreatment } from '@/core/termination'
import { COMMON_PRACTICE, step } from '@/core/trace'
import type { DeviceId, Plan, StateId, TerminalId, Wire, WireId } from '@/core/plan'
import { findEarths } from './earths'
import { fittedRating } from './fitted'
import { guardWires } from './guards'
import { findRails } from './rails'
import { sizeWires, type SizedPlan } from './sizeWires'
import type { StateResult } from './solveState'
import { buildTopology, terminalKey, type Topology } from './topology'
import type { DrawReckoning, MainsReckoning, ProtectiveReckoning, Reckoning, SupplyReckoning, TerminalKey, WireReckoning } from './types'

/** Hours on end: what a machine in use is taken to be. */
const IS_CONTINUOUS = true
/** Stands for "no wire of a fixed size limits this fuse": reckoned wires follow the fuse. */
const UNLIMITED_A = 1000

/** Works everything out that a plan implies. Pure; the same on page, worker, server and command line. */
export function reckon(plan: Plan): Reckoning {
  const topology = buildTopology(plan)
  const guards = guardWires(plan, topology)
  const sized = sizeWires(plan, topology, guards)
  const { states } = sized
  const wires: Record<WireId, WireReckoning> = {}
  for (const { id, wire } of topology.conductors) {
    const outcome = sized.wires.get(id)!
    wires[id] = { ...outcome, from: endOf(plan, wire, 'from', outcome.size), to: endOf(plan, wire, 'to', outcome.size) }
  }
  const netOf: Record<TerminalKey, string> = {}
  const nets = topology.nets.filter((net) => net.wires.length > 0 || net.potentials.length > 0)
  for (const net of nets) for (const key of net.terminals) netOf[key] = net.id
  return {
    nets, netOf, wires,
    states: Object.fromEntries([...states].map(([id, state]) => [id, { isSolved: state.reasons.length === 0, reasons: state.reasons }])),
    supplies: reckonSupplies(plan, topology, states),
    protective: reckonProtective(plan, topology, sized),
    rails: findRails(plan, topology, states),
    draws: reckonDraws(topology, states),
    mains: reckonMains(plan, topology, states),
    earths: findEarths(topology),
    inside: { value: plan.practice.inside_C, unit: '°C', trace: [step('Inside the box', `${plan.practice.inside_C} °C at full work, as entered; the heat sum takes over once the box is laid out`, COMMON_PRACTICE)] },
  }
}

function endOf(plan: Plan, wire: Wire, side: 'from' | 'to', size: string | null): EndTreatment | null {
  const end = wire[side]
  if (end.kind === 'parked' || size === null) return null
  const terminal = plan.parts[plan.devices[end.device]!.part]!.terminals[end.terminal]!
  const { clamp, clampSize_mm, torque_Nm, strip_mm } = terminal
  return treatEnd({
    clamp, clampSize_mm, torque_Nm, strip_mm, size, construction: wire.construction, screwEnds: plan.practice.screwEnds, ferruleCode: plan.practice.ferruleCode,
    wanted: side === 'from' ? wire.fromTreatment : wire.toTreatment,
  })
}

function byState<T>(states: ReadonlyMap<StateId, StateResult>, value: (state: StateResult, id: StateId) => T): Record<StateId, T> {
  return Object.fromEntries([...states].map(([id, state]) => [id, value(state, id)]))
}

/** The greatest known value over the states, and where it arises. */
function worstOf(values: Readonly<Record<StateId, number | null>>): { readonly value: number | null; readonly state: StateId | null } {
  let worst: { value: number | null; state: StateId | null } = { value: null, state: null }
  for (const [state, value] of Object.entries(values)) if (value !== null && (worst.value === null || value! > worst.value)) worst = { value: value!, state: state as StateId }
  return worst
}

function reckonSupplies(plan: Plan, topology: Topology, states: ReadonlyMap<StateId, StateResult>): Record<DeviceId, SupplyReckoning> {
  const result: Record<DeviceId, SupplyReckoning> = {}
  for (const { id, device, part } of topology.devices) {
    const { behaviour } = part
    if (behaviour.kind !== 'supply' && behaviour.kind !== 'converter') continue
    const key = (terminal: TerminalId) => terminalKey(id, terminal)
    const outputs = Object.fromEntries(
      behaviour.outputs.map((output) => [
        output.id,
        {
          plus: key(output.plus), minus: key(output.minus), voltage_V: output.voltage_V, capacity_A: output.current_A,
          current_A: byState(states, (state) => (state.unsolved.has(`${id}/${output.id}`) ? null : (state.outputs.get(`${id}/${output.id}`)?.current_A ?? 0))),
        },
      ]),
    )
    const reserve_W = device.reserves.reduce((sum, reserve) => sum + reserve.power_W, 0)
    const demand = byState(states, (state, stateId) => {
      let sum_W = plan.states[stateId]!.withReserves ? reserve_W : 0
      for (const output of behaviour.outputs) {
        if (state.unsolved.has(`${id}/${output.id}`)) return null
        sum_W += state.outputs.get(`${id}/${output.id}`)?.power_W ?? 0
      }
      return sum_W
    })
    const worst = worstOf(demand)
    const rated_W = behaviour.kind === 'supply' ? behaviour.power_W : behaviour.outputs.reduce((sum, output) => sum + output.voltage_V * output.current_A, 0)
    const factor =
      behaviour.kind === 'supply'
        ? derateFactor({ ambient_C: plan.practice.inside_C, derateAbove_C: behaviour.derateAbove_C ?? undefined, derate_percentPerK: behaviour.derate_percentPerK ?? undefined })
        : 1
    const loading = worst.value === null || factor === 0 ? null : (100 * worst.value) / (rated_W * factor)
    const demandTrace = [step('What it feeds', worst.value === null ? 'not derived: its network could not be solved' : `${formatNumber(worst.value, 4)} W, state “${plan.states[worst.state!]!.name}”`, 'solved network')]
    const derateTrace = [
      behaviour.kind === 'supply' && behaviour.derateAbove_C !== null
        ? step('Derating', factor === 1 ? `none at ${plan.practice.inside_C} °C inside; it begins above ${behaviour.derateAbove_C} °C` : `1 − ${behaviour.derate_percentPerK} % × (${plan.practice.inside_C} − ${behaviour.derateAbove_C}) K = ${formatNumber(factor)}`, "the part's data")
        : step('Derating', 'the part states none', "the part's data"),
    ]
    result[id] = {
      device: id, outputs, worstState: worst.state,
      demand: { value: worst.value, unit: 'W', trace: demandTrace },
      derate: { value: factor, unit: '', trace: derateTrace },
      loading: {
        value: loading, unit: '%',
        trace: [...demandTrace, ...derateTrace, step('Loading', loading === null ? 'not derived' : `${formatNumber(worst.value!, 4)} W ÷ (${rated_W} W × ${formatNumber(factor)}) = ${formatNumber(loading)} %`), step('Limit', `${plan.practice.supplyLoading_percent} % by the house rule`, COMMON_PRACTICE)],
      },
    }
  }
  return result
}

function reckonProtective(plan: Plan, topology: Topology, sized: SizedPlan): ProtectiveReckoning[] {
  const wiresBehind = new Map<string, WireId[]>()
  for (const [id, wire] of sized.wires) {
    if (!wire.guard) continue
    const list = wiresBehind.get(wire.guard.id)
    if (list) list.push(id)
    else wiresBehind.set(wire.guard.id, [id])
  }
  return topology.passages.flatMap(({ device, link, a, b }): ProtectiveReckoning[] => {
    if (link.kind !== 'protective') return []
    const { family, rating_A } = fittedRating(plan.devices[device]!, link)
    const id = `${device}/${link.id}`
    const current_A = byState(sized.states, (state) => (state.unsolved.has(id) ? null : Math.abs(state.linkCurrent_A.get(id) ?? 0)))
    const worst = worstOf(current_A)
    const wires = wiresBehind.get(id) ?? []
    const potentials = [a, b].flatMap((key) => topology.netById.get(topology.netOf(key))?.potentials ?? [])
    const isMains = potentials.some(({ kind }) => kind === 'L' || kind === 'N')
    const voltage_V = isMains ? plan.site.mains_V : potentials.reduce((most, potential) => Math.max(most, potential.voltage_V ?? 0), 0)
    const system = isMains ? ('ac-1ph' as const) : ('dc' as const)
    const limit = FAMILIES[family].loadingLimit_percent.continuous
    const loading = worst.value === null || rating_A === null ? null : (100 * worst.value) / rating_A
    const fixedWires_A = wires.flatMap((wire) => (sized.wires.get(wire)!.isReckoned ? [] : [sized.wires.get(wire)!.ampacity.value ?? 0]))
    const advice = protect({
      load_A: worst.value ?? 0, continuous: IS_CONTINUOUS, wire_A: Math.max(1e-3, Math.min(UNLIMITED_A, ...fixedWires_A)), family, ambient_C: plan.practice.inside_C,
      ...(voltage_V > 0 ? { voltage_V, system } : {}),
    })
    return [
      {
        device, link: link.id, family, rating_A, current_A, wires, voltage_V, system,
        worst: { value: worst.value, unit: 'A', trace: [step('Current', worst.value === null ? 'not derived' : `${formatNumber(worst.value)} A${worst.state ? `, state “${plan.states[worst.state]!.name}”` : ''}`, 'solved network')] },
        loading: { value: loading, unit: '%', trace: [step('Loading', loading === null ? 'not derived' : `${formatNumber(worst.value!)} A ÷ ${rating_A} A = ${formatNumber(loading)} %; the family is loaded to ${limit} % at most for hours`, cite(FAMILIES[family].source))] },
        advised_A: worst.value === null ? null : advice.result.rating_A, advice: advice.trace,
      },
    ]
  })
}

function reckonDraws(topology: Topology, states: ReadonlyMap<StateId, StateResult>): DrawReckoning[] {
  const kinds = (key: TerminalKey) => new Set((topology.netById.get(topology.netOf(key))?.potentials ?? []).map(({ kind }) => kind))
  return topology.devices.flatMap(({ id, part }) =>
    part.draws.map((draw): DrawReckoning => {
      const plus = kinds(terminalKey(id, draw.plus))
      const minus = kinds(terminalKey(id, draw.minus))
      const isPolarised = part.terminals[draw.plus]!.polarised
      return {
        device: id, draw: draw.id, nominal_V: draw.nominal_V,
        voltage_V: byState(states, (state) => state.drawVoltage_V.get(`${id}#${draw.id}`) ?? null),
        current_A: byState(states, (state) => state.drawCurrent_A.get(`${id}#${draw.id}`) ?? null),
        isReversed: isPolarised && ((plus.has('-') && !plus.has('+')) || (minus.has('+') && !minus.has('-'))),
      }
    }),
  )
}

function reckonMains(plan: Plan, topology: Topology, states: ReadonlyMap<StateId, StateResult>): MainsReckoning {
  const { site } = plan
  const isRaised = site.region === 'NEC' && IS_CONTINUOUS
  const allowed_A = isRaised ? 0.8 * site.outletBreaker_A : site.outletBreaker_A
  const answers = byState(states, (state) => {
    const inlets = topology.devices.filter(({ part }) => part.behaviour.kind === 'mains-inlet')
    if (inlets.some(({ id }) => state.unsolved.has(`${id}/mains`))) return null
    const supplies = topology.devices.flatMap(({ id, part }) => {
      const { behaviour } = part
      if (behaviour.kind !== 'supply' || !state.inputs_A.has(id)) return []
      const output_W = behaviour.outputs.reduce((sum, output) => sum + (state.outputs.get(`${id}/${output.id}`)?.power_W ?? 0), 0)
      return [{ output_W: Math.max(0, output_W), efficiency_percent: behaviour.efficiency_percent, powerFactor: behaviour.powerFactor, leakage_mA: behaviour.leakage_mA ?? undefined }]
    })
    return sumMains({ mains_V: site.mains_V, supplies, direct_W: state.direct_W, continuous: IS_CONTINUOUS, region: site.region, circuit_A: site.outletBreaker_A, residual_mA: site.residual_mA ?? undefined })
  })
  const current_A = Object.fromEntries(Object.entries(answers).map(([id, answer]) => [id, answer?.result.current_A ?? null])) as Record<StateId, number | null>
  const worst = worstOf(current_A)
  const answer = worst.state ? answers[worst.state] : null
  const trace = answer?.trace ?? [step('From the outlet', 'not derived: the mains network could not be solved', 'solved network')]
  const loading = worst.value === null ? null : (100 * worst.value) / allowed_A
  return {
    current_A, allowed_A,
    worst: { value: worst.value, unit: 'A', trace },
    loading: { value: loading, unit: '%', trace: [...trace, step('Share', loading === null ? 'not derived' : `${formatNumber(worst.value!)} A ÷ ${formatNumber(allowed_A)} A = ${formatNumber(loading)} %`, isRaised ? cite(SOURCES.necContinuous) : 'arithmetic')] },
    leakage: { value: answer?.result.leakage_mA ?? null, unit: 'mA', trace },
    reasons: answer?.result.reasons ?? [],
  }
}
