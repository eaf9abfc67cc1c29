import type { DeviceId, TerminalId } from '@/core/plan'
import { formatNumber, isAtMost } from '@/core/quantity'
import { splitKey, terminalKey, type TerminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { RATING_SLACK } from '../../slack'
import { defineRule } from '../../types'

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
    return [...busiest].flatMap(([key, current_A]): Facts[] => {
      const { device, terminal } = splitKey(key)
      if (context.device(device).origin === 'remove') return []
      const { rated_A, rated_V } = context.terminal(device, terminal)
      const potentials = context.potentials(key)
      const voltage_V = potentials.some(({ kind }) => kind === 'L' || kind === 'N')
        ? context.plan.site.mains_V
        : Math.max(0, ...potentials.map((potential) => (potential.kind === '+' ? (potential.voltage_V ?? 0) : 0)))
      return [
        ...(rated_A !== null && !isAtMost(current_A, rated_A * RATING_SLACK)
          ? [{ device, terminal, unit: 'A' as const, actual: current_A, rated: rated_A }]
          : []),
        ...(rated_V !== null && !isAtMost(voltage_V, rated_V)
          ? [{ device, terminal, unit: 'V' as const, actual: voltage_V, rated: rated_V }]
          : []),
      ]
    })
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
