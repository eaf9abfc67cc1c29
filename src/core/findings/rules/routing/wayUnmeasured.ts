import type { LeadRoute } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { defineRule, leadName, leadSubject, mm } from '@/core/judging'

export const wayUnmeasured = defineRule<{ readonly lead: LeadRoute['id'] }>({
  severity: 'note',
  title: 'A way outside that nobody measured',
  stage: 'route',
  source: SOURCES.practice,
  find: (context) =>
    context.routes.leads.flatMap((route) =>
      route.isUnmeasured &&
      route.wires.some((wire) => context.reckoning.wires[wire]?.lengthFrom === 'assumed') &&
      route.laid.kind === 'ways'
        ? [{ lead: route.id }]
        : [],
    ),
  word: ({ lead }, context) => {
    const route = context.routes.byId.get(lead)!
    return {
      subjects: [leadSubject(route)],
      alike: 'outside',
      what: `${leadName(context, route)} is reckoned at ${mm(context.plan.practice.assumedLength_mm)}, assumed: how far it is outside was not measured`,
      why: 'It would be cut too short or too long. Say under Route where on the machine it ends, and measure the stretch from the box to there.',
    }
  },
})
