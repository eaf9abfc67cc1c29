import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { isOnRail, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly to: 'plus' | 'minus'
}

export const outputShorted = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A signal output joined to a rail',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }) => {
      // Two bare leads of a switch may go either way round; what has a feed of its own drives its output.
      const isActive = part.draws.length > 0
      return (Object.keys(part.terminals) as TerminalId[]).flatMap((terminal) => {
        const { function: fn, direction, level_V } = part.terminals[terminal]!
        if ((fn !== 'signal' && fn !== 'data') || direction !== 'out' || !isActive) return []
        // A sensor's output mostly has no level of its own: it brings one of its rails.
        if (!level_V && part.behaviour.kind !== 'sensor') return []
        const key = terminalKey(id, terminal)
        const to = context.model.sources.some(
          ({ potential, terminal: at }) =>
            potential.kind === '-' && context.model.netOf(at) === context.model.netOf(key),
        )
          ? 'minus'
          : context.potentials(key).some(({ kind }) => kind === '+') && isOnRail(context, key)
            ? 'plus'
            : null
        return to ? [{ device: id, terminal, to }] : []
      })
    }),
  word: ({ device, terminal, to }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    what: `${context.terminalName(device, terminal)} gives a signal and is joined to ${to === 'minus' ? 'the minus' : 'a plus'}`,
    why: 'Switched on, it is shorted: the output burns or its protection holds it off, and nobody sees its signal. Lead it to an input.',
  }),
})
