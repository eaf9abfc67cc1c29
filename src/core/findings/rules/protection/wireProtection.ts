/** What the rules about protected wires share. */
import { withstands_s } from '@/core/protection'
import { isAtMost, wireSize } from '@/core/quantity'
import { passageGuard, type Guard, type WireReckoning } from '@/core/figures'
import { splitKey, terminalKey, type Passage } from '@/core/model'
import type { Wire, WireId } from '@/core/plan'
import type { Context } from '../../context'
import type { Fix } from '../../types'

export interface Unprotected {
  readonly wire: WireId
  readonly guard: Guard
  readonly ampacity_A: number
  readonly needs_A: number
  readonly kind: 'wrong-rating' | 'tap' | 'wrong-end' | 'none'
}

/** A hundredth of an ampere is nobody's fault. */
const NEED_TOL_A = 0.005

function isProtected(context: Context, reckoned: WireReckoning): boolean {
  const { guard, needs_A, ampacity, maxProtection_A, isOverloadOmitted } = reckoned
  if (!guard || ampacity.value === null) return true
  // No overload to fear, and the fuse ends a short before the wire suffers (433.3.1 with 434.5.2).
  if (isOverloadOmitted && endsShort(context, reckoned)) return true
  const protection_A = maxProtection_A ?? ampacity.value
  if (guard.least_A !== undefined && isAtMost(guard.least_A, ampacity.value + NEED_TOL_A) && needs_A <= guard.needs_A)
    return true
  // Above the ampacity only where the basis allows the next standard rating.
  return (
    isAtMost(needs_A, Math.max(ampacity.value, protection_A) + NEED_TOL_A) &&
    isAtMost(Math.min(guard.rating_A, needs_A), protection_A + NEED_TOL_A)
  )
}

/** Whether the fuse ahead opens at the most that its source lets through, before this wire suffers. */
function endsShort({ reckoning, plan }: Context, { id, guard, size }: WireReckoning): boolean {
  if (guard?.kind !== 'device' || size === null) return false
  const fault = reckoning.protective.find(({ device, link }) => device === guard.device && link === guard.link)?.fault
  if (!fault || fault.atLargest.kind !== 'opens') return false
  const insulation_C = plan.wires[id]!.insulation_C ?? plan.practice.insulation_C
  const { area_mm2 } = wireSize(size)
  return fault.atLargest.latest_s <= withstands_s({ area_mm2, insulation_C, current_A: fault.largest_A })
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
    if (wire.function === 'PE' || isProtected(context, reckoned)) return []
    const guard = reckoned.guard!
    const common = { wire: id, guard, ampacity_A: reckoned.ampacity.value!, needs_A: reckoned.needs_A }
    if (guard.kind === 'device') return [{ ...common, kind: isTap(context, id, wire, guard) ? 'tap' : 'wrong-rating' }]
    const fuse = fuseAtAnEnd(context, wire)
    // A fuse ahead of the wire that is wider than its source guards nothing, but it is the one to change.
    if (fuse && isBehind(context, wire, fuse)) {
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

/** Fed by way of a thicker wire that the same device does protect. */
function isTap(context: Context, id: WireId, wire: Wire, guard: Guard): boolean {
  const touchesGuard = [wire.from, wire.to].some((end) => end.kind === 'terminal' && end.device === guard.device)
  if (touchesGuard) return false
  return context.wires.some(
    (other) =>
      other.id !== id &&
      other.wire.function === wire.function &&
      other.reckoned.guard?.id === guard.id &&
      isProtected(context, other.reckoned) &&
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
  return passages.find(
    ({ device, link, a, b }) =>
      link.kind === 'protective' &&
      joints.some((end) => end.device === device && (jointOf(a) === end.joint || jointOf(b) === end.joint)),
  )
}

/** Whether every way from the sources to the wire leads through that fuse. */
function isBehind(context: Context, wire: Wire, fuse: Passage): boolean {
  const { sources, passages, netOf } = context.model
  const seen = new Set(
    sources.flatMap(({ potential, terminal }) =>
      potential.kind === 'L' || potential.kind === '+' ? [netOf(terminal)] : [],
    ),
  )
  const queue = [...seen]
  for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
    for (const passage of passages) {
      if (passage === fuse) continue
      const [a, b] = [netOf(passage.a), netOf(passage.b)]
      const next = a === at ? b : b === at ? a : null
      if (next === null || seen.has(next)) continue
      seen.add(next)
      queue.push(next)
    }
  }
  return wire.from.kind === 'terminal' && !seen.has(netOf(terminalKey(wire.from.device, wire.from.terminal)))
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
