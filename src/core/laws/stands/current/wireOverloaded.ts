import type { WireId } from '@/core/plan'
import { formatNumber, isAtMost } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

const isAlone = (current_A: number, alone_A: number | null) => alone_A !== null && isAtMost(current_A, alone_A)

export const wireOverloaded = defineRule<{
  readonly wire: WireId
  readonly current_A: number
  readonly ampacity_A: number
  readonly alone_A: number | null
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
        ? [{ wire: id, current_A, ampacity_A, alone_A: reckoned.alone_A }]
        : []
    }),
  word: ({ wire, current_A, ampacity_A, alone_A }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    alike: context.plan.wires[wire]!.cable ?? `${context.reckoning.wires[wire]!.size}`,
    what: `${context.wireName(wire)}, ${context.reckoning.wires[wire]!.size}, carries ${formatNumber(current_A)} A and stands ${formatNumber(ampacity_A)} A`,
    why: `Its insulation softens and ages in the bundle, out of sight.${isAlone(current_A, alone_A) ? ` Lying alone it carries ${formatNumber(alone_A!)} A, which does: keep it apart from other loaded wires.` : ''}`,
    // What lies with it is an assumption until its way is drawn.
    severity: isAlone(current_A, alone_A) ? 'caution' : 'stop',
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
