import {
  conductorAmpacity,
  resistance_ohm_per_km,
  sizeConductor,
  voltageDrop,
  type Ampacity,
  type SizeConductorRequest,
} from '@/core/conductor'
import { AMPACITY, cite, earthConductorFor, SOURCES } from '@/core/reference'
import { formatNumber, formatQuantity, wireSize, SOLD_SIZES } from '@/core/quantity'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'
import type { DeviceId, Plan, StateId, Wire, WireFunction, WireId } from '@/core/plan'
import type { WireGuard } from './guards'
import {
  settle,
  situationOf,
  splitKey,
  type Conditions,
  type Conductor,
  type Model,
  type Situation,
  type Solution,
} from '@/core/model'
import type { Air } from './air'
import { reckonBonds } from './bonds'
import { servesFixedLoads } from './fixedLoads'
import type { BondReckoning, WireReckoning } from '../types'

/** Sizes and currents settle within a few rounds; after the second they may only grow, so that they do settle. */
const SIZE_ROUNDS = 6
const FREE_ROUNDS = 2

/** The least size by what a wire does, common practice where no standard speaks. */
const LEAST_SIZE: Readonly<Record<'AWG' | 'mm²', Readonly<Record<WireFunction, string>>>> = {
  'mm²': { L: '0.75 mm²', N: '0.75 mm²', PE: '0.75 mm²', 'V+': '0.5 mm²', 'V-': '0.5 mm²', signal: '0.25 mm²' },
  AWG: { L: '14 AWG', N: '14 AWG', PE: '14 AWG', 'V+': '20 AWG', 'V-': '20 AWG', signal: '24 AWG' },
}

export type SizedWire = Omit<WireReckoning, 'from' | 'to'>

export interface SizedPlan {
  readonly wires: ReadonlyMap<WireId, SizedWire>
  readonly states: ReadonlyMap<StateId, Solution>
  readonly conditions: Conditions
  readonly bonds: readonly BondReckoning[]
}

interface Circuit {
  readonly conductor: Conductor
  readonly length_mm: number
  readonly lengthFrom: 'measured' | 'planned' | 'assumed'
  readonly insulation_C: number
  readonly voltage_V: number
  readonly system: 'dc' | 'ac-1ph'
  readonly minimum: string
  /** Of the air about it. */
  readonly ambient_C: number
  /** All that it serves are loads that cannot overload it. */
  readonly isFixed: boolean
  /** Current known without the solver: a motor's phase current. */
  readonly known_A: number | null
}

/** Solves every state and sizes every wire, in turn, until the sizes no longer change. */
export function sizeWires(model: Model, guards: ReadonlyMap<WireId, WireGuard>, air: Air): SizedPlan {
  const { plan } = model
  const { practice } = plan
  const circuits = new Map(
    model.conductors.map((conductor) => [conductor.id, describeCircuit(plan, model, conductor, air)]),
  )
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
  const sized = rememberSizings()
  let states = new Map<StateId, Solution>()
  for (let round = 0; round < SIZE_ROUNDS; round += 1) {
    states = settled(conditionsNow())
    let isChanged = false
    for (const circuit of circuits.values()) {
      const { id, wire } = circuit.conductor
      if (wire.function === 'PE' || wire.size !== null) continue
      const before = sizes.get(id) ?? null
      const next = sized(
        sizingRequest(plan, circuit, neededFor(plan, guards.get(id)!), worstCurrent(circuit, states).worst_A),
      ).result.size
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
    if (!isChanged) break
  }
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
    const next = sized(sizingRequest(plan, circuit, neededFor(plan, guards.get(id)!), loose.value)).result.size
    if (next === null || wireSize(next).area_mm2 <= wireSize(sizes.get(id) ?? start).area_mm2) continue
    sizes.set(id, next)
    isBondChanged = true
  }
  if (isBondChanged) {
    states = settled(conditionsNow())
  }
  const bondOf = new Map(bonds.map((bond) => [bond.wire, bond]))
  const outcomes = new Map<WireId, SizedWire>()
  const ampacityOf = rememberAmpacities(plan)
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
          circuit.ambient_C,
          circuit.isFixed,
          circuit.voltage_V,
          circuit.system,
          circuit.minimum,
          circuit.known_A,
          worst_A,
          state,
          guarded.guard?.id,
          guarded.needs_A,
        ].join('|')
    const twin = key === null ? undefined : alike.get(key)
    const outcome = twin
      ? { ...twin, id, current_A: byState }
      : describeWire(plan, circuit, guarded, states, size, ampacityOf, sized, bond)
    if (key !== null && !twin) alike.set(key, outcome)
    outcomes.set(id, outcome)
  }
  for (const circuit of circuits.values()) {
    if (circuit.conductor.wire.function !== 'PE') continue
    outcomes.set(circuit.conductor.id, sizeEarth(plan, model, circuit, outcomes, guards))
  }
  return { wires: outcomes, states, conditions: conditionsNow(), bonds }
}

function total_W(outputs: Solution['outputs']): number {
  return [...outputs.values()].reduce((sum, { power_W }) => sum + power_W, 0)
}

function describeCircuit(plan: Plan, model: Model, conductor: Conductor, air: Air): Circuit {
  const { wire } = conductor
  const { practice } = plan
  const [length_mm, lengthFrom] =
    wire.measured_mm !== null
      ? [wire.measured_mm, 'measured' as const]
      : wire.length_mm !== null
        ? [wire.length_mm, 'planned' as const]
        : [
            cableLength(plan, wire) ?? practice.assumedLength_mm,
            cableLength(plan, wire) === null ? ('assumed' as const) : ('planned' as const),
          ]
  const potentials = model.netById.get(model.netOf(conductor.from))?.potentials ?? []
  const isMains =
    wire.function === 'L' ||
    wire.function === 'N' ||
    wire.function === 'PE' ||
    potentials.some(({ kind }) => kind === 'L' || kind === 'N')
  const dc_V = potentials.reduce((most, potential) => Math.max(most, potential.voltage_V ?? 0), 0)
  const clampMinimum = [conductor.from, conductor.to].reduce((least, key) => {
    const { device, terminal } = splitKey(key)
    return Math.max(least, plan.parts[plan.devices[device]!.part]!.terminals[terminal]!.conductors.min_mm2)
  }, 0)
  return {
    conductor,
    length_mm,
    lengthFrom,
    insulation_C: tabulatedInsulation(plan, wire),
    voltage_V: isMains ? plan.site.mains_V : dc_V || 5,
    system: isMains ? 'ac-1ph' : 'dc',
    minimum: atLeast(LEAST_SIZE[practice.series][wire.function], clampMinimum, practice.series),
    ambient_C: air.along(conductor),
    isFixed: servesFixedLoads(model, conductor),
    known_A: phaseCurrent(plan, conductor),
  }
}

function cableLength(plan: Plan, wire: Wire): number | null {
  return wire.cable === null ? null : (plan.cables[wire.cable]?.length_mm ?? null)
}

/** The hottest insulation column of the basis that the wire's insulation reaches. */
function tabulatedInsulation(plan: Plan, wire: Wire): number {
  const own = wire.insulation_C ?? plan.practice.insulation_C
  const columns = AMPACITY[plan.practice.basis].insulations_C
  return [...columns].reverse().find((column) => column <= own) ?? columns[0]!
}

function atLeast(least: string, area_mm2: number, series: 'AWG' | 'mm²'): string {
  if (wireSize(least).area_mm2 >= area_mm2) return least
  // Offered sizes only: the thinnest that the clamp still holds.
  return SOLD_SIZES[series].find((size) => size.area_mm2 >= area_mm2)?.label ?? least
}

function phaseCurrent(plan: Plan, conductor: Conductor): number | null {
  for (const key of [conductor.from, conductor.to]) {
    const { behaviour } = plan.parts[plan.devices[splitKey(key).device]!.part]!
    if (behaviour.kind === 'motor') return behaviour.phase_A
  }
  return null
}

function worstCurrent(
  circuit: Circuit,
  states: ReadonlyMap<StateId, Solution>,
): {
  readonly byState: Readonly<Record<StateId, number | null>>
  readonly worst_A: number | null
  readonly state: StateId | null
} {
  const byState: Record<StateId, number | null> = {}
  let worst_A: number | null = circuit.known_A
  let worstState: StateId | null = null
  for (const [id, state] of states) {
    const current_A =
      circuit.known_A ??
      (state.unsolved.has(circuit.conductor.id) ? null : Math.abs(state.wireCurrent_A.get(circuit.conductor.id) ?? 0))
    byState[id] = current_A
    if (current_A !== null && (worst_A === null || current_A > worst_A)) [worst_A, worstState] = [current_A, id]
  }
  return { byState, worst_A, state: worstState }
}

/** Whether the house trusts a supply's own limit to protect the wires behind it. */
function isTrusted(plan: Plan, { guard }: WireGuard): boolean {
  return guard?.kind === 'supply-limit' && plan.practice.branchFusing === 'supply-limit'
}

/** How the plan's house rules and a wire's own data ask for an ampacity. */
function ampacitySettings({ practice }: Plan, insulation_C: number, ambient_C: number, thin: boolean) {
  return {
    thin: thin && practice.smallWires,
    ambient_C,
    insulation_C,
    grouped: practice.grouped,
    basis: practice.basis,
    smallWires: practice.smallWires,
    terminal_C: practice.basis === 'NEC 310.16' ? (practice.terminal_C ?? 60) : undefined,
  }
}

function sizingRequest(
  { practice }: Plan,
  circuit: Circuit,
  needs_A: number,
  worst_A: number | null,
): SizeConductorRequest {
  return {
    current_A: worst_A ?? 0,
    oneWay_m: circuit.length_mm / 1000,
    voltage_V: circuit.voltage_V,
    system: circuit.system,
    maxDrop_percent: practice.maxDrop_percent,
    ambient_C: circuit.ambient_C,
    insulation_C: circuit.insulation_C,
    grouped: practice.grouped,
    basis: practice.basis,
    series: practice.series,
    protection_A: needs_A > 0 ? needs_A : undefined,
    minimum: circuit.minimum,
    conductor_C: circuit.ambient_C,
    terminal_C: practice.basis === 'NEC 310.16' ? (practice.terminal_C ?? 60) : undefined,
    smallWires: practice.smallWires,
  }
}

/** Up to these volts a lead is one of electronics: signals, motors, fans and small loads; extra-low voltage, IEC 60364-4-41, 414. */
const EXTRA_LOW_V = 60

const isThin = ({ system, voltage_V }: Pick<Circuit, 'system' | 'voltage_V'>) =>
  system === 'dc' && voltage_V <= EXTRA_LOW_V

/** What the wire must carry for the sake of its guard; nothing behind a supply's limit that the house trusts. */
function neededFor(plan: Plan, guarded: WireGuard): number {
  return isTrusted(plan, guarded) ? 0 : guarded.needs_A
}

type AmpacityOf = (
  size: string,
  insulation_C: number,
  ambient_C: number,
  thin: boolean,
) => { readonly ampacity: Ampacity; readonly trace: readonly TraceStep[] }

/** Hundreds of wires are of a handful of sizes: each is looked up and worded once. */
function rememberAmpacities(plan: Plan): AmpacityOf {
  const known = new Map<string, ReturnType<AmpacityOf>>()
  return (size, insulation_C, ambient_C, thin) => {
    const key = `${size} ${insulation_C} ${ambient_C} ${thin}`
    let answer = known.get(key)
    if (!answer) {
      const ampacity = conductorAmpacity({ ...ampacitySettings(plan, insulation_C, ambient_C, thin), size })
      answer = {
        ampacity,
        trace: ampacity.kind === 'offered' ? ampacity.explain() : [step('Ampacity', ampacity.reason, 'the plan')],
      }
      known.set(key, answer)
    }
    return answer
  }
}

type SizingOf = (request: SizeConductorRequest) => ReturnType<typeof sizeConductor>

/** Requests differ in a handful of fields within a plan; the same is asked for many wires, and again in every round. */
function rememberSizings(): SizingOf {
  const known = new Map<string, ReturnType<typeof sizeConductor>>()
  return (request) => {
    const key = [
      request.current_A,
      request.oneWay_m,
      request.voltage_V,
      request.system,
      request.insulation_C,
      request.ambient_C,
      request.protection_A,
      request.minimum,
    ].join('|')
    let answer = known.get(key)
    if (!answer) known.set(key, (answer = sizeConductor(request)))
    return answer
  }
}

/** A wire's figures with their derivations, once the sizes have settled. `present` is the size they settled at. */
function describeWire(
  plan: Plan,
  circuit: Circuit,
  guarded: WireGuard,
  states: ReadonlyMap<StateId, Solution>,
  present: string | null,
  ampacityOf: AmpacityOf,
  sizing: SizingOf,
  bond?: BondReckoning,
): SizedWire {
  const { conductor, length_mm, voltage_V } = circuit
  const { wire } = conductor
  const { byState, worst_A, state } = worstCurrent(circuit, states)
  const trace: TraceStep[] = [
    step(
      'Length',
      `${formatNumber(length_mm, 4)} mm, ${circuit.lengthFrom === 'assumed' ? 'assumed until it is planned or measured' : circuit.lengthFrom}`,
      circuit.lengthFrom === 'assumed' ? COMMON_PRACTICE : 'the plan',
    ),
    circuit.known_A !== null
      ? step('Current', `${formatNumber(circuit.known_A)} A, the motor's rated phase current`, "the part's data")
      : worst_A === null
        ? step('Current', 'not derived: the network of this wire could not be solved', 'solved network')
        : step(
            'Current',
            `${formatNumber(worst_A)} A${state ? `, state “${plan.states[state]!.name}”` : ''}`,
            'solved network',
          ),
    ...(bond ? bond.loose.trace.slice(1) : []),
    ...(guarded.guard
      ? [
          ...(circuit.isFixed
            ? [
                step(
                  'Overload',
                  'what hangs on it cannot take more than it is made for: protection against overload may be left out',
                  cite(SOURCES.iec60364Omitted),
                ),
              ]
            : []),
          step(
            'Protected by',
            isTrusted(plan, guarded)
              ? `${guarded.guard.label}, trusted by the house rule`
              : `${guarded.guard.label}${guarded.needs_A > guarded.guard.needs_A * 1.0001 ? ' and others that return through it' : ''}: the wire must carry ${formatNumber(guarded.needs_A)} A`,
            cite(SOURCES.iec60364Overload),
          ),
        ]
      : []),
  ]
  const current_A = worst_A ?? 0
  const size = present
  const sized =
    wire.size === null
      ? sizing(sizingRequest(plan, circuit, neededFor(plan, guarded), Math.max(worst_A ?? 0, bond?.loose.value ?? 0)))
      : null
  let reasons: readonly string[] = sized?.result.reasons ?? []
  const known = size === null ? null : ampacityOf(size, circuit.insulation_C, circuit.ambient_C, isThin(circuit))
  const ampacity = known?.ampacity ?? null
  const corrected_A = ampacity?.kind === 'offered' ? ampacity.corrected_A : null
  if (ampacity?.kind === 'not-offered') reasons = [...reasons, ampacity.reason]
  const drop =
    size === null
      ? null
      : voltageDrop({ size, current_A, oneWay_m: length_mm / 1000, voltage_V, conductor_C: circuit.ambient_C })
  const ampacityTrace = known?.trace ?? [step('Ampacity', 'no size, no ampacity', 'the plan')]
  const full = [
    ...trace,
    ...(sized ? sized.explain() : [...ampacityTrace, step('Size', `${size}, as entered`, 'the plan')]),
  ]
  const loading = corrected_A === null || worst_A === null ? null : (100 * current_A) / corrected_A
  return {
    id: conductor.id,
    function: wire.function,
    size,
    isReckoned: wire.size === null,
    length_mm,
    lengthFrom: circuit.lengthFrom,
    current_A: byState,
    worst: { value: worst_A, unit: 'A', trace: trace.slice(1, 2) },
    ampacity: { value: corrected_A, unit: 'A', trace: ampacityTrace },
    maxProtection_A: ampacity?.kind === 'offered' ? ampacity.maxProtection_A : null,
    loading: {
      value: loading,
      unit: '%',
      trace: [
        ...trace,
        ...ampacityTrace,
        step(
          'Loading',
          loading === null
            ? 'not derived'
            : `${formatNumber(current_A)} A ÷ ${formatNumber(corrected_A!)} A = ${formatNumber(loading)} %`,
        ),
      ],
    },
    drop: {
      value: worst_A === null ? null : (drop?.drop_percent ?? null),
      unit: '%',
      trace: [
        ...trace.slice(0, 2),
        step(
          'Voltage drop',
          drop && worst_A !== null
            ? `${formatQuantity(drop.drop_V, 'V')} there and back at ${circuit.ambient_C} °C, ${formatNumber(drop.drop_percent)} % of ${voltage_V} V`
            : 'not derived',
        ),
      ],
    },
    guard: guarded.guard,
    needs_A: guarded.needs_A,
    isOverloadOmitted: circuit.isFixed,
    sizing: { value: size === null ? null : wireSize(size).area_mm2, unit: 'mm²', trace: full },
    trace: full,
    reasons,
  }
}

/** An earth conductor carries nothing in service; it is sized by the line conductor beside it, or the device ahead of it. */
function sizeEarth(
  plan: Plan,
  model: Model,
  circuit: Circuit,
  sized: ReadonlyMap<WireId, SizedWire>,
  guards: ReadonlyMap<WireId, WireGuard>,
): SizedWire {
  const { conductor, length_mm } = circuit
  const ends = new Set<DeviceId>([conductor.from, conductor.to].map((key) => splitKey(key).device))
  const lines = model.conductors.filter(({ wire }) => wire.function === 'L')
  const beside = lines.filter(({ from, to }) => [from, to].some((key) => ends.has(splitKey(key).device)))
  // Where no line conductor goes to the same device, the thickest of the plan could touch it.
  const relevant = beside.length > 0 ? beside : lines
  const thickest = relevant.reduce<{ size: string; area: number } | null>((most, { id }) => {
    const size = sized.get(id)?.size
    if (!size) return most
    const area = wireSize(size).area_mm2
    return !most || area > most.area ? { size, area } : most
  }, null)
  const protection_A =
    relevant.reduce((most, { id }) => Math.max(most, guards.get(id)?.guard?.rating_A ?? 0), 0) ||
    plan.site.outletBreaker_A
  const rule = earthConductorFor({
    region: plan.site.region,
    line: thickest?.size ?? LEAST_SIZE[plan.practice.series].L,
    protection_A,
    series: plan.practice.series,
  })
  const own = conductor.wire.size
  const reckoned = wireSize(circuit.minimum).area_mm2 > wireSize(rule.size).area_mm2 ? circuit.minimum : rule.size
  const size = own ?? reckoned
  const trace = [
    step(
      'Least earth conductor',
      `${rule.size}: ${rule.reason}${beside.length > 0 || !thickest ? '' : ' (the thickest line conductor of the plan)'}`,
      cite(rule.source),
    ),
    own === null
      ? step('Chosen', `${size}${size === rule.size ? '' : ', the least that the clamps hold'}`)
      : step('Size', `${own}, as entered`, 'the plan'),
  ]
  const none = {
    value: 0,
    unit: 'A',
    trace: [step('Current', 'none in service; an earth conductor carries only a fault', COMMON_PRACTICE)],
  }
  return {
    id: conductor.id,
    function: 'PE',
    size,
    isReckoned: own === null,
    length_mm,
    lengthFrom: circuit.lengthFrom,
    current_A: {},
    worst: none,
    ampacity: { value: null, unit: 'A', trace: none.trace },
    maxProtection_A: null,
    loading: { value: null, unit: '%', trace: none.trace },
    drop: { value: null, unit: '%', trace: none.trace },
    guard: null,
    needs_A: 0,
    isOverloadOmitted: false,
    sizing: { value: wireSize(rule.size).area_mm2, unit: 'mm²', trace },
    trace,
    reasons: [],
  }
}
