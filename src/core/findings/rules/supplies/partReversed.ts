import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly plus: TerminalId
  readonly minus: TerminalId
}

/** Parts without a draw of their own: a diode, a socket, a coupler. Loads, supplies and boards are other rules'. */
export const partReversed = defineRule<Facts>({
  severity: 'stop',
  title: 'Plus and minus exchanged at a part',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.draws.length > 0 || 'outputs' in part.behaviour) return []
      const kindsAt = (terminal: TerminalId) =>
        new Set(context.potentials(terminalKey(id, terminal)).map(({ kind }) => kind))
      const keys = (Object.keys(part.terminals) as TerminalId[]).filter((key) => part.terminals[key]!.polarised)
      const on = (fn: 'V+' | 'V-', kind: '+' | '-') =>
        keys.find((key) => {
          const kinds = kindsAt(key)
          return part.terminals[key]!.function === fn && kinds.has(kind) && !kinds.has(kind === '+' ? '-' : '+')
        })
      const [plus, minus] = [on('V+', '-'), on('V-', '+')]
      return plus && minus ? [{ device: id, plus, minus }] : []
    }),
  word: ({ device, plus, minus }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      { kind: 'terminal', device, terminal: plus },
    ],
    what: `${context.device(device).tag}: the plus is on ${context.terminal(device, minus).label}, the minus on ${context.terminal(device, plus).label}`,
    why: 'A diode this way round is a short as soon as there is power; a socket this way round destroys what is plugged in. Exchange the two leads.',
  }),
})
