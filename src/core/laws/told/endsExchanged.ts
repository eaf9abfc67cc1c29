import { terminalKey, waysFrom, type Passage } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly out: TerminalId
  readonly into: TerminalId
}

/** The ends of a passage that are made for the source and for the load; null where it does not mind. */
function endsOf(context: JoinedContext, { a, b, device }: Passage): Facts | null {
  const [one, other] = [a, b].map((key) => key.slice(key.indexOf('|') + 1) as TerminalId) as [TerminalId, TerminalId]
  const directionOf = (terminal: TerminalId) => context.terminal(device, terminal).direction
  if (directionOf(one) === 'out' && directionOf(other) === 'in') return { device, out: one, into: other }
  return directionOf(other) === 'out' && directionOf(one) === 'in' ? { device, out: other, into: one } : null
}

export const endsExchanged = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Input and output ends exchanged',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) => {
    const { model } = context
    return model.passages.flatMap((passage): Facts[] => {
      const ends = endsOf(context, passage)
      if (!ends || context.device(ends.device).origin === 'remove') return []
      const wired = (terminal: TerminalId) => context.wiresAt(ends.device, terminal).length > 0
      if (!wired(ends.out) && !wired(ends.into)) return []
      const joint = (terminal: TerminalId) => model.jointOf(terminalKey(ends.device, terminal))
      const isApart = (way: readonly Passage[] | undefined) =>
        way !== undefined && !way.some((each) => each.device === ends.device)
      const [out, into] = [joint(ends.out), joint(ends.into)]
      const isTurned = model.sources.some(({ terminal, potential }) => {
        const ways = waysFrom(model, terminal)
        const through = ways.get(into)
        if (!through?.includes(passage) || !isApart(ways.get(out))) return false
        // Between two sources, a battery and its charger, it is fed from both sides.
        return !model.sources.some(
          (other) =>
            other.potential.kind === potential.kind &&
            other.potential.device !== potential.device &&
            isApart(waysFrom(model, other.terminal).get(into)),
        )
      })
      return isTurned ? [ends] : []
    })
  },
  word: ({ device, out, into }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag}, ${context.device(device).name}: the source is on ${context.terminal(device, out).label}, and what it should switch or protect on ${context.terminal(device, into).label}`,
    why: 'Its transistor then conducts by its own diode whatever the control says, or its electronics are fed from the wrong side. The source goes to “in”, the load to “out”.',
  }),
})
