import { terminalKey, othersOn } from '@/core/model'
import { driverInputs, type DeviceId, type DriverInput, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, hasLevel, isOnRail, isSentTo, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly open: readonly TerminalId[]
  /** Wired from driver to driver, and to no controller at its end. */
  readonly adrift: readonly TerminalId[]
  /** Both ends of one input wired, and nothing at either that could give a pulse. */
  readonly still: readonly TerminalId[]
  /** The end that hangs on a rail, where what the pin at the other end gives can never light the input, or never let it go out. */
  readonly against: readonly TerminalId[]
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
            against: [],
          },
        ]
      const still = wanted.flatMap((input) => (isSentTo(context, id, endsOf(input)) ? [] : endsOf(input)))
      const against = wanted.flatMap((input) => railAgainst(context, id, input))
      return still.length + against.length > 0 ? [{ device: id, open: [], adrift: [], still, against }] : []
    }),
  word: ({ device, open, adrift, still, against }, context) => {
    const names = (terminals: readonly TerminalId[]) =>
      terminals.map((terminal) => context.terminal(device, terminal).label).join(', ')
    return {
      subjects: [
        { kind: 'device', id: device },
        ...[...open, ...adrift, ...still, ...against].map((terminal) => ({
          kind: 'terminal' as const,
          device,
          terminal,
        })),
      ],
      alike: 'driver',
      what: `${context.device(device).tag}, its inputs: ${[
        ...(open.length > 0 ? [`${names(open)} open`] : []),
        ...(still.length > 0 ? [`${names(still)} wired, and to no output that gives pulses`] : []),
        ...(against.length > 0
          ? [`${names(against)} on a rail against which the pin at the other end can switch nothing`]
          : []),
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

/** What an opto input takes to light, and under which it goes out; from memory of common input stages. */
const LIGHTS_V = 1.5
const GOES_OUT_V = 3

/** Of a pin that gives so many volts or none at one end, and a rail at the other. */
function railAgainst(context: JoinedContext, device: DeviceId, { plus, minus }: DriverInput): readonly TerminalId[] {
  if (minus === null) return []
  const [high, low] = [plus, minus].map((end) => ({
    pin_V: pinAt(context, device, end),
    rail_V: railAt(context, device, end),
  }))
  if (high!.pin_V !== null && low!.rail_V !== null) return high!.pin_V - low!.rail_V < LIGHTS_V ? [minus] : []
  if (low!.pin_V !== null && high!.rail_V !== null) {
    const isNeverLit = high!.rail_V < LIGHTS_V
    const isNeverOut = high!.rail_V - low!.pin_V > GOES_OUT_V
    return isNeverLit || isNeverOut ? [plus] : []
  }
  return []
}

/** What an output that drives both ways gives at a terminal; null where none does. */
function pinAt(context: JoinedContext, device: DeviceId, end: TerminalId): number | null {
  if (isOnRail(context, terminalKey(device, end))) return null
  const pins = othersOn(context.model, terminalKey(device, end))
    .map(({ device: other, terminal }) => context.terminal(other, terminal))
    .filter((terminal) => hasLevel(terminal) && terminal.direction === 'out')
  return pins.length === 1 ? pins[0]!.level_V : null
}

/** The volts of the rail that a terminal stands on; null where it stands on none, or on several. */
function railAt(context: JoinedContext, device: DeviceId, end: TerminalId): number | null {
  const key = terminalKey(device, end)
  const isGround = othersOn(context.model, key).some(
    ({ device: other, terminal }) => context.terminal(other, terminal).level_V === 0,
  )
  if (isGround) return 0
  if (!isOnRail(context, key)) return null
  const volts = new Set(
    context.potentials(key).flatMap(({ kind, voltage_V }) => (kind === '+' ? [voltage_V] : kind === '-' ? [0] : [])),
  )
  const [only] = volts
  return volts.size === 1 ? (only ?? null) : null
}
