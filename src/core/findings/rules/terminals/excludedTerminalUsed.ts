import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

export const excludedTerminalUsed = defineJoiningRule<{
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly other: TerminalId
}>({
  severity: 'stop',
  title: 'Two terminals used that share one driver',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }) =>
      (Object.keys(part.terminals) as TerminalId[]).flatMap((terminal) =>
        part.terminals[terminal]!.excludes.filter(
          (other) =>
            context.wiresAt(id, terminal).length > 0 && context.wiresAt(id, other).length > 0 && terminal !== other,
        ).map((other) => ({ device: id, terminal, other })),
      ),
    ),
  word: ({ device, terminal, other }, context) => ({
    subjects: [
      { kind: 'terminal', device, terminal },
      { kind: 'terminal', device, terminal: other },
    ],
    what: `${context.terminalName(device, terminal)} and ${context.terminal(device, other).label} are both used, and only one may be`,
    why: 'They share one driver inside; together they overload it or fight one another.',
  }),
})
