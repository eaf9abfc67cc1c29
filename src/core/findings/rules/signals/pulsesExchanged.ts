import { othersOn, terminalKey } from '@/core/model'
import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import type { JoinedContext } from '../../context'
import { defineJoiningRule } from '../../types'

interface Facts {
  readonly driver: DeviceId
  readonly input: TerminalId
  readonly at: { readonly device: DeviceId; readonly terminal: TerminalId }
  readonly problem: 'exchanged' | 'reversed' | 'split' | 'joined'
}

const PULSE = /^(pul|pulse|step|stp|clk)/i
const DIRECTION = /^dir/i

/** The numbers or letters of the outputs, each in the block of its axis, to which inputs of a driver go: "AXIS 2" of a board. */
function axesOf(
  context: JoinedContext,
  driver: DeviceId,
  inputs: readonly TerminalId[],
  name: RegExp,
): ReadonlySet<string> {
  const found = inputs.flatMap((input) =>
    othersOn(context.model, terminalKey(driver, input)).flatMap(({ device, terminal }) => {
      const { block, label, direction } = context.terminal(device, terminal)
      return block !== null && direction === 'out' && name.test(label) ? [`${device} ${block}`] : []
    }),
  )
  return new Set(found)
}

/** A driver that gets its pulses from one axis of a board, and its direction from another. */
function splitAxes(context: JoinedContext, driver: DeviceId, inputs: readonly TerminalId[]): readonly Facts[] {
  const labelled = (name: RegExp) => inputs.filter((input) => name.test(context.terminal(driver, input).label))
  const [pulses, directions] = [labelled(PULSE), labelled(DIRECTION)]
  const from = axesOf(context, driver, pulses, PULSE)
  const toward = axesOf(context, driver, directions, DIRECTION)
  if (from.size === 0 || toward.size === 0 || [...from].some((axis) => toward.has(axis))) return []
  const input = directions.find((each) => axesOf(context, driver, [each], DIRECTION).size > 0)!
  const at = othersOn(context.model, terminalKey(driver, input))
    .filter(({ device, terminal }) => DIRECTION.test(context.terminal(device, terminal).label))
    .find(({ device, terminal }) => context.terminal(device, terminal).direction === 'out')!
  return [{ driver, input, at: { device: at.device, terminal: at.terminal }, problem: 'split' }]
}

/** The minus of an opto input, by its name; null where both hang on one bar of the driver. */
function minusOf({ terminals, links }: Part, input: TerminalId): TerminalId | null {
  const { label } = terminals[input]!
  if (!label.endsWith('+')) return null
  const stem = label.slice(0, -1)
  const minus = (Object.keys(terminals) as TerminalId[]).find((each) =>
    [`${stem}-`, `${stem}−`].includes(terminals[each]!.label),
  )
  if (minus === undefined) return null
  const isBarred = links.some(
    (link) => link.kind === 'bar' && link.terminals.includes(input) && link.terminals.includes(minus),
  )
  return isBarred ? null : minus
}

export const pulsesExchanged = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Pulses on the wrong input of a driver',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind !== 'driver') return []
      const inputs = (Object.keys(part.terminals) as TerminalId[]).filter((input) => {
        const { function: fn } = part.terminals[input]!
        return fn === 'signal' || fn === 'data'
      })
      const found = inputs.flatMap((input): Facts[] => {
        const { label } = part.terminals[input]!
        const [isPulse, isDirection] = [PULSE.test(label), DIRECTION.test(label)]
        if (!isPulse && !isDirection) return []
        const others = othersOn(context.model, terminalKey(id, input)).filter(
          ({ device }) => context.part(device).behaviour.kind !== 'driver',
        )
        others.sort((a, b) => (`${a.device}|${a.terminal}` < `${b.device}|${b.terminal}` ? -1 : 1))
        const facts = (at: (typeof others)[number], problem: Facts['problem']): Facts[] => [
          { driver: id, input, at: { device: at.device, terminal: at.terminal }, problem },
        ]
        const partner = minusOf(part, input)
        const netOf = (terminal: TerminalId) => context.model.netOf(terminalKey(id, terminal))
        if (partner && netOf(input) === netOf(partner))
          return [{ driver: id, input, at: { device: id, terminal: partner }, problem: 'joined' }]
        const labelled = others.find(({ device, terminal }) => {
          const { label: own, direction } = context.terminal(device, terminal)
          return direction !== 'in' && (isPulse ? DIRECTION.test(own) : PULSE.test(own))
        })
        if (labelled) return facts(labelled, 'exchanged')
        // The plus of an opto input on ground, and so its minus on the output: its lamp stands the wrong way round.
        const ground = others.find(
          ({ device, terminal }) =>
            context.terminal(device, terminal).level_V === 0 || context.terminal(device, terminal).function === 'V-',
        )
        return /\+$/.test(label) && ground ? facts(ground, 'reversed') : []
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
