import type { DeviceId, StateId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'
import { isCharging, joinedPositives } from '../stands/volts/joinedPositives'

interface Facts {
  readonly source: DeviceId
  readonly output: string
  readonly limit_A: number
  readonly state: StateId
  readonly dropped: readonly DeviceId[]
}

export const sourceAskedTooMuch = defineRule<Facts>({
  severity: 'stop',
  title: 'More is asked of a source than it gives',
  stage: 'feed',
  source: SOURCES.practice,
  find: (context) => {
    const found = Object.entries(context.reckoning.states).flatMap(([state, { overloads }]) =>
      overloads.map((overload) => ({ ...overload, state: state as StateId })),
    )
    // A battery takes all that its charger gives, and gives what the charger does not: at its limit it does its work.
    const charging = new Set(
      joinedPositives(context)
        .filter((sources) => isCharging(context, sources))
        .flatMap((sources) => sources.map(({ device, output }) => `${device}/${output}`)),
    )
    const isCharger = ({ source, output, dropped }: Facts) =>
      dropped.length === 0 && charging.has(`${source}/${output}`) && context.part(source).behaviour.kind !== 'battery'
    return found.filter(
      (facts, i) =>
        !isCharger(facts) &&
        context.device(facts.source).origin !== 'remove' &&
        found.findIndex((other) => other.source === facts.source && other.output === facts.output) === i,
    )
  },
  word: ({ source, limit_A, state, dropped }, context) => ({
    subjects: [{ kind: 'device', id: source }, ...dropped.map((id) => ({ kind: 'device' as const, id }))],
    what: `In state “${context.plan.states[state]!.name}” more is asked of ${context.device(source).tag} than the ${formatNumber(limit_A)} A at which it limits${
      dropped.length > 0 ? `; ${dropped.map((id) => context.device(id).tag).join(', ')} would fall out` : ''
    }`,
    why: 'Its voltage gives way, loads drop out and come back, and it may shut down altogether. Take a larger one, or deal the loads over two.',
  }),
})
