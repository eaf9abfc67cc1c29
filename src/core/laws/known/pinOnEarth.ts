import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { hasLevel, defineJoiningRule } from '@/core/judging'

export const pinOnEarth = defineJoiningRule<{ readonly device: DeviceId; readonly terminal: TerminalId }>({
  severity: 'stop',
  title: 'A signal on the protective earth',
  stage: 'connect',
  source: SOURCES.iec60204Bonding,
  find: (context) =>
    context.joinedNets.flatMap(({ ends }) =>
      ends
        .filter(
          ({ device, terminal }) =>
            hasLevel(context.terminal(device, terminal)) && context.wiresAt(device, terminal).length > 0,
        )
        // On the earth itself: a minus that is referred to it elsewhere is the minus.
        .filter(() => ends.some((end) => context.terminal(end.device, end.terminal).function === 'PE'))
        .filter(({ device, terminal }) =>
          context.model.sources.every(
            ({ potential, terminal: at }) =>
              potential.kind !== '-' || context.model.netOf(at) !== context.model.netOf(terminalKey(device, terminal)),
          ),
        ),
    ),
  word: ({ device, terminal }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    alike: context.model.netOf(terminalKey(device, terminal)),
    what: `${context.terminalName(device, terminal)} is joined to the protective earth`,
    why: 'The earth holds the pin down: it neither gives nor reads anything, and what disturbs the earth goes into the chip. Bring it to the pin that it is to speak with.',
  }),
})
