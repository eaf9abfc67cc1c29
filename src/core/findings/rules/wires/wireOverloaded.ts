import type { WireId } from '@/core/plan'
import { formatNumber, isAtMost } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const wireOverloaded = defineRule<{
  readonly wire: WireId
  readonly current_A: number
  readonly ampacity_A: number
}>({
  severity: 'stop',
  title: 'Wire carries more than it can',
  stage: 'feed',
  source: SOURCES.iec60204Ampacity,
  find: (context) =>
    context.wires.flatMap(({ id, reckoned }) => {
      const current_A = reckoned.worst.value
      const ampacity_A = reckoned.ampacity.value
      return reckoned.function !== 'PE' && current_A !== null && ampacity_A !== null && !isAtMost(current_A, ampacity_A)
        ? [{ wire: id, current_A, ampacity_A }]
        : []
    }),
  word: ({ wire, current_A, ampacity_A }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    what: `${context.wireName(wire)}, ${context.reckoning.wires[wire]!.size}, carries ${formatNumber(current_A)} A and stands ${formatNumber(ampacity_A)} A`,
    why: 'Its insulation softens and ages in the bundle, out of sight.',
    fixes:
      context.plan.wires[wire]!.size === null
        ? []
        : [
            {
              label: `Size ${context.plan.wires[wire]!.label} by its current`,
              commands: [{ type: 'updateWire', id: wire, changes: { size: null } }],
            },
          ],
  }),
})
