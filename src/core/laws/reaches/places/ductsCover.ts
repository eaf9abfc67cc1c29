import type { RacewayId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const ductsCover = defineLayingRule<{ readonly a: RacewayId; readonly b: RacewayId }>({
  severity: 'caution',
  title: 'Two ducts in one place',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) => reckoning.faces.flatMap(({ crossing }) => crossing.map(([a, b]) => ({ a, b }))),
  word: ({ a, b }, { plan }) => ({
    subjects: [{ kind: 'plan' }],
    what: `“${plan.raceways[a]!.name}” and “${plan.raceways[b]!.name}” run the same way over the same piece of the plate`,
    why: 'Ducts meet end to end or crosswise; side by side each needs its own width.',
  }),
})
