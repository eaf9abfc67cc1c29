import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'
import { crossings, type Crossing } from './signalCrossings'

export const signalsWithoutCommonNegative = defineRule<Crossing>({
  severity: 'stop',
  title: 'Signals between circuits without a common negative',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) => crossings(context).filter(({ isIsolated, isCommon }) => !isIsolated && !isCommon),
  word: ({ wires, devices, supplies }, context) => ({
    subjects: [
      ...wires.map((id) => ({ kind: 'wire' as const, id })),
      ...devices.map((id) => ({ kind: 'device' as const, id })),
    ],
    what: `${devices.map((id) => context.device(id).tag).join(' and ')} exchange signals by ${wires
      .slice(0, 4)
      .map((id) => context.plan.wires[id]!.label)
      .join(', ')}, and the negatives of ${supplies.map((id) => context.device(id).tag).join(' and ')} are not joined`,
    why: 'A signal is a voltage against a negative that both must share: the data is corrupt, or the return finds its way through an input. Join the negatives once with a bond, or use an isolated link.',
  }),
})
