import { chainOf } from '@/core/routing'
import type { RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '../../types'
import { mm, wayName } from './leadWords'

interface Facts {
  readonly raceway: RacewayId
  readonly links: number
  readonly wanted: number
  /** So much farther its bend reaches beyond the travel. */
  readonly farther_mm: number
}

/** What is over beyond this share is not play but a sag. Common practice. */
const OVER = 1.15

export const chainLong = defineLayingRule<Facts>({
  severity: 'caution',
  title: 'A chain longer than its travel wants',
  stage: 'route',
  source: SOURCES.practice,
  find: ({ plan }) =>
    (Object.keys(plan.raceways) as RacewayId[]).flatMap((raceway): Facts[] => {
      const { kind, chain, travel_mm, bendRadius_mm, origin } = plan.raceways[raceway]!
      if (kind !== 'chain' || origin === 'remove' || !chain || travel_mm === null || bendRadius_mm === null) return []
      if (chain.links === null) return []
      const { links: wanted } = chainOf({ travel_mm, radius_mm: bendRadius_mm, ...chain })
      // Half of what is over lies in each run.
      const farther_mm = ((chain.links - wanted) * chain.pitch_mm) / 2
      return chain.links > wanted * OVER + 1 ? [{ raceway, links: chain.links, wanted, farther_mm }] : []
    }),
  word: ({ raceway, links, wanted, farther_mm }, context) => ({
    subjects: [{ kind: 'raceway', id: raceway }],
    what: `${wayName(context, raceway)} has ${formatNumber(links)} links, and its travel and bend want ${formatNumber(wanted)}`,
    why: `Its bend reaches ${mm(farther_mm)} farther beyond the travel and its upper run sags. Take ${formatNumber(links - wanted)} links out, or make room for it.`,
    fixes: [
      {
        label: `Make it ${formatNumber(wanted)} links`,
        commands: [
          {
            type: 'updateRaceway',
            id: raceway,
            changes: { chain: { ...context.plan.raceways[raceway]!.chain!, links: wanted } },
          },
        ],
      },
    ],
  }),
})
