import { splitKey, terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly terminals: readonly TerminalId[]
  /** Both ends of one winding on the same net. */
  readonly isShorted: boolean
  /** Each winding whole, and on another driver than the other. */
  readonly isParted: boolean
}

export const coilsMixed = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Coils of a motor mixed',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      if (part.behaviour.kind !== 'motor') return []
      const terminals = Object.keys(part.terminals) as TerminalId[]
      /** Which coil of which output each end of one winding is joined to. */
      const outputsOf = (fn: 'coil-A' | 'coil-B') =>
        new Set(
          terminals
            .filter((terminal) => part.terminals[terminal]!.function === fn)
            .flatMap((terminal) => {
              const net = context.model.netById.get(context.model.netOf(terminalKey(id, terminal)))
              return (net?.terminals ?? []).map(splitKey).flatMap((end) => {
                // Another motor on the same axis is no output.
                if (end.device === id || context.part(end.device).behaviour.kind === 'motor') return []
                const { function: other, block } = context.terminal(end.device, end.terminal)
                return other === 'coil-A' || other === 'coil-B' ? [`${end.device} ${block ?? ''} ${other}`] : []
              })
            }),
        )
      const isShorted = (['coil-A', 'coil-B'] as const).some((fn) => {
        const ends = terminals.filter((terminal) => part.terminals[terminal]!.function === fn)
        const nets = new Set(ends.map((terminal) => context.model.netOf(terminalKey(id, terminal))))
        return ends.length === 2 && nets.size === 1 && outputsOf(fn).size > 0
      })
      const [a, b] = [outputsOf('coil-A'), outputsOf('coil-B')]
      const isMixed = a.size > 1 || b.size > 1
      const driverOf = (outputs: ReadonlySet<string>) =>
        [...outputs].map((output) => output.slice(0, output.lastIndexOf(' ')))
      const isParted = a.size > 0 && b.size > 0 && driverOf(a)[0] !== driverOf(b)[0]
      if (!isShorted && !isMixed && !isParted) return []
      return [{ device: id, terminals, isShorted, isParted: isParted && !isShorted && !isMixed }]
    }),
  word: ({ device, isShorted, isParted }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: isParted
      ? `The two windings of ${context.device(device).tag} go to two drivers`
      : `The two ends of a winding of ${context.device(device).tag} go to ${isShorted ? 'one and the same terminal' : 'different coils'} of its driver`,
    why: 'It hums, trembles and does not turn, and the driver may take harm. Find the pairs by continuity: each pair to one coil.',
  }),
})
