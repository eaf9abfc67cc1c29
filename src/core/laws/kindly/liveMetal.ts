import { isEarth, reachedFrom, splitKey } from '@/core/model'
import { outletOf, type DeviceId, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  /** The wire that brings the mains over to the earths. */
  readonly wire: WireId
  readonly kind: 'L' | 'N'
  /** What then is live. */
  readonly metal: readonly DeviceId[]
}

/** Joints at which a hand, or a plug's earth, may touch metal. */
function earthJoints({ model }: JoinedContext): ReadonlySet<number> {
  return new Set(
    model.devices.flatMap(({ id, part }) =>
      Object.entries(part.terminals).flatMap(([terminal, own]) =>
        own!.function === 'PE' ? [model.jointOf(`${id}|${terminal}` as never)] : [],
      ),
    ),
  )
}

/** From a source of mains over wires of every kind and all that can close; stops at the first earth it meets. */
function crossings(
  { model, plan }: JoinedContext,
  earths: ReadonlySet<number>,
  start: number,
): ReadonlyMap<WireId, number> {
  const found = new Map<WireId, number>()
  reachedFrom(model, [start], ({ conductor, to }) => {
    if (conductor && plan.wires[conductor.id]!.origin === 'remove') return false
    if (conductor && earths.has(to)) found.set(conductor.id, to)
    return !earths.has(to)
  })
  return found
}

/** Devices on that joint, and on all that earth conductors join to it. */
function metalOn({ model }: JoinedContext, start: number): readonly DeviceId[] {
  const reached = reachedFrom(model, [start], isEarth)
  return [
    ...new Set(
      model.nets
        .flatMap(({ terminals }) => terminals)
        .filter((key) => reached.has(model.jointOf(key)))
        .map((key) => splitKey(key).device),
    ),
  ].sort()
}

export const liveMetal = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Live metal',
  stage: 'connect',
  source: SOURCES.iec60204Bonding,
  find: (context) => {
    const earths = earthJoints(context)
    const found = new Map<WireId, Facts>()
    for (const { potential, terminal } of context.model.sources) {
      const { kind, device } = potential
      const isReversible = outletOf(context.plan, device).plug.kind === 'reversible'
      if (kind !== 'L' && !(kind === 'N' && isReversible)) continue
      for (const [wire, joint] of crossings(context, earths, context.model.jointOf(terminal)))
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
