import type { Command, DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const polarityReversed = defineRule<{ readonly device: DeviceId; readonly draw: string }>({
  severity: 'stop',
  title: 'Polarity reversed',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.draws.filter(
      ({ isReversed, device }) => isReversed && context.device(device).origin !== 'remove',
    ),
  word({ device, draw }, context) {
    const { plus, minus, name } = context.part(device).draws.find(({ id }) => id === draw)!
    const swap = (from: TerminalId, to: TerminalId): Command[] =>
      context
        .wiresAt(device, from)
        .map(({ id, side }) => ({ type: 'moveEnd', wire: id, side, end: { kind: 'terminal', device, terminal: to } }))
    const { tag } = context.device(device)
    return {
      subjects: [{ kind: 'device', id: device }],
      what: `${tag} (${name}): plus and minus are exchanged at ${context.terminal(device, plus).label} and ${context.terminal(device, minus).label}`,
      why: 'Boards, fans, lamps and pixels are destroyed by it in a moment. Check polarity twice, at the plug.',
      fixes: [{ label: `Exchange the two at ${tag}`, commands: [...swap(plus, minus), ...swap(minus, plus)] }],
    }
  },
})
