import { doesOf, type DeviceId, type TerminalId } from '@/core/plan'
import { othersOn, terminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule, isSentTo } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly terminal: TerminalId
}

/**
 * What moves by a signal and gets none: its input is wired, and at nothing that a program, a hand or a contact changes. Drivers
 * and pixels are told of by rules of their own; an input that may stay open may be tied as well.
 */
export const inputUnsent = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'An input that nothing sends to',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind === 'driver' || !part.draws.some((draw) => doesOf(part, draw) === 'moves')) return []
      return (Object.keys(part.terminals) as TerminalId[]).flatMap((terminal) => {
        const { function: fn, direction, need } = part.terminals[terminal]!
        const isInput = (fn === 'signal' || fn === 'data') && direction === 'in' && need === 'required'
        return isInput &&
          othersOn(context.model, terminalKey(id, terminal)).length > 0 &&
          !isSentTo(context, id, [terminal])
          ? [{ device: id, terminal }]
          : []
      })
    }),
  word: ({ device, terminal }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    what: `${context.terminalName(device, terminal)} is wired, and nothing on that lead can send to it`,
    why: 'It is fed and stands still, or jerks to one end and hums there. Lead its input to the pin that commands it.',
  }),
})
