import type { WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const negativeEarthedTwice = defineRule<{ readonly wires: readonly WireId[] }>({
  severity: 'caution',
  title: 'Negative earthed in more than one place',
  stage: 'connect',
  source: SOURCES.practice,
  find(context) {
    // A terminal of a DC part against an earth terminal: that wire earths the rail.
    const byNet = new Map<string, WireId[]>()
    for (const { id, wire } of context.wires) {
      if (wire.function !== 'PE' || wire.from.kind !== 'terminal' || wire.to.kind !== 'terminal') continue
      const ends = [wire.from, wire.to].map((end) => context.terminal(end.device, end.terminal).function)
      if (ends.filter((kind) => kind === 'PE').length !== 1 || ends.some((kind) => kind === 'L' || kind === 'N'))
        continue
      const net = context.model.netOf(
        `${wire.from.device}|${wire.from.terminal}` as Parameters<typeof context.model.netOf>[0],
      )
      if (!context.model.netById.get(net)?.potentials.some(({ kind }) => kind === '-')) continue
      byNet.set(net, [...(byNet.get(net) ?? []), id])
    }
    return [...byNet.values()].filter((wires) => wires.length > 1).map((wires) => ({ wires }))
  },
  word: ({ wires }, context) => ({
    subjects: wires.map((id) => ({ kind: 'wire', id })),
    what: `${wires.map((id) => context.wireName(id)).join(' and ')} earth the same negative`,
    why: 'Between two earths a part of the load current goes home through earth conductors and screens. Earth a rail once, at its supply, or not at all.',
    fixes: wires.slice(1).map((id) => ({
      label: `Take ${context.plan.wires[id]!.label} out`,
      commands: [{ type: 'disconnect' as const, id }],
    })),
  }),
})
