import { ampacityNeeded_A } from '@/core/protection'
import { FAMILIES, OVERLOAD_FACTOR } from '@/core/reference'
import { outletOf, type DeviceId, type Part, type Plan, type TerminalId, type WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { fittedRating, Groups } from '@/core/model'
import type { Guard, TerminalKey } from '../types'
import { reach, reachedFrom, terminalKey, type Passage, type Model } from '@/core/model'

export interface WireGuard {
  readonly guard: Guard | null
  /** Ampacity the wire needs; several branches may return through it at once. */
  readonly needs_A: number
}

/** A plug fuse opens surely at this multiple of its rating; from memory, as for the usual plug-top fuse. */
const PLUG_FUSE_OPERATES_AT = 1.9

/**
 * The device that protects each wire. On the feeding side the widest way counts: of all paths from the sources, the one
 * whose tightest device is the largest, since a fault is fed by every path. The outlet's breaker (or the plug's fuse) is
 * the first device; a supply protects by its own limit. On the returning side a wire carries what its loads' feeds let
 * through, each device counted once, and never more than the source gives.
 */
export function guardWires(plan: Plan, model: Model): ReadonlyMap<WireId, WireGuard> {
  const byNet = guardNets(plan, model)
  const result = new Map<WireId, WireGuard>()
  const returns = guardReturns(plan, model, byNet)
  for (const conductor of model.conductors) {
    const returned = returns.get(conductor.id)
    if (returned) {
      result.set(conductor.id, returned)
      continue
    }
    const guard = byNet.get(model.netOf(conductor.from)) ?? null
    result.set(conductor.id, { guard, needs_A: guard?.needs_A ?? 0 })
  }
  return result
}

/** The guard of an inlet whose outlet is not the site's. */
export const ownOutletId = (inlet: DeviceId): string => `outlet/${inlet}`

function sourceGuard(plan: Plan, model: Model, source: Model['sources'][number]): Guard | null {
  const { potential } = source
  const { site } = plan
  if (potential.kind === 'L') {
    const family = site.region === 'NEC' ? 'UL 489' : 'IEC 60898'
    const { plug, breaker_A, isOwn } = outletOf(plan, potential.device)
    const breaker: Guard = {
      kind: 'outlet',
      id: isOwn ? ownOutletId(potential.device) : 'outlet',
      label: `${isOwn ? `the ${formatNumber(breaker_A)} A breaker of the outlet of ${plan.devices[potential.device]!.tag}` : `the outlet's ${formatNumber(breaker_A)} A breaker`}`,
      rating_A: breaker_A,
      family,
      needs_A: ampacityNeeded_A({ family, rating_A: breaker_A }),
      device: null,
      link: null,
      behind: [],
    }
    const { fuse_A } = plug
    if (fuse_A === null) return breaker
    const needs_A = (fuse_A * PLUG_FUSE_OPERATES_AT) / 1.45
    return needs_A < breaker.needs_A
      ? {
          ...breaker,
          kind: 'plug',
          id: 'plug',
          label: `the plug's ${formatNumber(fuse_A)} A fuse`,
          rating_A: fuse_A,
          family: null,
          needs_A,
        }
      : breaker
  }
  if (potential.kind !== '+') return null
  const entry = model.devices.find(({ id }) => id === potential.device)!
  const { behaviour } = entry.part
  if (!('outputs' in behaviour)) return null
  const output = behaviour.outputs.find((candidate) => candidate.id === potential.output)!
  return {
    kind: 'supply-limit',
    id: potential.id,
    label: `the limit of ${entry.device.tag}, ${formatNumber(output.limit_A)} A`,
    rating_A: output.limit_A,
    family: null,
    needs_A: output.limit_A,
    // As of any device: the wire carries its rating for good, and 1/1.45 of what surely ends an overload (433.1).
    least_A: Math.max(output.current_A, output.limit_A / OVERLOAD_FACTOR),
    device: entry.id,
    link: null,
    behind: [],
  }
}

/** What a fitted fuse or breaker lets through; null for a link that protects nothing, or an empty place. */
export function passageGuard(plan: Plan, model: Model, passage: Passage): Guard | null {
  if (passage.link.kind !== 'protective') return null
  const device = plan.devices[passage.device]!
  const { family, rating_A } = fittedRating(device, passage.link)
  if (rating_A === null) return null
  // A supplementary protector is no branch protection in NEC practice: the device ahead of it guards the wire.
  if (FAMILIES[family].isSupplementary && plan.site.region === 'NEC') return null
  const places = model.passages.filter(
    (other) => other.device === passage.device && other.link.kind === 'protective',
  ).length
  return {
    kind: 'device',
    id: `${passage.device}/${passage.link.id}`,
    label: `${device.tag}${places > 1 ? `.${passage.link.id}` : ''}, ${formatNumber(rating_A)} A ${FAMILIES[family].name}`,
    rating_A,
    family,
    needs_A: ampacityNeeded_A({ family, rating_A }),
    device: passage.device,
    link: passage.link.id,
    behind: [],
  }
}

/** The widest way from a source to each net, by its tightest device; a change-over lets one of its sources through, not both at once. */
function guardNets(plan: Plan, model: Model): Map<string, Guard> {
  const guards = new Map(model.passages.map((passage) => [passage.id, passageGuard(plan, model, passage)]))
  const reached = reach<Guard>(model, {
    from: model.sources.flatMap((source) => {
      const guard = sourceGuard(plan, model, source)
      return guard ? [[model.jointOf(source.terminal), guard] as const] : []
    }),
    carry: (guard, { passage }) => {
      const own = passage && guards.get(passage.id)
      return own && own.needs_A < guard.needs_A ? { ...own, behind: [...guard.behind, guard.id] } : guard
    },
    isBetter: isWider,
  })
  const best = new Map<string, Guard>()
  for (const [joint, { carried }] of reached) {
    const net = model.netOf(model.terminalOfJoint[joint]!)
    if (!best.has(net)) best.set(net, carried)
  }
  return best
}

/** What a load's feed lets through, and the sources that it comes from. */
interface Sent {
  readonly guard: Guard
  readonly sources: ReadonlySet<string>
}

/** Walks every return (N, −) from its source outward and adds up what the loads beyond each wire may send back. */
function guardReturns(plan: Plan, model: Model, byNet: ReadonlyMap<string, Guard>): Map<WireId, WireGuard> {
  const isReturnNet = (key: TerminalKey) => {
    const potentials = model.netById.get(model.netOf(key))?.potentials ?? []
    return potentials.length > 0 && potentials.every(({ kind }) => kind === 'N' || kind === '-')
  }
  const isReturning = model.terminalOfJoint.map(isReturnNet)

  // What each load's feeds let through, at the joints where it returns to the same source.
  const feedsOf = (key: TerminalKey) => (model.netById.get(model.netOf(key))?.potentials ?? []).map(sourceName)
  const own = ownSources(model)
  const sent = new Map<number, Map<string, Sent>>()
  for (const { id, part } of model.devices) {
    const keys = Object.keys(part.terminals)
      .map((terminal) => terminalKey(id, terminal as TerminalId))
      .filter((key) => !own.has(`${id} ${model.jointOf(key)}`))
    const feeds = keys.flatMap((key) => {
      const guard = isReturnNet(key) ? undefined : byNet.get(model.netOf(key))
      return guard ? [{ key, guard, sources: feedsOf(key) }] : []
    })
    if (feeds.length === 0) continue
    const sideOf = insideOf(model, id, part)
    for (const key of keys) {
      if (!isReturnNet(key)) continue
      const returnsTo = feedsOf(key)
      const joint = model.jointOf(key)
      const list = sent.get(joint) ?? new Map<string, Sent>()
      for (const { key: fed, guard, sources } of feeds)
        if (sideOf(fed) === sideOf(key) && sources.some((source) => returnsTo.includes(source)))
          list.set(guard.id, { guard, sources: new Set([...(list.get(guard.id)?.sources ?? []), ...sources]) })
      sent.set(joint, list)
    }
  }

  const result = new Map<WireId, WireGuard>()
  const limitOf = new Map(model.sources.map((source) => [source.potential.id, sourceGuard(plan, model, source)]))
  // The limit of each supply, where its minus is.
  const limitsAt = new Map(
    model.sources.flatMap(({ potential, terminal }) => {
      const limit = potential.kind === '-' ? limitOf.get(potential.id.replace(/-$/, '+')) : null
      return limit ? [[model.jointOf(terminal), limit] as const] : []
    }),
  )
  for (const source of model.sources) {
    const { potential } = source
    if (potential.kind !== 'N' && potential.kind !== '-') continue
    // The feeding side of the same source.
    const limit = limitOf.get(potential.kind === 'N' ? `${potential.device}/L` : potential.id.replace(/-$/, '+'))
    const root = model.jointOf(source.terminal)
    const reached = reachedFrom(model, [root], ({ from, to }) => isReturning[from]! && isReturning[to]!)
    const order = [...reached.values()].map(({ joint, before, step }): TreeStep => ({
      joint,
      parent: before?.joint ?? null,
      wire: step?.conductor?.id ?? null,
    }))
    const onTree = new Set(order.map(({ wire }) => wire))
    const loops = model.conductors.filter(
      ({ id, jointFrom, jointTo }) =>
        reached.has(jointFrom) && reached.has(jointTo) && isReturning[jointFrom] && !onTree.has(id),
    )
    const beyond = new Map<number, Map<string, Guard>>()
    // What another source feeds goes home to that one, over joined negatives too.
    const comesHere = (joint: number) =>
      [...(sent.get(joint) ?? [])].flatMap(([id, { guard, sources }]) =>
        sources.has(sourceName(potential)) ? [[id, guard] as const] : [],
      )
    const gather = (joint: number) => {
      let set = beyond.get(joint)
      if (!set) beyond.set(joint, (set = new Map(comesHere(joint))))
      return set
    }
    const others = new Map<number, Guard>()
    for (let i = order.length - 1; i > 0; i -= 1) {
      const { joint, parent, wire } = order[i]!
      const set = gather(joint)
      for (const [key, guard] of set) gather(parent!).set(key, guard)
      const other = others.get(joint) ?? limitsAt.get(joint) ?? null
      if (other) others.set(parent!, other)
      if (wire)
        keepWider(result, wire, set.size === 0 && other ? bonding(limit ?? null, other) : total(set, limit ?? null))
    }
    // Around a loop what comes back divides: the solved currents, and those with a lead loose, say what each wire must stand.
    const stepTo = new Map(order.map((step) => [step.joint, step]))
    for (const { id, jointFrom, jointTo } of loops) {
      result.set(id, UNGUARDED)
      for (const { wire } of sidesOf(stepTo, [jointFrom, jointTo]).flat()) if (wire) result.set(wire, UNGUARDED)
    }
  }
  return result
}

/** Terminals that carry no power of their own: what they are joined to inside, if to anything, the part says. */
const CARRIES_SIGNALS: ReadonlySet<string> = new Set(['signal', 'data', 'control+', 'control-', 'coil-A', 'coil-B'])

/** Which terminals of a device can pass current to which: by its links and draws, and where it names none, all that carry power. */
function insideOf(model: Model, id: DeviceId, part: Part): (key: TerminalKey) => string {
  const sides = new Groups()
  const keyOf = (terminal: TerminalId) => `joint ${model.jointOf(terminalKey(id, terminal))}`
  for (const { plus, minus } of part.draws) sides.join(keyOf(plus), keyOf(minus))
  for (const link of part.links) {
    const ends = terminalsOf(link)
    for (const end of ends.slice(1)) sides.join(keyOf(ends[0]!), keyOf(end))
  }
  const named = new Set([...part.draws.flatMap(({ plus, minus }) => [plus, minus]), ...part.links.flatMap(terminalsOf)])
  const power = (Object.keys(part.terminals) as TerminalId[]).filter(
    (terminal) => !named.has(terminal) && !CARRIES_SIGNALS.has(part.terminals[terminal]!.function),
  )
  for (const terminal of power.slice(1)) sides.join(keyOf(power[0]!), keyOf(terminal))
  return (key) => sides.find(`joint ${model.jointOf(key)}`)
}

const terminalsOf = (link: Part['links'][number]): readonly TerminalId[] =>
  link.kind === 'bar' ? link.terminals : [link.a, link.b]

interface TreeStep {
  readonly joint: number
  readonly parent: number | null
  readonly wire: WireId | null
}

/** The steps from each end of a loop's last wire up to the joint where the two sides meet, without that joint. */
function sidesOf(
  stepTo: ReadonlyMap<number, TreeStep>,
  ends: readonly [number, number],
): readonly [readonly TreeStep[], readonly TreeStep[]] {
  const upward = (joint: number): TreeStep[] => {
    const steps: TreeStep[] = []
    for (let at = stepTo.get(joint); at; at = at.parent === null ? undefined : stepTo.get(at.parent)) steps.push(at)
    return steps
  }
  const [a, b] = [upward(ends[0]), upward(ends[1])]
  while (a.length > 0 && b.length > 0 && a[a.length - 1] === b[b.length - 1]) {
    a.pop()
    b.pop()
  }
  return [a, b]
}

/** Joints of each device's own sources. */
function ownSources(model: Model): ReadonlySet<string> {
  return new Set(model.sources.map(({ potential, terminal }) => `${potential.device} ${model.jointOf(terminal)}`))
}

/** The side-less name of a source: the same for its feeding and its returning terminal. */
function sourceName(potential: Model['sources'][number]['potential']): string {
  return potential.output === null ? potential.device : `${potential.device}/${potential.output}`
}

/** Devices side by side add up; one behind another adds nothing, and none lets more through than the source gives. */
function total(guards: ReadonlyMap<string, Guard>, limit: Guard | null): WireGuard {
  const outermost = [...guards.values()].filter((guard) => !guard.behind.some((id) => guards.has(id)))
  const largest = outermost.reduce<Guard | null>((most, guard) => (!most || isWider(guard, most) ? guard : most), null)
  if (!largest) return { guard: null, needs_A: 0 }
  const sum_A = outermost.reduce((sum, guard) => sum + guard.needs_A, 0)
  return limit && sum_A > limit.needs_A ? { guard: limit, needs_A: limit.needs_A } : { guard: largest, needs_A: sum_A }
}

/** Through a lead that only joins two negatives goes what one supply gives into a fault on the other’s side: the weaker’s limit at most. */
const bonding = (one: Guard | null, other: Guard): WireGuard => {
  const guard = one && !isWider(one, other) ? one : other
  return { guard, needs_A: guard.needs_A }
}

/** Of two alike the first by name: nothing hangs on the order of entry. */
const isWider = (one: Guard, other: Guard) =>
  one.needs_A > other.needs_A || (one.needs_A === other.needs_A && one.id < other.id)

const UNGUARDED: WireGuard = { guard: null, needs_A: 0 }

function keepWider(result: Map<WireId, WireGuard>, wire: WireId, next: WireGuard): void {
  const before = result.get(wire)
  if (before === UNGUARDED) return
  if (!before || before.needs_A < next.needs_A) result.set(wire, next)
}
