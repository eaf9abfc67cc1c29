import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import type { Potential } from '@/core/reckoning'
import { Groups } from '@/core/reckoning'
import { defineRule } from '../types'

export const positivesJoined = defineRule<{ readonly sources: readonly { readonly device: DeviceId; readonly output: string }[] }>({
  severity: 'stop',
  title: 'Positives of two supplies joined',
  stage: 'connect',
  source: SOURCES.practice,
  find(context) {
    // Joined by wires, bars and fuses; what only meets behind an open contact is not joined yet.
    const joined = new Groups()
    for (const { a, b, link } of context.topology.passages) if (link.kind === 'protective') joined.join(context.topology.netOf(a), context.topology.netOf(b))
    const groups = new Map<string, Potential[]>()
    for (const { potential, terminal } of context.topology.sources) {
      if (potential.kind !== '+') continue
      const root = joined.find(context.topology.netOf(terminal))
      groups.set(root, [...(groups.get(root) ?? []), potential])
    }
    return [...groups.values()].filter((group) => group.length > 1).map((group) => ({ sources: group.map(({ device, output }) => ({ device, output: output! })) }))
  },
  word: ({ sources }, context) => ({
    subjects: sources.map(({ device }) => ({ kind: 'device', id: device })),
    what: `The positives of ${sources.map(({ device }) => context.device(device).tag).join(' and ')} are joined`,
    why: 'No two supplies have quite the same voltage: the higher feeds the lower backwards, and one fault takes both. Split the loads between them; negatives alone may be joined.',
  }),
})
