import {
  conductorAmpacity,
  resistance_ohm_per_km,
  sizeConductor,
  voltageDrop,
  type Ampacity,
  type SizeConductorRequest,
} from '@/core/conductor'
import { AMPACITY, cite, earthConductorFor, SOURCES, OVERLOAD_FACTOR } from '@/core/reference'
import { formatNumber, formatQuantity, isAtMost, wireSize, SOLD_SIZES } from '@/core/quantity'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'
import type { DeviceId, EnclosureId, Plan, StateId, TerminalId, Wire, WireFunction, WireId } from '@/core/plan'
import type { WireGuard } from './guards'
import {
  settle,
  situationOf,
  splitKey,
  terminalKey,
  type Conditions,
  type Conductor,
  type Model,
  type Situation,
  type Solution,
} from '@/core/model'
import { boxesOf, type Air } from './air'
import { reckonBonds } from './bonds'
import { driverOf } from '../switching/driverOf'
import { servedAtMost, type ServedAtMost } from './fixedLoads'
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
  /** The most that the clamps at its ends take. */
  readonly clampMost_mm2: number
  /** Of the air about it. */
  readonly ambient_C: number
  /** Loaded circuits, or conductors, that it lies with, as the basis counts them. */
  readonly grouped: number
  /** The most that what it serves takes; null where something there can take more than is known. */
  readonly served: ServedAtMost | null
  /** Current known without the solver: a motor's phase current. */
  readonly known_A: number | null
}

/** Solves every state and sizes every wire, in turn, until the sizes no longer change. */
export function sizeWires(model: Model, guards: ReadonlyMap<WireId, WireGuard>, air: Air): SizedPlan {
  const { plan } = model
  const { practice } = plan
  const groupedOf = groupings(model, guards)
  const circuits = new Map(
    model.conductors.map((conductor) => [
      conductor.id,
      describeCircuit(plan, model, conductor, air, groupedOf(conductor)),
    ]),
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
      const next = sizeFor(
        sized,
        plan,
        circuit,
        sizingRequest(plan, circuit, neededFor(plan, circuit, guards.get(id)!), worstCurrent(circuit, states).worst_A),
      ).answer.result.size
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
    const next = sizeFor(
      sized,
      plan,
      circuit,
      sizingRequest(plan, circuit, neededFor(plan, circuit, guards.get(id)!), loose.value),
    ).answer.result.size
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
      : describeWire(plan, circuit, guarded, states, size, ampacityOf, sized, bond)
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
          sized({
            ...sizingRequest(plan, circuit, protection_A, 0),
            minimum: LEAST_SIZE[practice.series].L,
          }).result.size,
      ),
    )
  }
  return { wires: outcomes, states, conditions: conditionsNow(), bonds }
}

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

function describeCircuit(plan: Plan, model: Model, conductor: Conductor, air: Air, grouped: number): Circuit {
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
  const clampMost_mm2 = [conductor.from, conductor.to].reduce((most, key) => {
    const { device, terminal } = splitKey(key)
    return Math.min(most, plan.parts[plan.devices[device]!.part]!.terminals[terminal]!.conductors.max_mm2)
  }, Infinity)
  return {
    conductor,
    length_mm,
    lengthFrom,
    insulation_C: tabulatedInsulation(plan, wire),
    voltage_V: isMains ? plan.site.mains_V : dc_V || railOf_V(model, conductor) || SIGNAL_V,
    system: isMains ? 'ac-1ph' : 'dc',
    minimum: leastFor(LEAST_SIZE[practice.series][wire.function], clampMinimum, clampMost_mm2, practice.series),
    clampMost_mm2,
    ambient_C: air.along(conductor),
    grouped,
    served: servedAtMost(model, conductor),
    known_A: phaseCurrent(model, conductor),
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

/** The least size that is usual, no thinner than the clamps hold and no thicker than they take. */
function leastFor(least: string, clampLeast_mm2: number, clampMost_mm2: number, series: 'AWG' | 'mm²'): string {
  const { area_mm2 } = wireSize(least)
  // Offered sizes only.
  if (area_mm2 < clampLeast_mm2)
    return SOLD_SIZES[series].find((size) => size.area_mm2 >= clampLeast_mm2)?.label ?? least
  return area_mm2 > clampMost_mm2 * CLAMP_TOL ? (thickestFor(clampMost_mm2, series) ?? least) : least
}

/** A clamp stated in one series takes the gauge of the other that is some hundredths off. */
const CLAMP_TOL = 1.05

/** The thickest size sold that a clamp takes. */
function thickestFor(clampMost_mm2: number, series: 'AWG' | 'mm²'): string | null {
  return SOLD_SIZES[series].filter(({ area_mm2 }) => area_mm2 <= clampMost_mm2 * CLAMP_TOL).at(-1)?.label ?? null
}

/** What a signal is driven with where nothing says more; common practice. */
const SIGNAL_V = 5

/** The volts behind a lead of a motor: those of the rail that its driver is fed from. 0 where there is none. */
function railOf_V(model: Model, { from, to }: Conductor): number {
  return Math.max(
    0,
    ...[from, to].flatMap((key) => {
      const { device } = splitKey(key)
      const { terminals, behaviour } = model.deviceById.get(device)!.part
      if (behaviour.kind !== 'driver' && behaviour.kind !== 'board') return []
      return (Object.keys(terminals) as TerminalId[]).flatMap((terminal) =>
        terminals[terminal]!.function === 'V+'
          ? model.potentialsOfJoint(model.jointOf(terminalKey(device, terminal))).map((each) => each.voltage_V ?? 0)
          : [],
      )
    }),
  )
}

/**
 * The size for a wire. Where nothing but the house rule for the drop asks for more than its clamps take, it is the thickest
 * that goes in: the volts at the load are judged by themselves.
 */
function sizeFor(
  sizing: SizingOf,
  plan: Plan,
  circuit: Circuit,
  request: SizeConductorRequest,
): { readonly answer: ReturnType<typeof sizeConductor>; readonly isByClamp: boolean } {
  const answer = sizing(request)
  const isOver = ({ result: { size } }: typeof answer) =>
    size === null || wireSize(size).area_mm2 > circuit.clampMost_mm2 * CLAMP_TOL
  const thickest = thickestFor(circuit.clampMost_mm2, plan.practice.series)
  if (!isOver(answer) || thickest === null) return { answer, isByClamp: false }
  const byCurrent = sizing({ ...request, maxDrop_percent: 100, minimum: thickest })
  return isOver(byCurrent) ? { answer, isByClamp: false } : { answer: byCurrent, isByClamp: true }
}

/** There and back. */
const CONDUCTORS_PER_CIRCUIT = 2

/**
 * How many loaded circuits a wire lies with, until its way is drawn: as the house rule has it, but no more than there are in
 * its box, a circuit being what one fuse, breaker or limit lets through.
 */
function groupings(model: Model, guards: ReadonlyMap<WireId, WireGuard>): (conductor: Conductor) => number {
  const { practice } = model.plan
  const boxOf = boxesOf(model)
  const boxesAt = ({ from, to }: Conductor) => [from, to].map((key) => boxOf.get(splitKey(key).device) ?? null)
  const circuits = new Map<EnclosureId | null, Set<string>>()
  for (const conductor of model.conductors) {
    const guard = guards.get(conductor.id)?.guard
    if (!guard || (conductor.wire.function !== 'L' && conductor.wire.function !== 'V+')) continue
    for (const box of boxesAt(conductor)) circuits.set(box, (circuits.get(box) ?? new Set()).add(guard.id))
  }
  const each = AMPACITY[practice.basis].groupedCounts === 'loaded circuits' ? 1 : CONDUCTORS_PER_CIRCUIT
  return (conductor) => {
    const found = Math.max(1, ...boxesAt(conductor).map((box) => circuits.get(box)?.size ?? 0))
    return Math.min(practice.grouped, isOwnLead(model.plan, conductor) ? each : found * each)
  }
}

/** A core of a cord that came with what it feeds: it lies with its own cores alone. */
function isOwnLead(plan: Plan, { wire }: Conductor): boolean {
  return wire.cable !== null && plan.cables[wire.cable]!.leadsOf !== null
}

/** In a motor's lead: what its driver is set to give, and where that is not known what is printed on the motor. */
function phaseCurrent(model: Model, conductor: Conductor): number | null {
  for (const key of [conductor.from, conductor.to]) {
    const { device, terminal } = splitKey(key)
    const { behaviour, terminals } = model.deviceById.get(device)!.part
    const { function: fn } = terminals[terminal]!
    // A brake or an encoder on the motor's flange is no phase of it.
    if (behaviour.kind === 'motor' && fn !== 'signal' && fn !== 'data' && fn !== 'PE')
      return driverOf(model, device)?.set_A ?? behaviour.phase_A
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
function ampacitySettings(
  { practice }: Plan,
  { insulation_C, ambient_C, grouped }: Pick<Circuit, 'insulation_C' | 'ambient_C' | 'grouped'>,
  thin: boolean,
) {
  return {
    thin: thin && practice.smallWires,
    ambient_C,
    insulation_C,
    grouped,
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
    grouped: circuit.grouped,
    basis: practice.basis,
    series: practice.series,
    protection_A: needs_A > 0 ? needs_A : undefined,
    minimum: circuit.minimum,
    conductor_C: circuit.ambient_C,
    terminal_C: practice.basis === 'NEC 310.16' ? (practice.terminal_C ?? 60) : undefined,
    smallWires: practice.smallWires,
    thin: isThin(circuit) && practice.smallWires,
  }
}

/** Up to these volts a lead is one of electronics: signals, motors, fans and small loads; extra-low voltage, IEC 60364-4-41, 414. */
const EXTRA_LOW_V = 60

const isThin = ({ system, voltage_V }: Pick<Circuit, 'system' | 'voltage_V'>) =>
  system === 'dc' && voltage_V <= EXTRA_LOW_V

/**
 * What the wire must carry for the sake of its guard; nothing behind a supply's limit that the house trusts. Where all that
 * it serves is fused farther on, those fuses bound what it carries (IEC 60364-4-43, 433.2), and a supply's limit is a short
 * that it must stand for its conventional time.
 */
function neededFor(plan: Plan, circuit: Circuit, guarded: WireGuard): number {
  if (isTrusted(plan, guarded)) return 0
  const { guard, needs_A } = guarded
  const { served } = circuit
  if (!served || !guard) return needs_A
  // No fuse can stand before a battery's pole, and no lead is as thick as its short: the first fuse is near, and bounds it.
  if (
    served.isFused &&
    guard.device !== null &&
    plan.parts[plan.devices[guard.device]!.part]!.behaviour.kind === 'battery'
  )
    return Math.min(needs_A, served.most_A)
  if (guard.kind !== 'supply-limit') return served.isFused ? Math.min(needs_A, served.most_A) : needs_A
  return Math.min(needs_A, Math.max(served.most_A, (guard.rating_A / OVERLOAD_FACTOR) * groupingShare(plan, circuit)))
}

/** In a fault a lead alone is hot: what it carries then is not lessened by its neighbours. */
function groupingShare(plan: Plan, circuit: Circuit): number {
  const size = plan.practice.series === 'AWG' ? '10 AWG' : '4 mm²'
  const [grouped, alone] = [circuit.grouped, 1].map((count) =>
    conductorAmpacity({ ...ampacitySettings(plan, { ...circuit, grouped: count }, false), size }),
  )
  return grouped?.kind === 'offered' && alone?.kind === 'offered' ? grouped.corrected_A / alone.corrected_A : 1
}

type AmpacityOf = (
  size: string,
  circuit: Circuit,
) => { readonly ampacity: Ampacity; readonly trace: readonly TraceStep[] }

/** Hundreds of wires are of a handful of sizes: each is looked up and worded once. */
function rememberAmpacities(plan: Plan): AmpacityOf {
  const known = new Map<string, ReturnType<AmpacityOf>>()
  return (size, circuit) => {
    const { insulation_C, ambient_C, grouped } = circuit
    const thin = isThin(circuit)
    const key = `${size} ${insulation_C} ${ambient_C} ${grouped} ${thin}`
    let answer = known.get(key)
    if (!answer) {
      const ampacity = conductorAmpacity({ ...ampacitySettings(plan, circuit, thin), size })
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
      request.grouped,
      request.protection_A,
      request.minimum,
      request.maxDrop_percent,
      request.thin,
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
  const size = present
  const known = size === null ? null : ampacityOf(size, circuit)
  const ampacity = known?.ampacity ?? null
  const corrected_A = ampacity?.kind === 'offered' ? ampacity.corrected_A : null
  const alone = size === null ? null : ampacityOf(size, { ...circuit, grouped: 1 }).ampacity
  const alone_A = alone?.kind === 'offered' ? alone.corrected_A : null
  const isOverloadOmitted =
    circuit.served !== null && (corrected_A === null || isAtMost(circuit.served.most_A, corrected_A))
  const trace: TraceStep[] = [
    step(
      'Length',
      `${formatNumber(length_mm, 4)} mm, ${circuit.lengthFrom === 'assumed' ? 'assumed until it is planned or measured' : circuit.lengthFrom}`,
      circuit.lengthFrom === 'assumed' ? COMMON_PRACTICE : 'the plan',
    ),
    circuit.known_A !== null
      ? step(
          'Current',
          `${formatNumber(circuit.known_A)} A, what its driver is set to give, or what is printed on the motor`,
          'the plan',
        )
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
          ...(isOverloadOmitted
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
  const chosen =
    wire.size === null
      ? sizeFor(
          sizing,
          plan,
          circuit,
          sizingRequest(
            plan,
            circuit,
            neededFor(plan, circuit, guarded),
            Math.max(worst_A ?? 0, bond?.loose.value ?? 0),
          ),
        )
      : null
  const sized = chosen?.answer ?? null
  let reasons: readonly string[] = sized?.result.reasons ?? []
  if (ampacity?.kind === 'not-offered') reasons = [...reasons, ampacity.reason]
  const drop =
    size === null
      ? null
      : voltageDrop({ size, current_A, oneWay_m: length_mm / 1000, voltage_V, conductor_C: circuit.ambient_C })
  const ampacityTrace = known?.trace ?? [step('Ampacity', 'no size, no ampacity', 'the plan')]
  const full = [
    ...trace,
    ...(chosen?.isByClamp
      ? [
          step(
            'Clamps',
            `they take ${formatNumber(circuit.clampMost_mm2)} mm² at most: the thickest that goes in, though more is lost on it than the house rule has`,
            "the part's data",
          ),
        ]
      : []),
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
    alone_A,
    served: circuit.served,
    sizing: { value: size === null ? null : wireSize(size).area_mm2, unit: 'mm²', trace: full },
    trace: full,
    reasons,
  }
}

/** An earth conductor that runs outside a box by itself: 2.5 mm² in a jacket or conduit, 4 mm² without (IEC 60364-5-54, 543.1.3). */
function leastAlone_mm2({ site, devices }: Plan, { wire, from, to }: Conductor): number {
  const isOutside = [from, to].some((key) => devices[splitKey(key).device]!.place.kind === 'field')
  if (site.region !== 'IEC' || wire.cable !== null || !isOutside) return 0
  return wire.jacket === 'jacketed' || (wire.route ?? []).length > 0 ? 2.5 : 4
}

/** A line conductor that was taken thicker than its fuse asks for asks for no thicker earth. */
function asThickAsNeeded(
  size: string | null,
  guarded: WireGuard | undefined,
  sizeFor: (protection_A: number) => string | null,
): string | null {
  const least = guarded?.guard ? sizeFor(guarded.guard.needs_A) : null
  if (size === null || least === null) return size
  return wireSize(least).area_mm2 < wireSize(size).area_mm2 ? least : size
}

/** An earth conductor carries nothing in service; it is sized by the line conductor beside it, or the device ahead of it. */
function sizeEarth(
  plan: Plan,
  model: Model,
  circuit: Circuit,
  sized: ReadonlyMap<WireId, SizedWire>,
  guards: ReadonlyMap<WireId, WireGuard>,
  sizeFor: (protection_A: number) => string | null,
): SizedWire {
  const { conductor, length_mm } = circuit
  const ends = new Set<DeviceId>([conductor.from, conductor.to].map((key) => splitKey(key).device))
  const lines = model.conductors.filter(({ wire }) => wire.function === 'L')
  const beside = lines.filter(({ from, to }) => [from, to].some((key) => ends.has(splitKey(key).device)))
  // Where no line conductor goes to the same device, the thickest of the plan could touch it.
  const ownCable = conductor.wire.cable
  const inCable = ownCable === null ? [] : lines.filter(({ wire }) => wire.cable === ownCable)
  // In one cord or cable the earth core goes with the line core beside it, and is never asked thicker.
  const relevant = inCable.length > 0 ? inCable : beside.length > 0 ? beside : lines
  const thickest = relevant.reduce<{ size: string; area: number } | null>((most, { id }) => {
    const size = asThickAsNeeded(sized.get(id)?.size ?? null, guards.get(id), sizeFor)
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
  const alone_mm2 = leastAlone_mm2(plan, conductor)
  const least_mm2 = Math.max(wireSize(rule.size).area_mm2, alone_mm2)
  const asked =
    alone_mm2 > wireSize(rule.size).area_mm2
      ? (SOLD_SIZES[plan.practice.series].find(({ area_mm2 }) => area_mm2 >= alone_mm2 * 0.995)?.label ?? rule.size)
      : rule.size
  const reckoned = wireSize(circuit.minimum).area_mm2 > wireSize(asked).area_mm2 ? circuit.minimum : asked
  const size = own ?? reckoned
  const trace = [
    step(
      'Least earth conductor',
      `${rule.size}: ${rule.reason}${beside.length > 0 || !thickest ? '' : ' (the thickest line conductor of the plan)'}`,
      cite(rule.source),
    ),
    ...(alone_mm2 > wireSize(rule.size).area_mm2
      ? [
          step(
            'Alone outside',
            `not in a cable, it is ${formatNumber(alone_mm2)} mm² at least`,
            cite(SOURCES.iec60364EarthAlone),
          ),
        ]
      : []),
    own === null
      ? step('Chosen', `${size}${size === asked ? '' : ', the least that the clamps hold'}`)
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
    alone_A: null,
    served: null,
    sizing: { value: least_mm2, unit: 'mm²', trace },
    trace,
    reasons: [],
  }
}
