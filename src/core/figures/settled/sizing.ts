import { conductorAmpacity, sizeConductor, type Ampacity, type SizeConductorRequest } from '@/core/conductor'
import { ASSUMED_PROSPECTIVE_A, openingTime, withstands_s } from '@/core/protection'
import { OVERLOAD_FACTOR } from '@/core/reference'
import { SOLD_SIZES, wireSize } from '@/core/quantity'
import { step, type TraceStep } from '@/core/trace'
import { outletCurve, type Plan, type StateId, type WireId } from '@/core/plan'
import type { WireGuard } from './guards'
import type { Solution } from '@/core/model'
import { CLAMP_TOL, thickestFor, type Circuit } from './circuits'

/**
 * The size for a wire. Where nothing but the house rule for the drop, or the assumption of what lies beside it, asks for more
 * than its clamps take, it is the thickest that goes in: the volts at the load are judged by themselves, and what it must be
 * kept apart from is told.
 */
export function sizeFor(
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
  if (!isOver(byCurrent)) return { answer: byCurrent, isByClamp: true }
  const alone = sizing({ ...request, maxDrop_percent: 100, minimum: thickest, grouped: 1 })
  if (!isOver(alone)) return { answer: alone, isByClamp: true }
  // No lead that its clamps take is as thick as its fuse asks: by what it carries, and the missing fuse is told.
  if (circuit.served === null) return { answer, isByClamp: false }
  const byLoad = sizing({ ...request, maxDrop_percent: 100, minimum: thickest, protection_A: circuit.served.most_A })
  return isOver(byLoad) ? { answer, isByClamp: false } : { answer: byLoad, isByClamp: true }
}

export function worstCurrent(
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
export function isTrusted(plan: Plan, { guard }: WireGuard): boolean {
  return guard?.kind === 'supply-limit' && plan.practice.branchFusing === 'supply-limit'
}

/** How the plan's house rules and a wire's own data ask for an ampacity. */
function ampacitySettings(
  { practice }: Plan,
  { insulation_C, stands_C, ambient_C, grouped }: Pick<Circuit, 'insulation_C' | 'stands_C' | 'ambient_C' | 'grouped'>,
  thin: boolean,
) {
  return {
    thin: thin && practice.smallWires,
    ambient_C,
    insulation_C,
    stands_C,
    grouped,
    basis: practice.basis,
    smallWires: practice.smallWires,
    terminal_C: practice.terminal_C ?? undefined,
    installed: true,
  }
}

export function sizingRequest(
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
    stands_C: circuit.stands_C,
    grouped: circuit.grouped,
    basis: practice.basis,
    series: practice.series,
    protection_A: needs_A > 0 ? needs_A : undefined,
    minimum: circuit.minimum,
    conductor_C: circuit.ambient_C,
    terminal_C: practice.terminal_C ?? undefined,
    installed: true,
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
export function neededFor(plan: Plan, circuit: Circuit, guarded: WireGuard): number {
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

/**
 * The thinnest size for a lead of the mains that stands a short at the outlet's full current until what is ahead of it opens
 * (IEC 60364-4-43, 434.5.2): what ends an overload farther on ends no short on the way to it. Null where nothing opens.
 */
export function shortMinimum(plan: Plan, circuit: Circuit, { guard }: WireGuard): string | null {
  if (!guard || guard.family === null || circuit.system !== 'ac-1ph') return null
  const current_A = plan.site.prospective_A ?? ASSUMED_PROSPECTIVE_A
  const own =
    guard.device === null || guard.link === null ? null : plan.devices[guard.device]!.fitted[guard.link]?.curve
  const curve = guard.device === null ? outletCurve(plan.site) : own
  const opening = openingTime(
    { family: guard.family, rating_A: guard.rating_A, ...(curve ? { curve } : {}) },
    current_A,
  )
  if (opening.kind !== 'opens') return null
  const { insulation_C } = circuit
  return (
    SOLD_SIZES[plan.practice.series].find(
      ({ area_mm2 }) => withstands_s({ area_mm2, insulation_C, current_A }) >= opening.latest_s,
    )?.label ?? null
  )
}

/** What is asked of a size, whatever the wire carries: drop, guard, and a short where another fuse bounds what it carries. */
function requestWithout(plan: Plan, circuit: Circuit, guarded: WireGuard): SizeConductorRequest {
  const request = sizingRequest(plan, circuit, neededFor(plan, circuit, guarded), null)
  const least = shortMinimum(plan, circuit, guarded)
  const isThicker = least !== null && wireSize(least).area_mm2 > wireSize(circuit.minimum).area_mm2
  return isThicker ? { ...request, minimum: least } : request
}

type RequestFor = (circuit: Circuit, worst_A: number | null) => SizeConductorRequest

/** What is asked of the size of each wire; asked again in every round, of which only the current differs. */
function rememberRequests(plan: Plan, guards: ReadonlyMap<WireId, WireGuard>): RequestFor {
  const known = new Map<Circuit, SizeConductorRequest>()
  return (circuit, worst_A) => {
    let own = known.get(circuit)
    if (!own) known.set(circuit, (own = requestWithout(plan, circuit, guards.get(circuit.conductor.id)!)))
    return worst_A === null || worst_A === own.current_A ? own : { ...own, current_A: worst_A }
  }
}

/** In a fault a lead alone is hot: what it carries then is not lessened by its neighbours. */
function groupingShare(plan: Plan, circuit: Circuit): number {
  const size = plan.practice.series === 'AWG' ? '10 AWG' : '4 mm²'
  const [grouped, alone] = [circuit.grouped, 1].map((count) =>
    conductorAmpacity({ ...ampacitySettings(plan, { ...circuit, grouped: count }, false), size }),
  )
  return grouped?.kind === 'offered' && alone?.kind === 'offered' ? grouped.corrected_A / alone.corrected_A : 1
}

/** What the ampacity of a size hangs on. */
type Installed = Parameters<typeof ampacitySettings>[1] & Parameters<typeof isThin>[0]

export type AmpacityOf = (
  size: string,
  circuit: Installed,
  /** Where it is asked for another number beside it than there is. */
  grouped?: number,
) => { readonly ampacity: Ampacity; readonly trace: readonly TraceStep[] }

/** Hundreds of wires are of a handful of sizes: each is looked up and worded once. */
function rememberAmpacities(plan: Plan): AmpacityOf {
  const known = new Map<string, ReturnType<AmpacityOf>>()
  return (size, circuit, grouped = circuit.grouped) => {
    const { insulation_C, stands_C, ambient_C } = circuit
    const thin = isThin(circuit)
    const key = `${size} ${insulation_C} ${stands_C} ${ambient_C} ${grouped} ${thin}`
    let answer = known.get(key)
    if (!answer) {
      const ampacity = conductorAmpacity({ ...ampacitySettings(plan, { ...circuit, grouped }, thin), size })
      answer = {
        ampacity,
        trace: ampacity.kind === 'offered' ? ampacity.explain() : [step('Ampacity', ampacity.reason, 'the plan')],
      }
      known.set(key, answer)
    }
    return answer
  }
}

export type SizingOf = (request: SizeConductorRequest) => ReturnType<typeof sizeConductor>

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
      request.stands_C,
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

/** What is asked again and again while the wires of a plan are sized, each worked out once. */
export interface Sizing {
  readonly ampacityOf: AmpacityOf
  readonly requestFor: RequestFor
  readonly sizingOf: SizingOf
}

export const rememberSizing = (plan: Plan, guards: ReadonlyMap<WireId, WireGuard>): Sizing => ({
  ampacityOf: rememberAmpacities(plan),
  requestFor: rememberRequests(plan, guards),
  sizingOf: rememberSizings(),
})
