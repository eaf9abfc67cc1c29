import { slideOnOf } from '@/core/securing'
import type { CableId, RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule, leadName, leadSubject, wayName } from '@/core/judging'

/** Plugs of one kind differ by so much; what is wider than its opening by more does not pass. An assumption. */
const DIFFERS = 1.1

export const plugPassesNot = defineLayingRule<{
  readonly cable: CableId
  readonly raceway: RacewayId
  readonly sleeve: string | null
  readonly plug_mm: number
  readonly free_mm: number
}>({
  severity: 'caution',
  title: 'A plug that does not pass an opening',
  stage: 'route',
  source: SOURCES.practice,
  find: (context) =>
    slideOnOf(context.plan, context.routes).flatMap(({ lead, passes }) =>
      passes.flatMap(({ raceway, sleeve, free_mm, plugs, isMade }) => {
        // It may come from either end; and what is made here gets its housing after the pull.
        if (isMade || plugs.some(({ plug_mm }) => plug_mm <= free_mm)) return []
        const plug_mm = Math.min(...plugs.map((plug) => plug.plug_mm))
        return [{ cable: lead as CableId, raceway, sleeve, plug_mm, free_mm }]
      }),
    ),
  word: ({ cable, raceway, sleeve, plug_mm, free_mm }, context) => {
    const route = context.routes.byId.get(cable)!
    return {
      severity: plug_mm > free_mm * DIFFERS ? 'stop' : 'caution',
      subjects: [leadSubject(route), { kind: 'raceway', id: raceway }],
      // A wider gland does not help a plug into a sleeve.
      ...(sleeve === null ? {} : { alike: `${cable} sleeve` }),
      what: `${leadName(context, route)} has plugs of ${formatNumber(plug_mm)} mm, and ${sleeve === null ? wayName(context, raceway) : `the ${sleeve.toLowerCase()}, on ${wayName(context, raceway)}`} lets ${formatNumber(free_mm)} mm through`,
      why:
        sleeve === null
          ? 'Neither plug goes through. Take a split gland or a larger opening, or take the contacts out of one housing.'
          : 'Neither plug goes into it. Take a split tube or a wrap, which go on beside the plugs, or a wider sleeve.',
    }
  },
})
