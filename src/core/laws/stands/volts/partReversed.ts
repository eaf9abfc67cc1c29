import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly plus: TerminalId
  readonly minus: TerminalId
}

/** Parts without a draw of their own: a diode, a socket, a coupler; and the input of a converter. Loads and boards are other rules'. */
export const partReversed = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Plus and minus exchanged at a part',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const { behaviour } = part
      const isConverter = behaviour.kind === 'converter'
      if (!isConverter && (part.draws.length > 0 || 'outputs' in behaviour)) return []
      const kindsAt = (terminal: TerminalId) =>
        new Set(
          context.potentials(terminalKey(id, terminal)).flatMap(({ kind, device }) => (device === id ? [] : [kind])),
        )
      const keys = (Object.keys(part.terminals) as TerminalId[]).filter(
        (key) => part.terminals[key]!.polarised && (!isConverter || key === behaviour.plus || key === behaviour.minus),
      )
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
    why:
      context.part(device).behaviour.kind === 'converter'
        ? 'Its input is destroyed, or shorts what feeds it. Check polarity twice, at the plug, and exchange the two leads.'
        : 'A diode this way round is a short as soon as there is power; a socket this way round destroys what is plugged in. Exchange the two leads.',
  }),
})
