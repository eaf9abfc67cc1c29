import { othersOn } from '@/core/figures'
import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import type { Context } from '../../context'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly on: 'two-inputs' | 'two-grounds' | 'output'
}

type Landing = 'input' | 'output' | 'ground' | 'other'

/** What a lead of a probe or switch lands on, at a board. */
function landingAt(context: Context, device: DeviceId, terminal: TerminalId): Landing {
  const pins = othersOn(context.model, terminalKey(device, terminal)).map(({ device: other, terminal: at }) =>
    context.terminal(other, at),
  )
  const signals = pins.filter(({ function: fn }) => fn === 'signal' || fn === 'data')
  if (signals.some(({ level_V, direction }) => level_V !== null && level_V > 0 && direction === 'out')) return 'output'
  if (signals.some(({ level_V, direction }) => level_V !== null && level_V > 0 && direction !== 'out')) return 'input'
  const isGround =
    signals.some(({ level_V }) => level_V === 0) ||
    context.potentials(terminalKey(device, terminal)).some(({ kind }) => kind === '-')
  return isGround ? 'ground' : 'other'
}

export const probeMisplaced = defineRule<Facts>({
  severity: 'stop',
  title: 'A probe between two pins that do not belong together',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const terminals = Object.keys(part.terminals) as TerminalId[]
      if (part.behaviour.kind !== 'sensor' || part.draws.length > 0 || terminals.length !== 2) return []
      const [a, b] = terminals.map((terminal) => landingAt(context, id, terminal)) as [Landing, Landing]
      if (a === 'output' || b === 'output') return [{ device: id, on: 'output' }]
      if (a === 'input' && b === 'input') return [{ device: id, on: 'two-inputs' }]
      return a === 'ground' && b === 'ground' ? [{ device: id, on: 'two-grounds' }] : []
    }),
  word: ({ device, on }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag}, ${context.device(device).name}, ${
      {
        'two-inputs': 'lies between two inputs',
        'two-grounds': 'has both leads on ground',
        output: 'hangs on an output',
      }[on]
    }`,
    why: 'A thermistor or a switch is read between its own input and ground: like this it reads nothing, or two of them at once. Exchange the leads with its neighbour’s.',
  }),
})
