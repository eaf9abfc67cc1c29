import type { LeadRoute } from '@/core/figures'
import type { RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule, leadName, leadSubject, wayName, waysOn } from '@/core/judging'

/** Beyond what it stands for years by so much, insulation gives way in hours. From memory, of PVC and its like. */
const SOFTENS_K = 30

export const insulationBelowPlace = defineLayingRule<{
  readonly lead: LeadRoute['id']
  readonly raceway: RacewayId
  readonly warm_C: number
  readonly stands_C: number
}>({
  severity: 'caution',
  title: 'Insulation below the warmth of its place',
  stage: 'route',
  source: SOURCES.iec60204Insulation,
  find: (context) =>
    context.routes.leads.flatMap((route) =>
      waysOn(route).flatMap((raceway) => {
        const { warm_C } = context.plan.raceways[raceway]!
        if (warm_C === null) return []
        const stands_C = Math.min(
          ...route.wires.map((id) => context.plan.wires[id]!.insulation_C ?? context.plan.practice.insulation_C),
        )
        return warm_C > stands_C ? [{ lead: route.id, raceway, warm_C, stands_C }] : []
      }),
    ),
  word: ({ lead, raceway, warm_C, stands_C }, context) => {
    const route = context.routes.byId.get(lead)!
    return {
      severity: warm_C >= stands_C + SOFTENS_K ? 'stop' : 'caution',
      subjects: [leadSubject(route), { kind: 'raceway', id: raceway }],
      alike: raceway,
      what: `${leadName(context, route)} stands ${formatNumber(stands_C)} °C, and ${wayName(context, raceway)} gets ${formatNumber(warm_C)} °C warm`,
      why: 'The insulation softens, then hardens and cracks. Take silicone or another that stands it, or lead it another way.',
    }
  },
})
