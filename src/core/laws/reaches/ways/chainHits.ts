import { chainOf } from '@/core/routing'
import type { RacewayId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule, mm, wayName } from '@/core/judging'

export const chainHits = defineLayingRule<{
  readonly raceway: RacewayId
  readonly height_mm: number
  readonly room_mm: number
}>({
  severity: 'stop',
  title: 'A chain without the room for its bend',
  stage: 'route',
  source: SOURCES.practice,
  find: ({ plan }) =>
    (Object.keys(plan.raceways) as RacewayId[]).flatMap((raceway) => {
      const { kind, chain, travel_mm, bendRadius_mm, origin } = plan.raceways[raceway]!
      if (kind !== 'chain' || origin === 'remove' || !chain || travel_mm === null || bendRadius_mm === null) return []
      if (chain.room_mm === null) return []
      const { height_mm } = chainOf({ travel_mm, radius_mm: bendRadius_mm, ...chain })
      return height_mm > chain.room_mm ? [{ raceway, height_mm, room_mm: chain.room_mm }] : []
    }),
  word: ({ raceway, height_mm, room_mm }, context) => ({
    subjects: [{ kind: 'raceway', id: raceway }],
    what: `${wayName(context, raceway)} stands ${mm(height_mm)} high at its bend, and ${mm(room_mm)} are free`,
    why: 'It rises above the frame and is struck at every stroke. Take a smaller radius where its leads stand it, or give it room.',
  }),
})
