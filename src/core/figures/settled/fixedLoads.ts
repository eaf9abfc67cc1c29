import type { Conductor, Model } from '@/core/model'
import { PART_KINDS, type WireId } from '@/core/plan'

/** A lead that serves more joints than this is a distribution, not a lead. */
const MOST_JOINTS = 24

interface Surroundings {
  /** Joint → what it is joined to by wires and by links inside parts. */
  readonly beside: ReadonlyMap<number, readonly { readonly to: number; readonly wire: WireId | null }[]>
  readonly sources: ReadonlySet<number>
  /** Joint → whether something there can take more than it is made for. */
  readonly canOverload: ReadonlyMap<number, boolean>
  readonly answers: Map<WireId, boolean>
}

const known = new WeakMap<Model['wiring'], Surroundings>()

function surroundingsOf(model: Model): Surroundings {
  let own = known.get(model.wiring)
  if (own) return own
  const beside = new Map<number, { to: number; wire: WireId | null }[]>()
  const join = (a: number, b: number, wire: WireId | null) => {
    for (const [from, to] of [
      [a, b],
      [b, a],
    ] as const) {
      const list = beside.get(from)
      if (list) list.push({ to, wire })
      else beside.set(from, [{ to, wire }])
    }
  }
  for (const { id, jointFrom, jointTo, wire } of model.conductors)
    if (wire.function !== 'PE') join(jointFrom, jointTo, id)
  for (const { jointA, jointB, link } of model.passages) if (link.kind !== 'protective') join(jointA, jointB, null)
  const canOverload = new Map<number, boolean>()
  for (const { device, plus, minus } of model.draws) {
    const is = PART_KINDS[model.deviceById.get(device)!.part.behaviour.kind].canOverload
    for (const joint of [plus, minus]) canOverload.set(joint, (canOverload.get(joint) ?? false) || is)
  }
  for (const { id, part } of model.devices) {
    if (!PART_KINDS[part.behaviour.kind].canOverload) continue
    for (const terminal of Object.keys(part.terminals)) {
      const joint = model.jointOf(`${id}|${terminal}` as Conductor['from'])
      canOverload.set(joint, true)
    }
  }
  own = {
    beside,
    canOverload,
    sources: new Set(model.sources.map(({ terminal }) => model.jointOf(terminal))),
    answers: new Map(),
  }
  known.set(model.wiring, own)
  return own
}

/**
 * Whether all that hangs on one end of a wire are loads that cannot take more than they are made for: a fan, a heater, a
 * sensor, a coil. Their leads need no protection against overload (IEC 60364-4-43, 433.3.1, from memory); against a short
 * they do.
 */
export function servesFixedLoads(model: Model, { id, jointFrom, jointTo }: Conductor): boolean {
  const surroundings = surroundingsOf(model)
  let is = surroundings.answers.get(id)
  if (is === undefined) {
    is = [jointFrom, jointTo].some((end) => hasFixedLoadsOnly(surroundings, id, end))
    surroundings.answers.set(id, is)
  }
  return is
}

function hasFixedLoadsOnly({ beside, sources, canOverload }: Surroundings, lead: WireId, end: number): boolean {
  const seen = new Set([end])
  const queue = [end]
  let loads = 0
  for (let joint = queue.pop(); joint !== undefined; joint = queue.pop()) {
    if (seen.size > MOST_JOINTS || sources.has(joint)) return false
    const is = canOverload.get(joint)
    if (is === true) return false
    if (is === false) loads += 1
    for (const { to, wire } of beside.get(joint) ?? []) {
      if (wire === lead || seen.has(to)) continue
      seen.add(to)
      queue.push(to)
    }
  }
  return loads > 0
}
