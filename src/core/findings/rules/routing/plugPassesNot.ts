import { slideOnOf } from '@/core/securing'
import type { CableId, RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '../../types'
import { leadName, leadSubject, wayName } from './leadWords'

export const plugPassesNot = defineLayingRule<{
  readonly cable: CableId
  readonly raceway: RacewayId
  readonly plug_mm: number
  readonly free_mm: number
}>({
  severity: 'caution',
  title: 'A plug that does not pass an opening',
  stage: 'route',
  source: SOURCES.practice,
  find: (context) =>
    slideOnOf(context.plan, context.routes).flatMap(({ lead, passes }) =>
      passes.flatMap(({ raceway, free_mm, plugs, isMade }) => {
        // It may come from either end; and what is made here gets its housing after the pull.
        if (isMade || plugs.some(({ plug_mm }) => plug_mm <= free_mm)) return []
        const plug_mm = Math.min(...plugs.map((plug) => plug.plug_mm))
        return [{ cable: lead as CableId, raceway, plug_mm, free_mm }]
      }),
    ),
  word: ({ cable, raceway, plug_mm, free_mm }, context) => {
    const route = context.routes.byId.get(cable)!
    return {
      subjects: [leadSubject(route), { kind: 'raceway', id: raceway }],
      what: `${leadName(context, route)} has plugs of ${formatNumber(plug_mm)} mm, and ${wayName(context, raceway)} lets ${formatNumber(free_mm)} mm through`,
      why: 'Neither plug goes through. Take a split gland or a larger opening, or take the contacts out of one housing.',
    }
  },
})
