import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { terminalKey } from '@/core/model'
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
    const { netOf } = context.model
    const allows = (id: DeviceId) => {
      const { behaviour } = context.part(id)
      // Cells are made to be stacked.
      return behaviour.kind === 'battery' || (behaviour.kind === 'supply' && behaviour.seriesAllowed)
    }
    const outputs = context.devices.flatMap(({ id, part: { behaviour } }) =>
      'outputs' in behaviour
        ? behaviour.outputs.map(({ plus, minus }) => ({
            id,
            plus: netOf(terminalKey(id, plus)),
            minus: netOf(terminalKey(id, minus)),
          }))
        : [],
    )
    return outputs.flatMap((lower) =>
      outputs.flatMap((upper) => {
        if (upper.id === lower.id || lower.plus !== upper.minus) return []
        const forbids = [lower.id, upper.id].filter((id) => !allows(id))
        return forbids.length > 0 ? [{ upper: upper.id, lower: lower.id, forbids }] : []
      }),
    )
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
