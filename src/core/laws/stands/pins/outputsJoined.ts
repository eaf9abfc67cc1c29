import type { WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { hasLevel, defineJoiningRule } from '@/core/judging'

export const outputsJoined = defineJoiningRule<{ readonly wire: WireId; readonly direction: 'in' | 'out' }>({
  severity: 'stop',
  title: 'Signal wired the wrong way round',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.wires.flatMap(({ id, wire }) => {
      if (wire.from.kind !== 'terminal' || wire.to.kind !== 'terminal') return []
      const [a, b] = [wire.from, wire.to].map((end) => context.terminal(end.device, end.terminal))
      const areSignals = [a!, b!].every(hasLevel)
      return areSignals && a!.direction === b!.direction && (a!.direction === 'in' || a!.direction === 'out')
        ? [{ wire: id, direction: a!.direction }]
        : []
    }),
  word: ({ wire, direction }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    alike: direction,
    what: `${context.wireName(wire)} joins two ${direction === 'out' ? 'outputs' : 'inputs'}`,
    why:
      direction === 'out'
        ? 'One drives against the other, and one of them gives in. Out goes to in: TX to RX, data out to data in.'
        : 'Nobody speaks. Out goes to in: TX to RX, data out to data in.',
    severity: direction === 'out' ? 'stop' : 'caution',
  }),
})
