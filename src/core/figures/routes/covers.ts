import { bundleDiameter_mm } from '@/core/packing/circles'
import type { Cover, Plan, RacewayId } from '@/core/plan'
import type { LeadRoute, Routes } from './routes'
import { lengthOfWay } from './wayGraph'

/** So much wider than its bundle, that it goes over it; common practice. */
const ROOM = 1.1
/** Sleeves, wraps and tubes are sold by even bores. Common practice. */
const SOLD_STEP_mm = 2

/** What goes about a bundle over part of its way. */
export interface CoverOn extends Pick<Cover, 'kind' | 'from_mm' | 'length_mm'> {
  readonly raceway: RacewayId
  readonly leads: readonly LeadRoute['id'][]
  readonly bundle_mm: number
  /** Its bore: as somebody chose it, else the next that is sold over the bundle. */
  readonly inside_mm: number
  readonly isChosen: boolean
  /** By so much it goes on past the end of its way. */
  readonly beyond_mm: number
}

/** Everything that goes about leads, way by way; nothing about a way that is empty. */
export function coversOn(plan: Plan, routes: Routes): readonly CoverOn[] {
  return (Object.keys(plan.raceways) as RacewayId[]).flatMap((raceway): readonly CoverOn[] => {
    const way = plan.raceways[raceway]!
    const fill = routes.fills.get(raceway)
    if (way.covers.length === 0 || way.origin === 'remove' || !fill || fill.leads.length === 0) return []
    const bundle_mm = bundleDiameter_mm(fill.fullest.map((id) => routes.byId.get(id)!.od_mm))
    const has_mm = way.ends ? lengthOfWay(plan, way) : way.length_mm
    return way.covers.map(({ kind, from_mm, length_mm, inside_mm }) => ({
      raceway,
      kind,
      from_mm,
      length_mm,
      leads: fill.leads,
      bundle_mm,
      inside_mm: inside_mm ?? Math.ceil((bundle_mm * ROOM) / SOLD_STEP_mm - 1e-9) * SOLD_STEP_mm,
      isChosen: inside_mm !== null,
      beyond_mm: Math.max(0, from_mm + length_mm - has_mm),
    }))
  })
}
