/** What the rules about protected wires share. */
import { OVERLOAD_FACTOR } from '@/core/reference'
import { ASSUMED_PROSPECTIVE_A, openingTime, withstands_s } from '@/core/protection'
import { formatNumber, isAtMost, wireSize } from '@/core/quantity'
import { passageGuard, type Guard, type WireReckoning } from '@/core/figures'
import { fittedRating, reachedFrom, splitKey, terminalKey, type Passage, type Reach } from '@/core/model'
import { outletCurve, outletOf, type Wire, type WireId } from '@/core/plan'
import type { Context, Fix, Severity } from '@/core/judging'

export interface Unprotected {
  readonly wire: WireId
  readonly guard: Guard
  readonly ampacity_A: number
  readonly needs_A: number
  readonly kind: 'wrong-rating' | 'tap' | 'wrong-end' | 'none'
  /**
   * Why it is no certain harm: alone it would be protected, and that others lie with it is an assumption until its way is
   * drawn; or it is a core of a bought cable at extra-low voltage, whose maker answers for it between what it joins; or what
   * it serves cannot overload it, and a short, which the fuse may never end, makes it hot and no more.
   */
  readonly softened: 'grouping' | 'bought' | 'hot' | null
}

/** What only an assumption about its neighbours forbids is no stop. */
export const severityOf = ({ softened }: Unprotected): Severity => (softened ? 'caution' : 'stop')

/** Said where that is so. */
export function softenedWords({ softened }: Unprotected, { reckoning }: Context, wire: WireId): string {
  if (softened === 'bought') return ' It is a core of a bought cable: its maker’s word goes before this one.'
  if (softened === 'hot')
    return ` What hangs on it cannot overload it; a short that lasts makes it hot, some ${formatNumber(HOT * 100 - 100)} % beyond what it carries at most.`
  return softened === 'grouping'
    ? ` Lying alone it carries ${formatNumber(reckoning.wires[wire]!.alone_A!)} A, which does: keep it apart from other loaded wires.`
    : ''
}

/** A hundredth of an ampere is nobody's fault. */
const NEED_TOL_A = 0.005

/** Whether a wire that carries so much is protected. */
function isProtected(context: Context, reckoned: WireReckoning, carries_A: number | null): boolean {
  const { guard, needs_A, maxProtection_A, served } = reckoned
  if (!guard || carries_A === null) return true
  const isOmitted = served !== null && isAtMost(served.most_A, carries_A)
  // No overload to fear, and the fuse ends a short before the wire suffers (433.3.1 with 434.5.2).
  if (isOmitted && endsShort(context, reckoned, carries_A)) return true
  if (isOmitted && guard.kind === 'supply-limit') {
    // No fuse can stand before a battery's own pole: the lead to the first fuse is short instead (433.2 with 434.2.1).
    if (served.isFused && isBatteryLead(context, reckoned)) return true
    // A supply's limit is a short that the lead stands for its conventional time.
    if (isAtMost(guard.rating_A, (reckoned.alone_A ?? carries_A) * OVERLOAD_FACTOR)) return true
  }
  const protection_A = Math.max(carries_A, maxProtection_A ?? 0)
  if (guard.least_A !== undefined && isAtMost(guard.least_A, carries_A + NEED_TOL_A) && needs_A <= guard.needs_A)
    return true
  // Above the ampacity only where the basis allows the next standard rating.
  return (
    isAtMost(needs_A, protection_A + NEED_TOL_A) &&
    isAtMost(Math.min(guard.rating_A, needs_A), Math.max(maxProtection_A ?? carries_A, carries_A) + NEED_TOL_A)
  )
}

/** Between a battery's pole and its first fuse; common practice. */
const BATTERY_LEAD_mm = 500

function isBatteryLead(context: Context, { guard, length_mm, lengthFrom }: WireReckoning): boolean {
  return (
    guard?.kind === 'supply-limit' &&
    context.part(guard.device!).behaviour.kind === 'battery' &&
    (lengthFrom === 'assumed' || length_mm <= BATTERY_LEAD_mm)
  )
}

const isBought = ({ plan }: Context, { cable }: Wire) => cable !== null && plan.cables[cable]!.premade

const isMainsLead = ({ function: fn }: Wire) => fn === 'L' || fn === 'N'

/** Whether the fuse ahead opens at the most that its source lets through, before this wire suffers. */
function endsShort({ reckoning, plan }: Context, { id, guard, size }: WireReckoning, carries_A: number): boolean {
  if (!guard || size === null) return false
  const insulation_C = plan.wires[id]!.insulation_C ?? plan.practice.insulation_C
  const { area_mm2 } = wireSize(size)
  if (guard.kind === 'outlet' || guard.kind === 'plug') {
    const current_A = plan.site.prospective_A ?? ASSUMED_PROSPECTIVE_A
    const breaker = guard.family
    if (!breaker) return false
    const opening = openingTime({ family: breaker, rating_A: guard.rating_A, curve: outletCurve(plan.site) }, current_A)
    return opening.kind === 'opens' && opening.latest_s <= withstands_s({ area_mm2, insulation_C, current_A })
  }
  if (guard.kind !== 'device') return false
  const fault = reckoning.protective.find(({ device, link }) => device === guard.device && link === guard.link)?.fault
  // A source that gives no more than the lead stands for an hour cannot harm it, whether the fuse opens or not.
  if (fault && isAtMost(fault.largest_A, carries_A * OVERLOAD_FACTOR)) return true
  if (!fault || fault.atLargest.kind !== 'opens') return false
  return fault.atLargest.latest_s <= withstands_s({ area_mm2, insulation_C, current_A: fault.largest_A })
}

/**
 * Of what a lead carries alone: a short of so much brings PVC, which the tables take from 40 °C to 70 °C, to some 117 °C (the
 * rise goes with the square), well below the 160 °C of IEC 60364-4-43, table 43A. The share is common practice.
 */
const HOT = 1.6

/** A thin lead at extra-low voltage whose load cannot overload it, behind a source that gives little more than it carries. */
function isHotAtMost({ reckoning }: Context, wire: Wire, { guard, served, alone_A }: WireReckoning): boolean {
  if (!guard || served === null || alone_A === null || isMainsLead(wire) || !isAtMost(served.most_A, alone_A))
    return false
  const fault =
    guard.kind === 'device'
      ? reckoning.protective.find(({ device, link }) => device === guard.device && link === guard.link)?.fault
      : null
  const most_A = guard.kind === 'supply-limit' ? guard.rating_A : fault?.largest_A
  return most_A !== undefined && isAtMost(most_A, alone_A * HOT)
}

const known = new WeakMap<Context, readonly Unprotected[]>()

/** Every wire that the device ahead of it does not protect, and in which way; several rules ask the same. */
export function unprotectedWires(context: Context): readonly Unprotected[] {
  let found = known.get(context)
  if (!found) known.set(context, (found = findUnprotected(context)))
  return found
}

function findUnprotected(context: Context): readonly Unprotected[] {
  return context.wires.flatMap(({ id, wire, reckoned }): Unprotected[] => {
    // The cord or leads that came with a thing were judged together with it, behind what an outlet has ahead of it.
    if (wire.cable !== null && context.plan.cables[wire.cable]!.leadsOf !== null && isMainsLead(wire)) return []
    if (isMainsCord(context, wire, reckoned)) return []
    if (wire.function === 'PE' || isProtected(context, reckoned, reckoned.ampacity.value)) return []
    if (isSet(context, id, reckoned)) return []
    // What an empty place cuts off carries nothing; the fuse that goes into it decides, and is asked for there.
    if (isBehind(context, wire, emptyPlaces(context))) return []
    const guard = reckoned.guard!
    const softened = isProtected(context, reckoned, reckoned.alone_A)
      ? 'grouping'
      : isBought(context, wire) && !isMainsLead(wire)
        ? 'bought'
        : isHotAtMost(context, wire, reckoned)
          ? 'hot'
          : null
    const common = {
      wire: id,
      guard,
      ampacity_A: reckoned.ampacity.value!,
      needs_A: reckoned.needs_A,
      softened,
    } as const
    if (guard.kind === 'device') return [{ ...common, kind: isTap(context, id, wire, guard) ? 'tap' : 'wrong-rating' }]
    const fuse = fuseAtAnEnd(context, wire)
    // A fuse ahead of the wire that is wider than its source guards nothing, but it is the one to change.
    if (fuse && isBehind(context, wire, [fuse])) {
      const own = passageGuard(context.plan, context.model, fuse)
      return [
        own
          ? { ...common, guard: own, needs_A: Math.max(own.needs_A, reckoned.needs_A), kind: 'wrong-rating' }
          : { ...common, kind: 'none' },
      ]
    }
    if (fuse) return [{ ...common, kind: 'wrong-end' }]
    return [{ ...common, kind: guard.kind === 'supply-limit' ? 'none' : 'wrong-rating' }]
  })
}

/** What the cord of an appliance carries by its size, whatever the outlet's breaker: IEC 60335-1, table 11 (from memory). */
const CORD_A: readonly (readonly [area_mm2: number, most_A: number])[] = [
  [0.75, 6],
  [1, 10],
  [1.5, 16],
  [2.5, 25],
  [4, 32],
]

/** A bought cord from a plug, thick enough for what the box behind it takes at most. */
function isMainsCord(context: Context, wire: Wire, { served, size, worst }: WireReckoning): boolean {
  if (wire.cable === null || !context.plan.cables[wire.cable]!.premade || size === null || !isMainsLead(wire))
    return false
  const ends = [wire.from, wire.to].flatMap((end) => (end.kind === 'terminal' ? [end.device] : []))
  const inlet = ends.find((device) => context.part(device).behaviour.kind === 'mains-inlet')
  if (inlet === undefined || outletOf(context.plan, inlet).plug.kind === 'fixed') return false
  const { area_mm2 } = wireSize(size)
  const carries_A = CORD_A.findLast(([area]) => area <= area_mm2)?.[1] ?? 0
  const most_A = served?.most_A ?? worst.value
  return most_A !== null && most_A !== undefined && isAtMost(most_A, carries_A)
}

/**
 * Whether it lies with others between the same joints, and together they are protected, each fit to carry all of their
 * current were another loose (IEC 60364-4-43, 433.4, from memory).
 */
function isSet(context: Context, id: WireId, { needs_A }: WireReckoning): boolean {
  const { conductors } = context.model
  const own = conductors.find((each) => each.id === id)!
  const set = conductors.filter(
    ({ jointFrom: a, jointTo: b }) =>
      (a === own.jointFrom && b === own.jointTo) || (a === own.jointTo && b === own.jointFrom),
  )
  if (set.length < 2) return false
  const reckoned = set.map((each) => context.reckoning.wires[each.id]!)
  if (reckoned.some(({ ampacity, worst }) => ampacity.value === null || worst.value === null)) return false
  const together_A = reckoned.reduce((sum, { ampacity }) => sum + ampacity.value!, 0)
  const all_A = reckoned.reduce((sum, { worst }) => sum + worst.value!, 0)
  return (
    isAtMost(needs_A, together_A + NEED_TOL_A) &&
    reckoned.every(({ ampacity }) => isAtMost(all_A / (set.length - 1), ampacity.value! + NEED_TOL_A))
  )
}

/** Fed by way of a thicker wire that the same device does protect. */
function isTap(context: Context, id: WireId, wire: Wire, guard: Guard): boolean {
  const touchesGuard = [wire.from, wire.to].some((end) => end.kind === 'terminal' && end.device === guard.device)
  if (touchesGuard) return false
  return context.wires.some(
    (other) =>
      other.id !== id &&
      other.wire.function === wire.function &&
      other.reckoned.guard?.id === guard.id &&
      isProtected(context, other.reckoned, other.reckoned.ampacity.value) &&
      (other.reckoned.ampacity.value ?? 0) > (context.reckoning.wires[id]!.ampacity.value ?? 0),
  )
}

/** The fuse or breaker that one of the wire's ends is joined to, other than one built into its source. */
function fuseAtAnEnd(context: Context, wire: Wire): Passage | undefined {
  if (wire.function !== 'L' && wire.function !== 'V+') return undefined
  const { passages, jointOf } = context.model
  const joints = [wire.from, wire.to].flatMap((end) =>
    end.kind === 'terminal' && !isSourceEnd(context, end.device)
      ? [{ device: end.device, joint: jointOf(terminalKey(end.device, end.terminal)) }]
      : [],
  )
  const found = passages.filter(
    ({ device, link, a, b }) =>
      link.kind === 'protective' &&
      joints.some((end) => end.device === device && (jointOf(a) === end.joint || jointOf(b) === end.joint)),
  )
  // The first by name: which end the wire was entered from says nothing.
  return found.sort((one, other) => (one.id < other.id ? -1 : 1))[0]
}

const emptyPlaces = ({ model, plan }: Context): readonly Passage[] =>
  model.passages.filter(
    ({ device, link }) => link.kind === 'protective' && fittedRating(plan.devices[device]!, link).rating_A === null,
  )

/** Whether every way from the sources to the wire leads through one of those fuses. */
function isBehind(context: Context, wire: Wire, fuses: readonly Passage[]): boolean {
  if (fuses.length === 0 || wire.from.kind !== 'terminal') return false
  const joint = context.model.jointOf(terminalKey(wire.from.device, wire.from.terminal))
  return fedJoints(context, []).has(joint) && !fedJoints(context, fuses).has(joint)
}

/** The joints that a source's line or plus reaches while those fuses are out. */
function fedJoints({ model }: Context, out: readonly Passage[]): Reach<true> {
  const feeding = model.sources.flatMap(({ potential, terminal }) =>
    potential.kind === 'L' || potential.kind === '+' ? [model.jointOf(terminal)] : [],
  )
  return reachedFrom(model, feeding, ({ passage }) => passage === null || !out.includes(passage))
}

function isSourceEnd(context: Context, device: ReturnType<typeof splitKey>['device']): boolean {
  const { kind } = context.part(device).behaviour
  return kind === 'mains-inlet' || kind === 'supply'
}

/** Let the size follow the fuse, and where there is a smaller rating that does, let the fuse follow the wire. */
export function protectionFixes(context: Context, { wire, guard }: Unprotected): Fix[] {
  const fixes: Fix[] = []
  const { label, size } = context.plan.wires[wire]!
  const protective = context.reckoning.protective.find(
    (candidate) => candidate.device === guard.device && candidate.link === guard.link,
  )
  if (protective?.advised_A && protective.rating_A && protective.advised_A < protective.rating_A) {
    fixes.push({
      label: `Fit ${protective.advised_A} A in ${context.device(protective.device).tag}`,
      commands: [
        {
          type: 'fitRating',
          device: protective.device,
          link: protective.link,
          fitted: { family: protective.family, rating_A: protective.advised_A, curve: null },
        },
      ],
    })
  }
  if (size !== null)
    fixes.push({
      label: `Size ${label} by what protects it`,
      commands: [{ type: 'updateWire', id: wire, changes: { size: null } }],
    })
  return fixes
}
