import { chainOf } from '@/core/routing'
import type { RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '../../types'
import { mm, wayName } from './leadWords'

interface Facts {
  readonly raceway: RacewayId
  readonly links: number
  readonly has_mm: number
  readonly least_mm: number
}

/** A law: the chain at hand reaches both ends of its travel round its bend. */
export const chainShort = defineLayingRule<Facts>({
  severity: 'stop',
  title: 'A chain too short for its travel',
  stage: 'route',
  source: SOURCES.practice,
  find: ({ plan }) =>
    (Object.keys(plan.raceways) as RacewayId[]).flatMap((raceway): Facts[] => {
      const { kind, chain, travel_mm, bendRadius_mm, origin } = plan.raceways[raceway]!
      if (kind !== 'chain' || origin === 'remove' || !chain || travel_mm === null || bendRadius_mm === null) return []
      if (chain.links === null) return []
      const { bare_mm } = chainOf({ travel_mm, radius_mm: bendRadius_mm, ...chain })
      const has_mm = chain.links * chain.pitch_mm
      return has_mm < bare_mm ? [{ raceway, links: chain.links, has_mm, least_mm: bare_mm }] : []
    }),
  word: ({ raceway, links, has_mm, least_mm }, context) => ({
    subjects: [{ kind: 'raceway', id: raceway }],
    what: `${wayName(context, raceway)} has ${formatNumber(links)} links, ${mm(has_mm)}, and its travel and bend want ${mm(least_mm)}`,
    why: 'It is pulled straight before the end of the travel, and its ends or its leads tear off. Add links, move its still end to the middle of the travel, or take a smaller radius where its leads stand it.',
  }),
})
