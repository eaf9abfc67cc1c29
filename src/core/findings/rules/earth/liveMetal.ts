import { splitKey } from '@/core/model'
import type { DeviceId, WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import type { Context } from '../../context'
import { defineRule } from '../../types'

interface Facts {
  /** The wire that brings the mains over to the earths. */
  readonly wire: WireId
  readonly kind: 'L' | 'N'
  /** What then is live. */
  readonly metal: readonly DeviceId[]
}

/** Joints at which a hand, or a plug's earth, may touch metal. */
function earthJoints({ model }: Context): ReadonlySet<number> {
  return new Set(
    model.devices.flatMap(({ id, part }) =>
      Object.entries(part.terminals).flatMap(([terminal, own]) =>
        own!.function === 'PE' ? [model.jointOf(`${id}|${terminal}` as never)] : [],
      ),
    ),
  )
}

/** From a source of mains over wires of every kind and all that can close; stops at the first earth it meets. */
function crossings(context: Context, start: number): ReadonlyMap<WireId, number> {
  const { conductors, passages } = context.model
  const earths = earthJoints(context)
  const edges = new Map<number, { readonly to: number; readonly wire: WireId | null }[]>()
  const join = (a: number, b: number, wire: WireId | null) => {
    for (const [from, to] of [
      [a, b],
      [b, a],
    ] as const) {
      const own = edges.get(from)
      if (own) own.push({ to, wire })
      else edges.set(from, [{ to, wire }])
    }
  }
  for (const { id, jointFrom, jointTo, wire } of conductors) if (wire.origin !== 'remove') join(jointFrom, jointTo, id)
  for (const { jointA, jointB } of passages) join(jointA, jointB, null)
  const seen = new Set([start])
  const queue = [start]
  const found = new Map<WireId, number>()
  for (let at = queue.pop(); at !== undefined; at = queue.pop())
    for (const { to, wire } of edges.get(at) ?? []) {
      if (earths.has(to)) {
        if (wire !== null) found.set(wire, to)
        continue
      }
      if (seen.has(to)) continue
      seen.add(to)
      queue.push(to)
    }
  return found
}

/** Devices on that joint, and on all that earth conductors join to it. */
function metalOn({ model }: Context, start: number): readonly DeviceId[] {
  const seen = new Set([start])
  for (let isGrown = true; isGrown;) {
    isGrown = false
    for (const { jointFrom: a, jointTo: b, wire } of model.conductors) {
      if (wire.function !== 'PE' || seen.has(a) === seen.has(b)) continue
      seen.add(a).add(b)
      isGrown = true
    }
  }
  return [
    ...new Set(
      model.nets
        .flatMap(({ terminals }) => terminals)
        .filter((key) => seen.has(model.jointOf(key)))
        .map((key) => splitKey(key).device),
    ),
  ].sort()
}

export const liveMetal = defineRule<Facts>({
  severity: 'stop',
  title: 'Live metal',
  stage: 'connect',
  source: SOURCES.iec60204Bonding,
  find: (context) => {
    const isReversible = context.plan.site.plug.kind === 'reversible'
    const found = new Map<WireId, Facts>()
    for (const { potential, terminal } of context.model.sources) {
      const { kind } = potential
      if (kind !== 'L' && !(kind === 'N' && isReversible)) continue
      for (const [wire, joint] of crossings(context, context.model.jointOf(terminal)))
        if (!found.has(wire) || kind === 'L') found.set(wire, { wire, kind, metal: metalOn(context, joint) })
    }
    return [...found.values()]
  },
  word: ({ wire, kind, metal }, context) => {
    const tags = metal.map((id) => context.device(id).tag)
    return {
      subjects: [{ kind: 'wire', id: wire }, ...metal.slice(0, 6).map((id) => ({ kind: 'device' as const, id }))],
      what: `${context.wireName(wire)} brings the mains’ ${kind === 'L' ? 'line' : 'neutral'} to earth: ${tags.slice(0, 4).join(', ')}${tags.length > 4 ? ` and ${tags.length - 4} more` : ''} ${tags.length === 1 ? 'is' : 'are'} live metal`,
      why:
        kind === 'L'
          ? 'Until a breaker opens, and for good where the earth is not whole, whoever touches it is in the mains. Take the wire off.'
          : 'This plug goes in either way round: turned, its neutral is the line, and the metal is in the mains. Take the wire off.',
      fixes: [{ label: `Take ${context.plan.wires[wire]!.label} out`, commands: [{ type: 'disconnect', id: wire }] }],
    }
  },
})
