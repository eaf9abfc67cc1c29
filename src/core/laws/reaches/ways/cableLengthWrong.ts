import { dealLeads } from '@/core/cables'
import { hasSurplus, wantedOf, type LeadRoute } from '@/core/figures'
import {
  type LaidContext,
  defineLayingRule,
  type Fix,
  leadName,
  leadSubject,
  leastLength,
  mm,
  NO_DOUBT,
} from '@/core/judging'
import { SOURCES } from '@/core/reference'
import type { CableId } from '@/core/plan'

/** Places are known to some millimetres a turn; what is short by less may still reach. Common practice. */
const SURE = 0.97
export const cableLengthWrong = defineLayingRule<{
  readonly lead: LeadRoute['id']
  readonly has_mm: number
  readonly wants_mm: number
  readonly slack_mm: number
  readonly kind: 'short' | 'taut' | 'long'
}>({
  severity: 'caution',
  title: 'A cable that does not suit its way',
  stage: 'route',
  source: SOURCES.practice,
  find: (context) =>
    context.routes.leads.flatMap((route) => {
      const has_mm = route.cable === null ? null : context.plan.cables[route.cable]!.length_mm
      const least_mm = leastLength(context, route)
      if (has_mm === null || least_mm === null || route.laid.kind === 'none') return []
      const lay = context.routes.lays.get(route.wires[0]!)!
      const slack_mm = lay.cut_mm - lay.bare_mm
      const found = (kind: 'short' | 'taut' | 'long') => [
        { lead: route.id, has_mm, wants_mm: least_mm, slack_mm, kind },
      ]
      if (has_mm < least_mm * SURE) return found('short')
      if (has_mm < least_mm + Math.min(slack_mm, 20)) return found('taut')
      const hasPlace = context.plan.cables[route.cable!]!.restLies !== null
      return !hasPlace && hasSurplus(has_mm, lay.cut_mm) ? found('long') : []
    }),
  word: ({ lead, has_mm, wants_mm, kind }, context) => {
    const route = context.routes.byId.get(lead)!
    const name = leadName(context, route)
    const subjects = [leadSubject(route)]
    if (kind === 'long')
      return {
        severity: 'note',
        subjects,
        what: `${name} is ${mm(has_mm)} long and its way ${mm(wants_mm)}: ${mm(has_mm - wants_mm)} must lie somewhere`,
        why: 'Folded into a duct it fills it, coiled beside mains it picks up what they switch. Say where the rest lies, or take a shorter one.',
      }
    return {
      subjects,
      // However a hand lays it, so much is not found on the way.
      severity: kind === 'short' && has_mm < wants_mm * NO_DOUBT ? 'stop' : 'caution',
      fixes: kind === 'short' ? dealtFixes(context, route) : [],
      what:
        kind === 'short'
          ? `${name} is ${mm(has_mm)} long and its way ${mm(wants_mm)}: it ends ${mm(wants_mm - has_mm)} short`
          : `${name} is ${mm(has_mm)} long and its way ${mm(wants_mm)}: it would be taut`,
      why:
        kind === 'short'
          ? 'It cannot reach. Take a longer one, bring the two nearer, or draw a shorter way.'
          : 'A taut lead pulls on its plug and comes off when something is moved. Take a longer one, or draw a shorter way.',
    }
  },
})

/** Of a kit's like leads one is short where another would reach. */
function dealtFixes({ plan, routes }: LaidContext, { cable }: LeadRoute): readonly Fix[] {
  const deal = dealLeads(plan, (id) => wantedOf(routes, id)).find(({ moves }) => moves.some(({ at }) => at === cable))
  if (!deal) return []
  const nameOf = (id: CableId) => plan.cables[id]!.printed ?? plan.cables[id]!.name
  const changed = deal.moves.map(({ at, gets }) => `${nameOf(gets)} for ${nameOf(at)}`)
  return [{ label: `Take ${changed.slice(0, 3).join(', ')}${changed.length > 3 ? ' …' : ''}`, commands: deal.commands }]
}
