import type { RacewayId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule, mm, wayName } from '@/core/judging'
import { countedChains } from './countedChains'

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
    countedChains(plan).flatMap(({ raceway, links, pitch_mm, wanted }): Facts[] => {
      const has_mm = links * pitch_mm
      return has_mm < wanted.bare_mm ? [{ raceway, links, has_mm, least_mm: wanted.bare_mm }] : []
    }),
  word: ({ raceway, links, has_mm, least_mm }, context) => ({
    subjects: [{ kind: 'raceway', id: raceway }],
    what: `${wayName(context, raceway)} has ${formatNumber(links)} links, ${mm(has_mm)}, and its travel and bend want ${mm(least_mm)}`,
    why: 'It is pulled straight before the end of the travel, and its ends or its leads tear off. Add links, move its still end to the middle of the travel, or take a smaller radius where its leads stand it.',
  }),
})
