import type { LeadRoute } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '../../types'
import { leadName, leadSubject, mm } from './leadWords'

/** So far a lead may hang free between what holds it; common practice. */
export const FREE_HANG_mm = 300

export const bundleUnheld = defineLayingRule<{ readonly lead: LeadRoute['id']; readonly free_mm: number }>({
  severity: 'note',
  title: 'A lead that nothing holds',
  stage: 'route',
  source: SOURCES.practice,
  find: (context) =>
    // Before any way is drawn everything hangs free, and that is no news.
    Object.values(context.plan.raceways).some((raceway) => raceway!.kind === 'duct' || raceway!.kind === 'clip-line')
      ? context.routes.leads.flatMap((route) => {
          const free_mm = Math.max(
            route.laid.kind === 'direct' ? route.laid.length_mm : 0,
            ...route.laid.drops_mm,
            ...route.parts.map(({ raceway, length_mm }) => (raceway === null ? length_mm : 0)),
          )
          return free_mm > FREE_HANG_mm ? [{ lead: route.id, free_mm }] : []
        })
      : [],
  word: ({ lead, free_mm }, context) => {
    const route = context.routes.byId.get(lead)!
    return {
      subjects: [leadSubject(route)],
      alike: 'free',
      what: `${leadName(context, route)} hangs free for ${mm(free_mm)}`,
      why: 'It swings, rubs and is caught by the next hand in the box. Draw a duct or a line of clips there.',
    }
  },
})
