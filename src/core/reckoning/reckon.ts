import { cite, SOURCES } from '@/core/reference'
import { formatNumber } from '@/core/quantity'
import { derateFactor, sumMains } from '@/core/supply'
import { treatEnd, type EndTreatment } from '@/core/termination'
import { COMMON_PRACTICE, step, type Figure } from '@/core/trace'
import {
  landingOf,
  boxPlans,
  placesView,
  type DeviceId,
  type Draw,
  type Plan,
  type StateId,
  type TerminalId,
  type Wire,
  type WireId,
} from '@/core/plan'
import { drawAmount, drawPower_W } from '@/core/model'
import { findEarths } from './earths'
import { reckonFixings } from './fixings'
import { reckonFaces } from './layout'
import { reckonSpace } from './space'
import { byState, worstOf } from './overStates'
import { reckonPixels } from './pixelRuns'
import { IS_CONTINUOUS, reckonProtective } from './protectiveDevices'
import { findRails } from './rails'
import type { Solution } from '@/core/model'
import { reckonStops } from './stops'
import { feedWays, reckonSafeStates, reckonSwitches } from './switches'
import { terminalKey, type Model } from '@/core/model'
import type { Air } from './air'
import { GREATEST_FED_BACK_C, settlePlan, type SettledPlan } from './settlePlan'
import type {
  BoxHeatReckoning,
  CircuitFigures,
  SpaceFigures,
  DrawReckoning,
  MainsReckoning,
  Reckoning,
  StateSolution,
  SupplyReckoning,
  TerminalKey,
  WireReckoning,
} from './types'

const knownCircuits = new WeakMap<SettledPlan, CircuitFigures>()
const knownSpaces = new WeakMap<Plan, SpaceFigures>()

/** Works everything out that a plan implies. Pure; the same on page, worker, server and command line. What an edit leaves as it was is remembered. */
export function reckon(plan: Plan): Reckoning {
  return { ...circuitFigures(plan), ...spaceFigures(plan) }
}

/** What follows from the circuit; the same object as before while nothing of the circuit changed. */
export function circuitFigures(plan: Plan): CircuitFigures {
  const settled = settlePlan(plan)
  let figures = knownCircuits.get(settled)
  if (!figures) knownCircuits.set(settled, (figures = readOff(settled)))
  return figures
}

/** What follows from where things are; likewise. */
export function spaceFigures(plan: Plan): SpaceFigures {
  const view = placesView(plan)
  let figures = knownSpaces.get(view)
  if (!figures) {
    const boxes = boxPlans(view).map(boxFigures)
    figures = {
      faces: boxes.flatMap(({ faces }) => faces),
      spaces: boxes.flatMap(({ spaces }) => spaces),
      fixings: boxes.flatMap(({ fixings }) => fixings),
    }
    knownSpaces.set(view, figures)
  }
  return figures
}

/** Of one enclosure. */
function boxFigures(box: Plan): SpaceFigures {
  let figures = knownSpaces.get(box)
  if (!figures) {
    const faces = reckonFaces(box)
    const spaces = reckonSpace(box, faces)
    knownSpaces.set(box, (figures = { faces, spaces, fixings: reckonFixings(box, faces, spaces) }))
  }
  return figures
}

function readOff({ model, sized, boxes, air }: SettledPlan): CircuitFigures {
  const { plan } = model
  const { states } = sized
  const wires: Record<WireId, WireReckoning> = {}
  const treatOf = rememberTreatments(plan)
  for (const { id, wire } of model.conductors) {
    const outcome = sized.wires.get(id)!
    wires[id] = {
      ...outcome,
      from: treatOf(wire, 'from', outcome.size),
      to: treatOf(wire, 'to', outcome.size),
    }
  }
  const rails = findRails(plan, model, states)
  const ways = feedWays(plan, model)
  const netOf: Record<TerminalKey, string> = {}
  const nets = model.nets.filter((net) => net.wires.length > 0 || net.potentials.length > 0)
  for (const net of nets) for (const key of net.terminals) netOf[key] = net.id
  return {
    nets,
    netOf,
    wires,
    states: Object.fromEntries(
      [...states].map(([id, state]) => [
        id,
        {
          isSolved: state.reasons.length === 0,
          reasons: state.reasons,
          chattering: state.chattering,
          overloads: overloadsOf(model, state),
          asked: askedFor(plan, model, id),
        },
      ]),
    ),
    supplies: reckonSupplies(plan, model, states, air),
    protective: reckonProtective(model, sized, rails, air),
    rails,
    draws: reckonDraws(plan, model, states),
    mains: reckonMains(plan, model, states),
    switches: reckonSwitches(plan, model, ways, states, air),
    safeStates: reckonSafeStates(plan, model, ways),
    stops: reckonStops(model, sized.conditions),
    bonds: sized.bonds,
    pixels: reckonPixels(plan, model, sized, rails),
    boxes,
    earths: findEarths(model),
    inside: insideFigure(plan, boxes, air),
  }
}

/** The warmest air that anything is reckoned at. */
function insideFigure(plan: Plan, boxes: readonly BoxHeatReckoning[], { warmest_C }: Air): Figure {
  const found_C = Math.max(-Infinity, ...boxes.map(({ inside }) => inside.value ?? -Infinity))
  const isWarmer = warmest_C > plan.practice.inside_C
  return {
    value: warmest_C,
    unit: '°C',
    trace: [
      isWarmer
        ? step(
            'Inside the box',
            `${warmest_C} °C by the heat sum, warmer than the house rule; supplies, fuses and wires in it are reckoned at it${found_C > GREATEST_FED_BACK_C ? `, though the sum says ${formatNumber(found_C)} °C` : ''}`,
            cite(SOURCES.iec60890),
          )
        : step(
            'Inside the box',
            `${warmest_C} °C at full work, by the house rule; once the box is laid out the heat sum counts where it is warmer`,
            COMMON_PRACTICE,
          ),
    ],
  }
}

function overloadsOf(model: Model, { overloads }: Solution): StateSolution['overloads'] {
  return overloads.flatMap(({ source, dropped }) => {
    const [device, output] = source.split('/') as [DeviceId, string]
    const { behaviour } = model.deviceById.get(device)!.part
    const own = 'outputs' in behaviour ? behaviour.outputs.find(({ id }) => id === output) : undefined
    const loads = [...new Set(dropped.map((id) => id.slice(0, id.indexOf('#')) as DeviceId))]
    return own ? [{ source: device, output, limit_A: own.limit_A, dropped: loads }] : []
  })
}

/** How wire ends are made; the same clamp and conductor come many times in a plan, and are worked out once. */
function rememberTreatments(plan: Plan): (wire: Wire, side: 'from' | 'to', size: string | null) => EndTreatment | null {
  const known = new Map<string, EndTreatment>()
  const { screwEnds, ferruleCode } = plan.practice
  return (wire, side, size) => {
    const end = landingOf(plan, wire[side])
    // A plug's contact is made with its cable: what it is crimped with follows from the plug.
    if (!end || wire[side].kind === 'plug' || size === null) return null
    const { clamp, clampSize_mm, torque_Nm, strip_mm } =
      plan.parts[plan.devices[end.device]!.part]!.terminals[end.terminal]!
    const wanted = side === 'from' ? wire.fromTreatment : wire.toTreatment
    const key = [clamp, clampSize_mm, torque_Nm, strip_mm, size, wire.construction, wanted].join('|')
    let treatment = known.get(key)
    if (!treatment)
      known.set(
        key,
        (treatment = treatEnd({
          clamp,
          clampSize_mm,
          torque_Nm,
          strip_mm,
          size,
          construction: wire.construction,
          screwEnds,
          ferruleCode,
          wanted,
        })),
      )
    return treatment
  }
}

function reckonSupplies(
  plan: Plan,
  model: Model,
  states: ReadonlyMap<StateId, Solution>,
  air: Air,
): Record<DeviceId, SupplyReckoning> {
  const result: Record<DeviceId, SupplyReckoning> = {}
  for (const { id, device, part } of model.devices) {
    const { behaviour } = part
    if (behaviour.kind !== 'supply' && behaviour.kind !== 'converter') continue
    const key = (terminal: TerminalId) => terminalKey(id, terminal)
    const outputs = Object.fromEntries(
      behaviour.outputs.map((output) => [
        output.id,
        {
          plus: key(output.plus),
          minus: key(output.minus),
          voltage_V: output.voltage_V,
          capacity_A: output.current_A,
          current_A: byState(states, (state) =>
            state.unsolved.has(`${id}/${output.id}`) ? null : (state.outputs.get(`${id}/${output.id}`)?.current_A ?? 0),
          ),
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
    const rated_W =
      behaviour.kind === 'supply'
        ? behaviour.power_W
        : behaviour.outputs.reduce((sum, output) => sum + output.voltage_V * output.current_A, 0)
    const factor =
      behaviour.kind === 'supply'
        ? derateFactor({
            ambient_C: air.at(id),
            derateAbove_C: behaviour.derateAbove_C ?? undefined,
            derate_percentPerK: behaviour.derate_percentPerK ?? undefined,
          })
        : 1
    const loading = worst.value === null || factor === 0 ? null : (100 * worst.value) / (rated_W * factor)
    const withReserves_W =
      worst.value === null
        ? null
        : worst.value + (worst.state !== null && plan.states[worst.state]!.withReserves ? 0 : reserve_W)
    const later = withReserves_W === null || factor === 0 ? null : (100 * withReserves_W) / (rated_W * factor)
    const demandTrace = [
      step(
        'What it feeds',
        worst.value === null
          ? 'not derived: its network could not be solved'
          : `${formatNumber(worst.value, 4)} W, state “${plan.states[worst.state!]!.name}”`,
        'solved network',
      ),
    ]
    const derateTrace = [
      behaviour.kind === 'supply' && behaviour.derateAbove_C !== null
        ? step(
            'Derating',
            factor === 1
              ? `none at ${air.at(id)} °C inside; it begins above ${behaviour.derateAbove_C} °C`
              : `1 − ${behaviour.derate_percentPerK} % × (${air.at(id)} − ${behaviour.derateAbove_C}) K = ${formatNumber(factor)}`,
            "the part's data",
          )
        : step('Derating', 'the part states none', "the part's data"),
    ]
    result[id] = {
      device: id,
      air_C: air.at(id),
      outputs,
      worstState: worst.state,
      demand: { value: worst.value, unit: 'W', trace: demandTrace },
      later: {
        value: later,
        unit: '%',
        trace: [
          ...demandTrace,
          step(
            'Room for later',
            device.reserves.length === 0
              ? 'none kept: 0 W'
              : `${device.reserves.map((reserve) => `${reserve.name} ${formatNumber(reserve.power_W)} W`).join(' + ')} = ${formatNumber(reserve_W)} W`,
            'the plan',
          ),
          ...derateTrace,
          step(
            'Loading later',
            later === null
              ? 'not derived'
              : `${formatNumber(withReserves_W!, 4)} W ÷ (${rated_W} W × ${formatNumber(factor)}) = ${formatNumber(later)} %`,
          ),
        ],
      },
      holdUp: holdUp(behaviour, worst.value),
      derate: { value: factor, unit: '', trace: derateTrace },
      loading: {
        value: loading,
        unit: '%',
        trace: [
          ...demandTrace,
          ...derateTrace,
          step(
            'Loading',
            loading === null
              ? 'not derived'
              : `${formatNumber(worst.value!, 4)} W ÷ (${rated_W} W × ${formatNumber(factor)}) = ${formatNumber(loading)} %`,
          ),
          step('Limit', `${plan.practice.supplyLoading_percent} % by the house rule`, COMMON_PRACTICE),
        ],
      },
    }
  }
  return result
}

function reckonDraws(plan: Plan, model: Model, states: ReadonlyMap<StateId, Solution>): DrawReckoning[] {
  const kinds = (key: TerminalKey) =>
    new Set((model.netById.get(model.netOf(key))?.potentials ?? []).map(({ kind }) => kind))
  return model.devices.flatMap(({ id, device, part }) =>
    part.draws.map((draw): DrawReckoning => {
      const plus = kinds(terminalKey(id, draw.plus))
      const minus = kinds(terminalKey(id, draw.minus))
      const isPolarised = part.terminals[draw.plus]!.polarised
      const voltage_V = byState(states, (state) => state.drawVoltage_V.get(`${id}#${draw.id}`) ?? null)
      const current_A = byState(states, (state) => state.drawCurrent_A.get(`${id}#${draw.id}`) ?? null)
      const least = leastOf(voltage_V)
      const greatest = worstOf(current_A)
      const inState = (state: StateId | null) => (state === null ? '' : `, state “${plan.states[state]!.name}”`)
      return {
        device: id,
        draw: draw.id,
        nominal_V: draw.nominal_V,
        voltage_V,
        current_A,
        lowest: {
          value: least.value,
          unit: 'V',
          trace: [
            step(
              'At its terminals',
              least.value === null
                ? 'not derived: nothing feeds it in any state'
                : `${formatNumber(least.value, 4)} V, what the wires and fuses of its feed leave of its source${inState(least.state)}`,
              'solved network',
            ),
          ],
        },
        most: {
          value: greatest.value,
          unit: 'A',
          trace: [
            step('Takes', wordsOf(device, draw), 'the plan'),
            step(
              'Draws',
              greatest.value === null
                ? 'not derived: nothing feeds it in any state'
                : `${formatNumber(greatest.value)} A as ${draw.model === 'resistive' ? 'a resistance' : draw.model === 'constant-current' ? 'a constant current' : 'a constant power'} at the volts that it gets${inState(greatest.state)}`,
              'solved network',
            ),
          ],
        },
        isReversed: isPolarised && ((plus.has('-') && !plus.has('+')) || (minus.has('+') && !minus.has('-'))),
      }
    }),
  )
}

function leastOf(values: Readonly<Record<StateId, number | null>>): {
  readonly value: number | null
  readonly state: StateId | null
} {
  let least: { value: number | null; state: StateId | null } = { value: null, state: null }
  for (const [state, value] of Object.entries(values))
    if (value !== null && (least.value === null || value! < least.value))
      least = { value: value!, state: state as StateId }
  return least
}

function wordsOf(device: Model['devices'][number]['device'], draw: Draw): string {
  const { power_W, current_A } = drawAmount(device, draw)
  return power_W === null
    ? `${formatNumber(current_A ?? 0)} A at ${draw.nominal_V} V`
    : `${formatNumber(power_W)} W, made for ${draw.nominal_V} V`
}

function reckonMains(plan: Plan, model: Model, states: ReadonlyMap<StateId, Solution>): MainsReckoning {
  const { site } = plan
  const isRaised = site.region === 'NEC' && IS_CONTINUOUS
  const allowed_A = isRaised ? 0.8 * site.outletBreaker_A : site.outletBreaker_A
  const answers = byState(states, (state) => {
    const inlets = model.devices.filter(({ part }) => part.behaviour.kind === 'mains-inlet')
    if (inlets.some(({ id }) => state.unsolved.has(`${id}/mains`))) return null
    const supplies = model.devices.flatMap(({ id, part }) => {
      const { behaviour } = part
      if (behaviour.kind !== 'supply' || !state.inputs_A.has(id)) return []
      const output_W = behaviour.outputs.reduce(
        (sum, output) => sum + (state.outputs.get(`${id}/${output.id}`)?.power_W ?? 0),
        0,
      )
      return [
        {
          output_W: Math.max(0, output_W),
          efficiency_percent: behaviour.efficiency_percent,
          powerFactor: behaviour.powerFactor,
          leakage_mA: behaviour.leakage_mA ?? undefined,
        },
      ]
    })
    return sumMains({
      mains_V: site.mains_V,
      supplies,
      direct_W: state.direct_W,
      continuous: IS_CONTINUOUS,
      region: site.region,
      circuit_A: site.outletBreaker_A,
      residual_mA: site.residual_mA ?? undefined,
    })
  })
  const current_A = Object.fromEntries(
    Object.entries(answers).map(([id, answer]) => [id, answer?.result.current_A ?? null]),
  ) as Record<StateId, number | null>
  const worst = worstOf(current_A)
  const answer = worst.state ? answers[worst.state] : null
  const trace = answer?.trace ?? [
    step('From the outlet', 'not derived: the mains network could not be solved', 'solved network'),
  ]
  const loading = worst.value === null ? null : (100 * worst.value) / allowed_A
  return {
    current_A,
    allowed_A,
    worst: { value: worst.value, unit: 'A', trace },
    loading: {
      value: loading,
      unit: '%',
      trace: [
        ...trace,
        step(
          'Share',
          loading === null
            ? 'not derived'
            : `${formatNumber(worst.value!)} A ÷ ${formatNumber(allowed_A)} A = ${formatNumber(loading)} %`,
          isRaised ? cite(SOURCES.necContinuous) : 'arithmetic',
        ),
      ],
    },
    leakage: { value: answer?.result.leakage_mA ?? null, unit: 'mA', trace },
    inrush: reckonInrush(plan, model),
    reasons: answer?.result.reasons ?? [],
  }
}

/** The reservoir empties in proportion to the power taken: half the load, twice the time. */
function holdUp(behaviour: Model['devices'][number]['part']['behaviour'], demand_W: number | null): Figure {
  if (behaviour.kind !== 'supply' || behaviour.holdUp_ms === null)
    return { value: null, unit: 'ms', trace: [step('Hold-up', 'the part states none', "the part's data")] }
  if (demand_W === null || demand_W <= 0)
    return {
      value: null,
      unit: 'ms',
      trace: [
        step(
          'Hold-up',
          demand_W === null ? 'not derived: its network could not be solved' : 'nothing is drawn; it stands for long',
        ),
      ],
    }
  const value = (behaviour.holdUp_ms * behaviour.power_W) / demand_W
  return {
    value,
    unit: 'ms',
    trace: [
      step(
        'Hold-up',
        `${behaviour.holdUp_ms} ms at ${formatNumber(behaviour.power_W)} W; at ${formatNumber(demand_W)} W: × ${formatNumber(behaviour.power_W / demand_W)} = ${formatNumber(value)} ms`,
        "the part's data; energy of the reservoir",
      ),
      step('A half-wave missed', `${formatNumber(value)} ms against 10 ms at 50 Hz, 8.3 ms at 60 Hz`, COMMON_PRACTICE),
    ],
  }
}

function askedFor(plan: Plan, model: Model, stateId: StateId): Figure {
  const state = plan.states[stateId]!
  const parts = model.devices.flatMap(({ id, device, part }) => {
    const share = (state.shares as Readonly<Record<string, number>>)[id] ?? state.defaultShare
    const power_W = part.draws.reduce((sum, draw) => sum + drawPower_W(device, draw), 0) * share
    return power_W > 0 && device.origin !== 'remove'
      ? [
          {
            words: `${device.tag} ${formatNumber(power_W, 4)} W${share === 1 ? '' : ` (${formatNumber(100 * share)} %)`}`,
            power_W,
          },
        ]
      : []
  })
  const value = parts.reduce((sum, { power_W }) => sum + power_W, 0)
  return {
    value,
    unit: 'W',
    trace: [
      step('Loads at their shares', parts.map(({ words }) => words).join(' + ') || 'none', 'the plan'),
      step('Together', `${formatNumber(value, 4)} W at the loads, before what wires and supplies lose`),
    ],
  }
}

/** All supplies together, as if every reservoir were empty and the mains at its peak; breakers see that. */
function reckonInrush(plan: Plan, model: Model): MainsReckoning['inrush'] {
  const supplies = model.devices.flatMap(({ device, part }) =>
    part.behaviour.kind === 'supply' && device.origin !== 'remove'
      ? [{ tag: device.tag, inrush_A: part.behaviour.inrush_A }]
      : [],
  )
  const known = supplies.filter(({ inrush_A }) => inrush_A !== null)
  const sum_A = known.reduce((sum, { inrush_A }) => sum + inrush_A!, 0)
  const missing = supplies.filter(({ inrush_A }) => inrush_A === null).map(({ tag }) => tag)
  return {
    value: supplies.length > 0 && known.length === 0 ? null : sum_A,
    unit: 'A',
    trace: [
      step(
        'Peaks',
        supplies.length === 0
          ? 'no supply, no inrush: 0 A'
          : `${known.map(({ tag, inrush_A }) => `${tag} ${formatNumber(inrush_A!)} A`).join(' + ') || 'none known'} = ${formatNumber(sum_A)} A for a few milliseconds${missing.length > 0 ? `; ${missing.join(', ')} not known` : ''}`,
        "the parts' data",
      ),
    ],
  }
}
