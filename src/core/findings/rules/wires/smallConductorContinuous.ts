import type { WireId } from '@/core/plan'
import { formatNumber, isAtMost } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const smallConductorContinuous = defineRule<{
  readonly wire: WireId
  readonly current_A: number
  readonly continuous_A: number
}>({
  severity: 'caution',
  title: 'Small conductor loaded without pause',
  stage: 'feed',
  source: SOURCES.necSmallConductor,
  find: (context) =>
    context.wires.flatMap(({ id, wire, reckoned: { worst, ampacity, continuous_A } }) => {
      const current_A = worst.value
      if (current_A === null || ampacity.value === null || continuous_A === null) return []
      // A bought cable's cores are its maker's; what is beyond the ampacity itself is said elsewhere.
      if (wire.cable !== null && context.plan.cables[wire.cable]!.premade) return []
      return !isAtMost(current_A, continuous_A) && isAtMost(current_A, ampacity.value)
        ? [{ wire: id, current_A, continuous_A }]
        : []
    }),
  word: ({ wire, current_A, continuous_A }, context) => {
    const { size, label, cable } = context.plan.wires[wire]!
    return {
      subjects: [{ kind: 'wire', id: wire }],
      alike: cable ?? `${context.reckoning.wires[wire]!.size}`,
      what: `${context.wireName(wire)}, ${context.reckoning.wires[wire]!.size}, carries ${formatNumber(current_A)} A; of a load that stays on it may carry ${formatNumber(continuous_A)} A`,
      why: 'The American rule lets 18 and 16 AWG carry four fifths of their protection when the load runs for hours. The next thicker size has no such cut.',
      fixes:
        size === null
          ? []
          : [
              {
                label: `Size ${label} by its current`,
                commands: [{ type: 'updateWire', id: wire, changes: { size: null } }],
              },
            ],
    }
  },
})
