import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const clampOverfilled = defineRule<{
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly count: number
  readonly allowed: number
}>({
  severity: 'caution',
  title: 'Too many conductors in a clamp',
  stage: 'connect',
  source: SOURCES.iec60204Terminals,
  find: (context) =>
    context.devices.flatMap(({ id, part }) =>
      (Object.keys(part.terminals) as TerminalId[]).flatMap((terminal) => {
        const count = context.wiresAt(id, terminal).filter(({ wire }) => wire.origin !== 'remove').length
        const allowed = part.terminals[terminal]!.conductors.count
        return count > allowed ? [{ device: id, terminal, count, allowed }] : []
      }),
    ),
  word: ({ device, terminal, count, allowed }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    what: `${context.terminalName(device, terminal)} holds ${count} conductors and is made for ${allowed}`,
    why: 'The clamp grips one and leaves the other loose. Use a distribution terminal or a splice for the rest.',
    severity: ['L', 'N', 'PE'].includes(context.terminal(device, terminal).function) ? 'stop' : 'caution',
  }),
})
