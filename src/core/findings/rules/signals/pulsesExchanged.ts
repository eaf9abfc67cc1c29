import { othersOn } from '@/core/figures'
import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly driver: DeviceId
  readonly input: TerminalId
  readonly at: { readonly device: DeviceId; readonly terminal: TerminalId }
  readonly problem: 'exchanged' | 'reversed'
}

const PULSE = /^(pul|pulse|step|stp|clk)/i
const DIRECTION = /^dir/i

export const pulsesExchanged = defineRule<Facts>({
  severity: 'stop',
  title: 'Pulses on the wrong input of a driver',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind !== 'driver') return []
      return (Object.keys(part.terminals) as TerminalId[]).flatMap((input): Facts[] => {
        const { function: fn, label } = part.terminals[input]!
        if (fn !== 'signal' && fn !== 'data') return []
        const [isPulse, isDirection] = [PULSE.test(label), DIRECTION.test(label)]
        if (!isPulse && !isDirection) return []
        const others = othersOn(context.model, terminalKey(id, input)).filter(
          ({ device }) => context.part(device).behaviour.kind !== 'driver',
        )
        others.sort((a, b) => (`${a.device}|${a.terminal}` < `${b.device}|${b.terminal}` ? -1 : 1))
        const facts = (at: (typeof others)[number], problem: Facts['problem']): Facts[] => [
          { driver: id, input, at: { device: at.device, terminal: at.terminal }, problem },
        ]
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
    }),
  word: ({ driver, input, at, problem }, context) => ({
    subjects: [
      { kind: 'terminal', device: driver, terminal: input },
      { kind: 'terminal', ...at },
    ],
    what: `${context.terminalName(driver, input)} is joined to ${context.terminalName(at.device, at.terminal)}${problem === 'reversed' ? ', a ground' : ''}`,
    why:
      problem === 'exchanged'
        ? 'Pulses arrive where the direction is read: the motor trembles and goes nowhere. Exchange the two wires.'
        : 'The plus of an opto input wants the signal or the plus, and its minus the ground: the other way round no current flows in it.',
  }),
})
