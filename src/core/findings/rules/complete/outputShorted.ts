import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const outputShorted = defineRule<{ readonly device: DeviceId; readonly terminal: TerminalId }>({
  severity: 'stop',
  title: 'A signal output joined to the minus',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }) => {
      // Two bare leads of a switch may go either way round; what has a feed of its own drives its output.
      const isActive = part.draws.length > 0
      return (Object.keys(part.terminals) as TerminalId[]).flatMap((terminal) => {
        const { function: fn, direction, level_V } = part.terminals[terminal]!
        if ((fn !== 'signal' && fn !== 'data') || direction !== 'out' || !isActive || !level_V) return []
        const net = context.model.netById.get(context.model.netOf(terminalKey(id, terminal)))
        const isMinus = context.model.sources.some(
          ({ potential, terminal: at }) => potential.kind === '-' && net?.terminals.includes(at),
        )
        return isMinus ? [{ device: id, terminal }] : []
      })
    }),
  word: ({ device, terminal }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    what: `${context.terminalName(device, terminal)} gives a signal and is joined to the minus`,
    why: 'Switched on, it is shorted: the output burns or its protection holds it off, and nobody sees its signal. Lead it to an input.',
  }),
})
