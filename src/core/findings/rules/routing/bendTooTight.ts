import type { LeadRoute } from '@/core/figures'
import type { RacewayId } from '@/core/plan'
import { formatNumber, isAtMost } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { type LaidContext, defineLayingRule, leadName, leadSubject, motionOf, wayName, waysOn } from '@/core/judging'

/** Least radius as multiples of a lead's diameter: laid once, over a hinge, in a chain; by makers' sheets, common practice. */
function leastRadius(context: LaidContext, route: LeadRoute, motion: ReturnType<typeof motionOf>): number {
  const flex =
    route.cable === null ? context.plan.wires[route.wires[0]!]!.flexClass : context.plan.cables[route.cable]!.flexClass
  if (motion === 'still') return 4 * route.od_mm
  if (motion === 'hinge') return (flex === 'fixed' ? 7.5 : 5) * route.od_mm
  return (flex === 'chain' ? 7.5 : 10) * route.od_mm
}

export const bendTooTight = defineLayingRule<{
  readonly lead: LeadRoute['id']
  readonly raceway: RacewayId
  readonly wants_mm: number
  readonly has_mm: number
}>({
  severity: 'caution',
  title: 'A bend tighter than the lead stands',
  stage: 'route',
  source: SOURCES.iec60204Flexible,
  find: (context) =>
    context.routes.leads.flatMap((route) =>
      waysOn(route).flatMap((raceway) => {
        const { bendRadius_mm, kind, width_mm } = context.plan.raceways[raceway]!
        const motion = motionOf(context, raceway)
        const has_mm =
          bendRadius_mm ?? (kind === 'duct' && turnsIn(route, raceway) ? cornerRadius(width_mm, route.od_mm) : null)
        if (has_mm === null || has_mm === 0) return []
        const wants_mm = leastRadius(context, route, motion)
        return isAtMost(wants_mm, has_mm) ? [] : [{ lead: route.id, raceway, wants_mm, has_mm }]
      }),
    ),
  word: ({ lead, raceway, wants_mm, has_mm }, context) => {
    const route = context.routes.byId.get(lead)!
    const { kind, travel_mm } = context.plan.raceways[raceway]!
    return {
      subjects: [leadSubject(route), { kind: 'raceway', id: raceway }],
      alike: raceway,
      what: `${leadName(context, route)} is ${formatNumber(route.od_mm)} mm thick and wants a radius of ${formatNumber(wants_mm)} mm; ${wayName(context, raceway)} bends it to ${formatNumber(has_mm)} mm${kind === 'chain' && travel_mm !== null ? ' at both ends of its travel' : ''}`,
      why: 'Bent tighter its copper breaks strand by strand, in what moves within months. Take a larger radius, a lead made for it, or several thin ones for the thick one.',
    }
  },
})

/**
 * The widest arc that a lead can take round a corner of two ducts of a width, along the outer walls and past the inner corner:
 * √2 (R + d/2 − w) ≤ R − d/2.
 */
function cornerRadius(width_mm: number, od_mm: number): number {
  return Math.max(width_mm / 2, (Math.SQRT2 * width_mm - ((1 + Math.SQRT2) * od_mm) / 2) / (Math.SQRT2 - 1))
}

/** A lead that goes on from one duct into another turns there. */
function turnsIn({ parts }: LeadRoute, raceway: RacewayId): boolean {
  const at = parts.findIndex((part) => part.raceway === raceway)
  return parts.some((part, i) => part.raceway !== null && part.raceway !== raceway && Math.abs(i - at) === 1)
}
