/** What the rules about signals between separately supplied circuits share. */
import type { DeviceId, WireId } from '@/core/plan'
import { terminalKey } from '@/core/model'
import type { JoinedContext } from './context'

export interface Crossing {
  readonly wires: readonly WireId[]
  readonly devices: readonly [DeviceId, DeviceId]
  readonly supplies: readonly DeviceId[]
  /** Every one of these signals is isolated at one end at least. */
  readonly isIsolated: boolean
  readonly isCommon: boolean
}

const LINK_FUNCTIONS = new Set(['signal', 'data', 'control+', 'control-', 'contact-NO', 'contact-NC'])

const known = new WeakMap<JoinedContext, readonly Crossing[]>()

/** Pairs of devices fed by different supplies that exchange signals; several rules ask the same. */
export function crossings(context: JoinedContext): readonly Crossing[] {
  let found = known.get(context)
  if (!found) known.set(context, (found = findCrossings(context)))
  return found
}

function findCrossings(context: JoinedContext): readonly Crossing[] {
  const negatives = new Map<
    DeviceId,
    { readonly nets: ReadonlySet<string>; readonly supplies: ReadonlySet<DeviceId>; readonly isOwn: boolean }
  >()
  for (const { id, part } of context.devices) {
    const keys = Object.entries(part.terminals).flatMap(([key, terminal]) =>
      terminal!.function === 'V-' ? [terminalKey(id, key as never)] : [],
    )
    const fed = keys.filter((key) => context.potentials(key).some(({ kind }) => kind === '-'))
    // Which supplies feed it shows on its positive side; negatives may be one already.
    const plus = Object.entries(part.terminals).flatMap(([key, terminal]) =>
      terminal!.function === 'V+' ? context.potentials(terminalKey(id, key as never)) : [],
    )
    const supplies = new Set(plus.flatMap(({ kind, device }) => (kind === '+' ? [device] : [])))
    // What hangs on the mains and has a minus for its signals makes its own volts.
    const isOnMains = part.draws.some(({ plus: end }) => part.terminals[end]!.function === 'L')
    negatives.set(id, {
      nets: new Set(fed.map((key) => context.model.netOf(key))),
      supplies: isOnMains && supplies.size === 0 && keys.length > 0 ? new Set([id]) : supplies,
      isOwn: isOnMains && supplies.size === 0,
    })
  }
  const found = new Map<
    string,
    { wires: WireId[]; devices: [DeviceId, DeviceId]; supplies: DeviceId[]; isIsolated: boolean; isCommon: boolean }
  >()
  for (const { id, wire } of context.wires) {
    if (wire.from.kind !== 'terminal' || wire.to.kind !== 'terminal' || wire.function === 'PE') continue
    const ends = [wire.from, wire.to] as const
    const terminals = ends.map((end) => context.terminal(end.device, end.terminal))
    if (!terminals.every((terminal) => LINK_FUNCTIONS.has(terminal.function))) continue
    const [a, b] = ends.map((end) => negatives.get(end.device))
    if (
      !a ||
      !b ||
      a.supplies.size === 0 ||
      b.supplies.size === 0 ||
      [...a.supplies].some((supply) => b.supplies.has(supply))
    )
      continue
    // A contact that works its input shares nothing with it.
    if ((a.isOwn || b.isOwn) && !terminals.every(({ function: fn }) => fn === 'signal' || fn === 'data')) continue
    // The reference conductor of a link is no signal of its own.
    if (terminals.every((terminal) => terminal.level_V === 0)) continue
    const pair = [wire.from.device, wire.to.device].sort() as [DeviceId, DeviceId]
    const key = pair.join()
    const before = found.get(key) ?? {
      wires: [],
      devices: pair,
      supplies: [...a.supplies, ...b.supplies],
      isIsolated: true,
      isCommon: [...a.nets].some((net) => b.nets.has(net)),
    }
    before.wires.push(id)
    if (!terminals.some((terminal) => terminal.isolated)) before.isIsolated = false
    found.set(key, before)
  }
  return [...found.values()]
}
