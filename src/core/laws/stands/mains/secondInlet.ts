import { terminalKey } from '@/core/model'
import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

export const secondInlet = defineJoiningRule<{ readonly inlets: readonly DeviceId[] }>({
  severity: 'stop',
  title: 'A second way in for the mains',
  stage: 'connect',
  source: SOURCES.iec60204Supply,
  find: (context) => {
    const inlets = new Set<DeviceId>()
    for (const { id, part } of context.devices) {
      if (part.behaviour.kind !== 'mains-inlet') continue
      for (const terminal of [part.behaviour.line, part.behaviour.neutral])
        for (const { kind, device } of context.potentials(terminalKey(id, terminal)))
          if (device !== id && (kind === 'L' || kind === 'N')) {
            inlets.add(id)
            inlets.add(device)
          }
    }
    return inlets.size > 0 ? [{ inlets: [...inlets].sort() }] : []
  },
  word: ({ inlets }, context) => ({
    subjects: inlets.map((id) => ({ kind: 'device', id })),
    what: `${inlets.map((id) => context.device(id).tag).join(' and ')} feed the same conductors`,
    why: 'With one plug out, the other makes its bare pins live; with both in, two outlets are joined, maybe of different phases. Leave one way in.',
  }),
})
