import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const suppliesInSeries = defineRule<{
  readonly upper: DeviceId
  readonly lower: DeviceId
  readonly forbids: readonly DeviceId[]
}>({
  severity: 'caution',
  title: 'Supplies in series that nobody says are made for it',
  stage: 'connect',
  source: SOURCES.practice,
  find(context) {
    const { sources, netOf } = context.model
    const allows = (id: DeviceId) => {
      const { behaviour } = context.part(id)
      // Cells are made to be stacked.
      return behaviour.kind === 'battery' || (behaviour.kind === 'supply' && behaviour.seriesAllowed)
    }
    return sources.flatMap(({ potential: plus, terminal }) => {
      if (plus.kind !== '+') return []
      return sources.flatMap(({ potential: minus, terminal: other }) => {
        if (minus.kind !== '-' || minus.device === plus.device || netOf(terminal) !== netOf(other)) return []
        const forbids = [plus.device, minus.device].filter((id) => !allows(id))
        return forbids.length > 0 ? [{ upper: minus.device, lower: plus.device, forbids }] : []
      })
    })
  },
  word: ({ upper, lower, forbids }, context) => ({
    subjects: [
      { kind: 'device', id: upper },
      { kind: 'device', id: lower },
    ],
    what: `The negative of ${context.device(upper).tag} sits on the positive of ${context.device(lower).tag}; ${forbids.map((id) => context.device(id).tag).join(' and ')} ${forbids.length === 1 ? 'does' : 'do'} not state that ${forbids.length === 1 ? 'it' : 'they'} may stand in series`,
    why: 'Each output is stressed backwards when the other fails or starts first, and their sum may leave low voltage. Use one supply of the voltage wanted, or parts that state they may be stacked.',
  }),
})
