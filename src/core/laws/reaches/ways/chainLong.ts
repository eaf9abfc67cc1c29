import type { RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule, mm, wayName } from '@/core/judging'
import { countedChains } from './countedChains'

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
    countedChains(plan).flatMap(({ raceway, links, pitch_mm, wanted }): Facts[] => {
      // Half of what is over lies in each run.
      const farther_mm = ((links - wanted.links) * pitch_mm) / 2
      return links > wanted.links * OVER + 1 ? [{ raceway, links, wanted: wanted.links, farther_mm }] : []
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
