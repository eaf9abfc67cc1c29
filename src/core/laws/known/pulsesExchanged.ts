import { othersOn, terminalKey } from '@/core/model'
import {
  driverInputs,
  driverSignalOf,
  type DeviceId,
  type DriverInput,
  type DriverSignal,
  type TerminalId,
} from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly driver: DeviceId
  readonly input: TerminalId
  readonly at: { readonly device: DeviceId; readonly terminal: TerminalId }
  readonly problem: 'exchanged' | 'reversed' | 'split' | 'joined'
}

/** The numbers or letters of the outputs, each in the block of its axis, to which inputs of a driver go: "AXIS 2" of a board. */
function axesOf(
  context: JoinedContext,
  driver: DeviceId,
  inputs: readonly TerminalId[],
  signal: DriverSignal,
): ReadonlySet<string> {
  const found = inputs.flatMap((input) =>
    othersOn(context.model, terminalKey(driver, input)).flatMap(({ device, terminal }) => {
      const { block, label, direction } = context.terminal(device, terminal)
      return block !== null && direction === 'out' && driverSignalOf(label) === signal ? [`${device} ${block}`] : []
    }),
  )
  return new Set(found)
}

/** A driver that gets its pulses from one axis of a board, and its direction from another. */
function splitAxes(context: JoinedContext, driver: DeviceId, inputs: readonly DriverInput[]): readonly Facts[] {
  const saying = (signal: DriverSignal) => inputs.flatMap((input) => (input.says === signal ? endsOf(input) : []))
  const directions = saying('direction')
  const from = axesOf(context, driver, saying('pulse'), 'pulse')
  const toward = axesOf(context, driver, directions, 'direction')
  if (from.size === 0 || toward.size === 0 || [...from].some((axis) => toward.has(axis))) return []
  const input = directions.find((each) => axesOf(context, driver, [each], 'direction').size > 0)!
  const at = othersOn(context.model, terminalKey(driver, input))
    .filter(({ device, terminal }) => driverSignalOf(context.terminal(device, terminal).label) === 'direction')
    .find(({ device, terminal }) => context.terminal(device, terminal).direction === 'out')!
  return [{ driver, input, at: { device: at.device, terminal: at.terminal }, problem: 'split' }]
}

const endsOf = ({ plus, minus }: DriverInput): readonly TerminalId[] => (minus === null ? [plus] : [plus, minus])

export const pulsesExchanged = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Pulses on the wrong input of a driver',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind !== 'driver') return []
      const inputs = driverInputs(part)
      const ends = inputs.flatMap((each) => endsOf(each).map((input) => ({ ...each, input })))
      const found = ends.flatMap(({ says, plus, minus, input }): Facts[] => {
        if (says !== 'pulse' && says !== 'direction') return []
        const others = othersOn(context.model, terminalKey(id, input)).filter(
          ({ device }) => context.part(device).behaviour.kind !== 'driver',
        )
        others.sort((a, b) => (`${a.device}|${a.terminal}` < `${b.device}|${b.terminal}` ? -1 : 1))
        const facts = (at: (typeof others)[number], problem: Facts['problem']): Facts[] => [
          { driver: id, input, at: { device: at.device, terminal: at.terminal }, problem },
        ]
        const isPlus = input === plus && minus !== null
        const netOf = (terminal: TerminalId) => context.model.netOf(terminalKey(id, terminal))
        if (isPlus && netOf(input) === netOf(minus))
          return [{ driver: id, input, at: { device: id, terminal: minus }, problem: 'joined' }]
        const labelled = others.find(({ device, terminal }) => {
          const { label: own, direction } = context.terminal(device, terminal)
          return direction !== 'in' && driverSignalOf(own) === (says === 'pulse' ? 'direction' : 'pulse')
        })
        if (labelled) return facts(labelled, 'exchanged')
        // The plus of an opto input on ground, and so its minus on the output: its lamp stands the wrong way round.
        const ground = others.find(
          ({ device, terminal }) =>
            context.terminal(device, terminal).level_V === 0 || context.terminal(device, terminal).function === 'V-',
        )
        return isPlus && ground ? facts(ground, 'reversed') : []
      })
      return found.length > 0 ? found : [...splitAxes(context, id, inputs)]
    }),
  word: ({ driver, input, at, problem }, context) => ({
    subjects: [
      { kind: 'terminal', device: driver, terminal: input },
      { kind: 'terminal', ...at },
    ],
    what: `${context.terminalName(driver, input)} is joined to ${context.terminalName(at.device, at.terminal)}${problem === 'reversed' ? ', a ground' : problem === 'split' ? ', and its pulses come from another axis' : ''}`,
    // A program can give any output to any axis; few do.
    severity: problem === 'split' ? 'caution' : 'stop',
    why:
      problem === 'split'
        ? 'Unless the program was told so, this motor turns one way only, and another’s direction follows this axis. Take both from the same axis.'
        : problem === 'exchanged'
          ? 'Pulses arrive where the direction is read: the motor trembles and goes nowhere. Exchange the two wires.'
          : problem === 'joined'
            ? 'Both ends of one input on one joint: no current ever flows in it, and what is sent there goes nowhere.'
            : 'The plus of an opto input wants the signal or the plus, and its minus the ground: the other way round no current flows in it.',
  }),
})
