import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  /** Inlets that bring its line, and those that take its current home. */
  readonly lines: readonly DeviceId[]
  readonly neutrals: readonly DeviceId[]
}

/** The two mains terminals of whatever takes power there. */
function* mainsEnds({ model }: JoinedContext): Generator<readonly [DeviceId, TerminalId, TerminalId]> {
  for (const { id, part } of model.devices) {
    for (const { plus, minus } of part.draws) yield [id, plus, minus]
    if (part.behaviour.kind === 'supply') yield [id, part.behaviour.line, part.behaviour.neutral]
    const of = (fn: 'L' | 'N') =>
      (Object.keys(part.terminals) as TerminalId[]).find((key) => part.terminals[key]!.function === fn)
    const [line, neutral] = [of('L'), of('N')]
    if (part.behaviour.kind === 'outlet' && line && neutral) yield [id, line, neutral]
  }
}

/** A law: what a cord brings goes home by it. Its residual device sees the difference, and with the other plug out its pins are live. */
export const otherCordsNeutral = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Line of one cord, neutral of another',
  stage: 'connect',
  source: SOURCES.iec60204Supply,
  find: (context) => {
    const found = new Map<DeviceId, Facts>()
    for (const [device, a, b] of mainsEnds(context)) {
      const at = (terminal: TerminalId, kind: 'L' | 'N') =>
        [
          ...new Set(
            context
              .potentials(terminalKey(device, terminal))
              .flatMap((each) => (each.kind === kind ? [each.device] : [])),
          ),
        ].sort()
      for (const [plus, minus] of [
        [a, b],
        [b, a],
      ] as const) {
        const [lines, neutrals] = [at(plus, 'L'), at(minus, 'N')]
        const isMixed = lines.length > 0 && neutrals.length > 0 && !lines.some((inlet) => neutrals.includes(inlet))
        if (isMixed && !found.has(device)) found.set(device, { device, lines, neutrals })
      }
    }
    return [...found.values()]
  },
  word: ({ device, lines, neutrals }, context) => {
    const tags = (ids: readonly DeviceId[]) => ids.map((id) => context.device(id).tag).join(', ')
    return {
      subjects: [device, ...lines, ...neutrals].map((id) => ({ kind: 'device', id })),
      what: `${context.device(device).tag} gets its line from ${tags(lines)} and sends its current home by ${tags(neutrals)}`,
      why: 'A residual-current device ahead of either sees current that does not come back and trips; with one plug out the other’s bare pins are live, and one cord may carry what is meant for two. Bring line and neutral from one cord.',
    }
  },
})
