import { terminalKey } from '@/core/model'
import { outletOf, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly is: 'L' | 'N'
}

export const lineAndNeutralExchanged = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Line and neutral exchanged',
  stage: 'connect',
  source: SOURCES.iec60204Supply,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] =>
      (Object.keys(part.terminals) as TerminalId[]).flatMap((terminal): Facts[] => {
        const { function: fn } = part.terminals[terminal]!
        if (fn !== 'L' && fn !== 'N') return []
        // A plug that goes in either way round has no line to speak of.
        const reached = context
          .potentials(terminalKey(id, terminal))
          .filter(
            ({ kind, device }) =>
              (kind === 'L' || kind === 'N') && outletOf(context.plan, device).plug.kind !== 'reversible',
          )
        const kinds = new Set(reached.map(({ kind }) => kind))
        const other = fn === 'L' ? 'N' : 'L'
        return kinds.has(other) && !kinds.has(fn) ? [{ device: id, terminal, is: other }] : []
      }),
    ),
  word: ({ device, terminal, is }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    alike: 'exchanged',
    what: `${context.terminalName(device, terminal)} is on the ${is === 'L' ? 'line' : 'neutral'}`,
    why: 'A switch or fuse that it has in its line alone then cuts the neutral: off or blown, it is live all the same. Exchange the two leads.',
  }),
})
