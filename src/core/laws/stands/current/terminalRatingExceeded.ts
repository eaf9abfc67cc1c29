import type { DeviceId, TerminalId } from '@/core/plan'
import { formatNumber, isAtMost } from '@/core/quantity'
import { splitKey, terminalKey, type TerminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { ofJoints, type JoinedContext, RATING_SLACK, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly unit: 'A' | 'V'
  readonly actual: number
  readonly rated: number
}

export const terminalRatingExceeded = defineRule<Facts>({
  severity: 'stop',
  title: 'More than a terminal is made for',
  stage: 'connect',
  source: SOURCES.iec60204Terminals,
  find: (context) => {
    const busiest = new Map<TerminalKey, number>()
    for (const { wire, reckoned } of context.wires) {
      if (wire.function === 'PE' || reckoned.worst.value === null) continue
      for (const end of [wire.from, wire.to]) {
        if (end.kind !== 'terminal') continue
        const key = terminalKey(end.device, end.terminal)
        busiest.set(key, Math.max(busiest.get(key) ?? 0, reckoned.worst.value))
      }
    }
    const currents = [...busiest].flatMap(([key, current_A]): Facts[] => {
      const { device, terminal } = splitKey(key)
      const { rated_A } = context.terminal(device, terminal)
      return context.device(device).origin !== 'remove' &&
        rated_A !== null &&
        !isAtMost(current_A, rated_A * RATING_SLACK)
        ? [{ device, terminal, unit: 'A', actual: current_A, rated: rated_A }]
        : []
    })
    return [...currents, ...ofJoints(context, voltsBeyond)]
  },
  word: ({ device, terminal, unit, actual, rated }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal }],
    alike: `${device} ${unit}`,
    what: `${context.terminalName(device, terminal)} is made for ${formatNumber(rated)} ${unit}; ${unit === 'A' ? `a wire in it carries ${formatNumber(actual)} A` : `it stands at ${formatNumber(actual)} V`}`,
    why:
      unit === 'A'
        ? 'The clamp heats at its joint long before the wire does. Share the load over more terminals, or take a part with larger ones.'
        : 'Distances inside the part are made for less; mains or a rail may jump to what lies beside it.',
  }),
})

/** Terminals with a live wire in them that stand at more volts than they are made for. */
function voltsBeyond(context: JoinedContext): readonly Facts[] {
  const keys = new Set(
    context.wires.flatMap(({ wire }) =>
      wire.function === 'PE'
        ? []
        : [wire.from, wire.to].flatMap((end) =>
            end.kind === 'terminal' ? [terminalKey(end.device, end.terminal)] : [],
          ),
    ),
  )
  return [...keys].flatMap((key): Facts[] => {
    const { device, terminal } = splitKey(key)
    const { rated_V } = context.terminal(device, terminal)
    if (rated_V === null || context.device(device).origin === 'remove') return []
    const potentials = context.potentials(key)
    const voltage_V = potentials.some(({ kind }) => kind === 'L' || kind === 'N')
      ? context.plan.site.mains_V
      : Math.max(0, ...potentials.map((potential) => (potential.kind === '+' ? (potential.voltage_V ?? 0) : 0)))
    return isAtMost(voltage_V, rated_V) ? [] : [{ device, terminal, unit: 'V', actual: voltage_V, rated: rated_V }]
  })
}
