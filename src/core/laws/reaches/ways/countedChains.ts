import { chainOf, type ChainAnswer } from '@/core/routing'
import type { Plan, RacewayId } from '@/core/plan'

/** A chain at hand, by what it has and what its travel and bend want. */
export interface CountedChain {
  readonly raceway: RacewayId
  readonly links: number
  readonly pitch_mm: number
  readonly wanted: ChainAnswer
}

/** The chains whose links somebody counted, and whose travel and bend are known. */
export const countedChains = (plan: Plan): readonly CountedChain[] =>
  (Object.keys(plan.raceways) as RacewayId[]).flatMap((raceway): CountedChain[] => {
    const { kind, chain, travel_mm, bendRadius_mm, origin } = plan.raceways[raceway]!
    if (kind !== 'chain' || origin === 'remove' || !chain || travel_mm === null || bendRadius_mm === null) return []
    const { links, pitch_mm } = chain
    if (links === null) return []
    return [{ raceway, links, pitch_mm, wanted: chainOf({ travel_mm, radius_mm: bendRadius_mm, ...chain }) }]
  })
