import { SOURCES } from '@/core/reference'
import type { BondReckoning } from '@/core/figures'
import { ofJoints, defineRule, crossings } from '@/core/judging'

export const bondNeedless = defineRule<BondReckoning>({
  severity: 'note',
  title: 'Negatives tied where nothing needs it',
  stage: 'connect',
  source: SOURCES.practice,
  find(context) {
    const all = ofJoints(context, crossings)
    return context.reckoning.bonds.filter(({ supplies }) => {
      if (supplies.length === 0) return false
      const between = all.filter((crossing) => crossing.supplies.every((supply) => supplies.includes(supply)))
      return between.length > 0 && between.every(({ isIsolated }) => isIsolated)
    })
  },
  word: ({ wire, supplies }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    what: `${context.wireName(wire)} ties the negatives of ${supplies.map((id) => context.device(id).tag).join(' and ')}, and every signal between their circuits is isolated`,
    why: 'Opto inputs, isolated links and relay contacts need no common negative; left apart, a fault on one side stays there.',
    fixes: [{ label: `Take ${context.plan.wires[wire]!.label} out`, commands: [{ type: 'disconnect', id: wire }] }],
  }),
})
