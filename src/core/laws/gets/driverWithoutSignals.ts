import { terminalKey, othersOn } from '@/core/model'
import { driverInputs, type DeviceId, type DriverInput, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, isSentTo, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly open: readonly TerminalId[]
  /** Wired from driver to driver, and to no controller at its end. */
  readonly adrift: readonly TerminalId[]
  /** Both ends of one input wired, and nothing at either that could give a pulse. */
  readonly still: readonly TerminalId[]
}

export const driverWithoutSignals = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A driver without its pulses',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind !== 'driver') return []
      // An enable input is fed by nobody in most machines.
      const wanted = driverInputs(part).filter(({ says }) => says === 'pulse' || says === 'direction')
      const inputs = wanted.flatMap(endsOf).filter((terminal) => !context.isLeftOpen(id, terminal))
      const open = inputs.filter((terminal) => othersOn(context.model, terminalKey(id, terminal)).length === 0)
      const linked = open.filter((terminal) => context.wiresAt(id, terminal).length > 0)
      const adrift = inputs.filter((terminal) => !open.includes(terminal) && !reachesController(context, id, terminal))
      if (open.length + adrift.length > 0)
        return [
          {
            device: id,
            open: open.filter((each) => !linked.includes(each)),
            adrift: [...adrift, ...linked],
            still: [],
          },
        ]
      const still = wanted.flatMap((input) => (isSentTo(context, id, endsOf(input)) ? [] : endsOf(input)))
      return still.length > 0 ? [{ device: id, open: [], adrift: [], still }] : []
    }),
  word: ({ device, open, adrift, still }, context) => {
    const names = (terminals: readonly TerminalId[]) =>
      terminals.map((terminal) => context.terminal(device, terminal).label).join(', ')
    return {
      subjects: [
        { kind: 'device', id: device },
        ...[...open, ...adrift, ...still].map((terminal) => ({ kind: 'terminal' as const, device, terminal })),
      ],
      alike: 'driver',
      what: `${context.device(device).tag}, its inputs: ${[
        ...(open.length > 0 ? [`${names(open)} open`] : []),
        ...(still.length > 0 ? [`${names(still)} wired, and to no output that gives pulses`] : []),
        ...(adrift.length > 0 ? [`${names(adrift)} wired, and to no controller in the end`] : []),
      ].join('; ')}`,
      why: 'An opto input wants both its ends: the signal, and the common, which is linked from driver to driver and somewhere to the controller. Without either its motor stands and holds.',
    }
  },
})

const endsOf = ({ plus, minus }: DriverInput): readonly TerminalId[] => (minus === null ? [plus] : [plus, minus])

/** Whether anything is on the net that sends or feeds: neither a driver, a joint, nor a pin that only listens. */
function reachesController(context: JoinedContext, device: DeviceId, terminal: TerminalId): boolean {
  return othersOn(context.model, terminalKey(device, terminal)).some(({ device: other, terminal: at }) => {
    const { kind } = context.part(other).behaviour
    const { function: fn, direction } = context.terminal(other, at)
    const isListening = (fn === 'signal' || fn === 'data') && direction === 'in'
    return kind !== 'driver' && kind !== 'splice' && kind !== 'terminal-strip' && kind !== 'coupler' && !isListening
  })
}
