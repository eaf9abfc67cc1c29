import { othersOn, terminalKey } from '@/core/model'
import { coilsOf, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly plus: TerminalId
  readonly minus: TerminalId
}

/**
 * A control input between a pin and its board's minus, turned round. A board that no supply of the plan feeds, one on the
 * mains with an output of its own, has no rail to tell it by: its terminals say which is which.
 */
export const controlReversed = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A control input turned round',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] =>
      coilsOf(part).flatMap(({ coil: { plus, minus } }): Facts[] => {
        const isPolarised = [plus, minus].some((end) => part.terminals[end]!.polarised)
        const isReversed = isOnMinus(context, id, plus) && !isOnMinus(context, id, minus) && isOnPin(context, id, minus)
        return isPolarised && isReversed ? [{ device: id, plus, minus }] : []
      }),
    ),
  word: ({ device, plus, minus }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      { kind: 'terminal', device, terminal: plus },
    ],
    what: `${context.device(device).tag}: ${context.terminal(device, plus).label} lies on a minus, and ${context.terminal(device, minus).label} on the pin that commands it`,
    why: 'Its lamp is a diode: turned round it never lights, and what it should switch stays off. Exchange the two leads.',
  }),
})

/** Of boards alone: what a supply gives is told by its potential. */
function isOnMinus(context: JoinedContext, device: DeviceId, terminal: TerminalId): boolean {
  const key = terminalKey(device, terminal)
  if (context.potentials(key).length > 0) return false
  return othersOn(context.model, key).some((at) => context.terminal(at.device, at.terminal).function === 'V-')
}

const isOnPin = (context: JoinedContext, device: DeviceId, terminal: TerminalId): boolean =>
  othersOn(context.model, terminalKey(device, terminal)).some((at) => {
    const { function: fn, direction } = context.terminal(at.device, at.terminal)
    return at.device !== device && (fn === 'signal' || fn === 'data') && direction !== 'in'
  })
