import { AMPACITY } from '@/core/reference'
import { wireSize, SOLD_SIZES } from '@/core/quantity'
import { isBoard, type DeviceId, type Plan, type TerminalId, type Wire, type WireFunction } from '@/core/plan'
import { splitKey, terminalKey, type Conductor, type Model } from '@/core/model'
import type { Routes } from '../routes/routes'
import type { Air } from './air'
import { driverOf } from '../switching/driverOf'
import { servedAtMost, type ServedAtMost } from './fixedLoads'

/** The least size by what a wire does, common practice where no standard speaks. */
export const LEAST_SIZE: Readonly<Record<'AWG' | 'mm²', Readonly<Record<WireFunction, string>>>> = {
  'mm²': { L: '0.75 mm²', N: '0.75 mm²', PE: '0.75 mm²', 'V+': '0.5 mm²', 'V-': '0.5 mm²', signal: '0.25 mm²' },
  AWG: { L: '14 AWG', N: '14 AWG', PE: '14 AWG', 'V+': '20 AWG', 'V-': '20 AWG', signal: '24 AWG' },
}

export interface Circuit {
  readonly conductor: Conductor
  readonly length_mm: number
  readonly lengthFrom: LengthFrom
  readonly insulation_C: number
  /** What the insulation stands, whatever the basis tabulates. */
  readonly stands_C: number
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

export type LengthFrom = 'measured' | 'planned' | 'routed' | 'assumed'

export function describeCircuit(
  plan: Plan,
  model: Model,
  conductor: Conductor,
  air: Air,
  grouped: number,
  routes: Routes,
): Circuit {
  const { wire } = conductor
  const { practice } = plan
  const lay = routes.lays.get(conductor.id) ?? null
  const bought_mm = cableLength(plan, wire)
  const [length_mm, lengthFrom] = ((): readonly [number, LengthFrom] => {
    if (wire.measured_mm !== null) return [wire.measured_mm, 'measured']
    if (wire.length_mm !== null) return [wire.length_mm, 'planned']
    if (bought_mm !== null) return [bought_mm, 'planned']
    return lay ? [lay.cut_mm, 'routed'] : [practice.assumedLength_mm, 'assumed']
  })()
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
    stands_C: wire.insulation_C ?? plan.practice.insulation_C,
    voltage_V: isMains ? plan.site.mains_V : dc_V || railOf_V(model, conductor) || SIGNAL_V,
    system: isMains ? 'ac-1ph' : 'dc',
    minimum: leastFor(LEAST_SIZE[practice.series][wire.function], clampMinimum, clampMost_mm2, practice.series),
    clampMost_mm2,
    ambient_C: Math.max(air.along(conductor), routes.warmestOf(conductor.id) ?? -Infinity),
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
export const CLAMP_TOL = 1.05

/** The thickest size sold that a clamp takes. */
export function thickestFor(clampMost_mm2: number, series: 'AWG' | 'mm²'): string | null {
  return SOLD_SIZES[series].filter(({ area_mm2 }) => area_mm2 <= clampMost_mm2 * CLAMP_TOL).at(-1)?.label ?? null
}

/** What a signal is driven with where nothing says more; common practice. */
const SIGNAL_V = 5

/** The volts behind a lead of a motor: those of the rail that its driver is fed from. 0 where there is none. */
const railOf_V = (model: Model, { from, to }: Conductor): number =>
  Math.max(...[from, to].map((key) => feedOfDriver_V(model, splitKey(key).device)))

/** Every lead of a driver asks, in every round: of the wiring alone. */
const knownFeeds = new WeakMap<Model['wiring'], Map<DeviceId, number>>()

function feedOfDriver_V(model: Model, device: DeviceId): number {
  let known = knownFeeds.get(model.wiring)
  if (!known) knownFeeds.set(model.wiring, (known = new Map()))
  let found = known.get(device)
  if (found === undefined) known.set(device, (found = findFeed_V(model, device)))
  return found
}

function findFeed_V(model: Model, device: DeviceId): number {
  const { part } = model.deviceById.get(device)!
  const { terminals, behaviour } = part
  if (behaviour.kind !== 'driver' && !isBoard(part)) return 0
  const volts = (Object.keys(terminals) as TerminalId[]).flatMap((terminal) =>
    terminals[terminal]!.function === 'V+'
      ? model.potentialsOfJoint(model.jointOf(terminalKey(device, terminal))).map((each) => each.voltage_V ?? 0)
      : [],
  )
  return Math.max(0, ...volts)
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
