import { MOST_PAIRS, reachOf, RectIndex, webBetween, type Rect } from '@/core/geometry'
import type { Hole, WallSubstance } from './types'

export interface SpacingFault {
  readonly kind: 'edge' | 'web' | 'nuts'
  readonly holes: readonly [string] | readonly [string, string]
  readonly left_mm: number
  readonly wanted_mm: number
}

/** Material wanted between a hole and the edge, and between two holes, as a multiple of the wall and never less than a minimum; common practice. */
const EDGE = { times: 2, least_mm: 6 } as const
const WEB = { times: 2, least_mm: 4 } as const
/** Brittle or soft walls want more. */
const SOFTER: Readonly<Record<WallSubstance, number>> = {
  'painted-steel': 1,
  stainless: 1,
  aluminium: 1,
  plastic: 1.5,
  wood: 1.5,
}

/** Holes too near an edge or one another, and nuts that meet. Holes of one owner are a pattern of its maker and not judged against each other. */
export function holeSpacing({
  holes,
  face,
  material,
  thickness_mm,
}: {
  readonly holes: readonly Hole[]
  readonly face: { readonly width_mm: number; readonly height_mm: number }
  readonly material: WallSubstance
  readonly thickness_mm: number
}): readonly SpacingFault[] {
  const soft = SOFTER[material]
  const edge_mm = soft * Math.max(EDGE.least_mm, EDGE.times * thickness_mm)
  const web_mm = soft * Math.max(WEB.least_mm, WEB.times * thickness_mm)
  const faults: SpacingFault[] = []
  const index = new RectIndex<number>()
  // Two holes concern each other no farther apart than the web wanted, or than their nuts.
  const around = (hole: Hole): Rect => {
    const { across_mm, down_mm } = reachOf(hole.shape)
    const [w, h] = [across_mm, down_mm].map((reach) => Math.max(reach + web_mm, (hole.nut_mm ?? 0) / 2 + 1)) as [
      number,
      number,
    ]
    return { left_mm: hole.x_mm - w, right_mm: hole.x_mm + w, top_mm: hole.y_mm - h, bottom_mm: hole.y_mm + h }
  }
  holes.forEach((hole, i) => index.add(i, around(hole)))
  for (const [i, hole] of holes.entries()) {
    if (faults.length >= MOST_PAIRS) break
    const { across_mm, down_mm } = reachOf(hole.shape)
    const left_mm = Math.min(
      hole.x_mm - across_mm,
      face.width_mm - hole.x_mm - across_mm,
      hole.y_mm - down_mm,
      face.height_mm - hole.y_mm - down_mm,
    )
    if (left_mm < edge_mm - 1e-9) faults.push({ kind: 'edge', holes: [hole.id], left_mm, wanted_mm: edge_mm })
    for (const j of index
      .touching(around(hole))
      .filter((each) => each > i)
      .sort((a, b) => a - b)) {
      const other = holes[j]!
      if (other.owner === hole.owner) continue
      const web = webBetween(hole, other)
      if (web < web_mm - 1e-9) faults.push({ kind: 'web', holes: [hole.id, other.id], left_mm: web, wanted_mm: web_mm })
      else if (hole.nut_mm !== null && other.nut_mm !== null) {
        const apart = Math.hypot(hole.x_mm - other.x_mm, hole.y_mm - other.y_mm) - (hole.nut_mm + other.nut_mm) / 2
        if (apart < 1 - 1e-9) faults.push({ kind: 'nuts', holes: [hole.id, other.id], left_mm: apart, wanted_mm: 1 })
      }
    }
  }
  return faults
}
