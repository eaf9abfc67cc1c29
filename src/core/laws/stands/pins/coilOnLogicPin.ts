import { coilsOf, type DeviceId, type TerminalId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { splitKey, terminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { isOnRail, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly pin: { readonly device: DeviceId; readonly terminal: TerminalId }
  readonly coil_A: number
}

/** What a logic output gives without harm; common practice. */
const LOGIC_PIN_A = 0.02
/** Outputs of a higher level are made to drive something. */
const LOGIC_V = 5

export const coilOnLogicPin = defineRule<Facts>({
  severity: 'stop',
  title: 'Coil straight on a logic pin',
  stage: 'guard',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind !== 'relay' && part.behaviour.kind !== 'contactor') return []
      return coilsOf(part).flatMap(({ coil }) => {
        const own = part.draws.find(({ plus, minus }) => plus === coil.plus && minus === coil.minus)
        const coil_A = own ? (own.current_A ?? (own.power_W ?? 0) / own.nominal_V) : 0
        if (coil.hasDriver || coil_A <= LOGIC_PIN_A) return []
        return [coil.plus, coil.minus].flatMap((terminal) => {
          // A pin that was laid on a rail by mistake gives nothing to the coil.
          if (isOnRail(context, terminalKey(id, terminal))) return []
          const net = context.model.netById.get(context.model.netOf(terminalKey(id, terminal)))
          const pin = net?.terminals.map(splitKey).find((at) => {
            const { function: fn, direction, level_V } = context.terminal(at.device, at.terminal)
            return (
              (fn === 'data' || fn === 'signal') &&
              direction !== 'in' &&
              level_V !== null &&
              level_V > 0 &&
              level_V <= LOGIC_V
            )
          })
          return pin ? [{ device: id, pin, coil_A }] : []
        })
      })
    }),
  word: ({ device, pin, coil_A }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      { kind: 'terminal', device: pin.device, terminal: pin.terminal },
    ],
    what: `The coil of ${context.device(device).tag} takes ${formatNumber(coil_A)} A from ${context.terminalName(pin.device, pin.terminal)}, a logic pin that gives ${LOGIC_PIN_A} A or so`,
    why: 'The pin burns out, or the relay half pulls in and chatters. Put a driver between: a transistor, or a relay module that has one.',
  }),
})
