import type { Rect } from '@/core/geometry'
import type { Face, Plan, RacewayId, Side } from '@/core/plan'

/** Which side of the enclosure a face is, where it does not say: by its kind, and a wall by its name. */
export function sideOf(face: Face): Side {
  if (face.side) return face.side
  if (face.kind === 'plate') return 'back'
  if (face.kind === 'door') return 'front'
  if (face.kind === 'ceiling') return 'top'
  return (
    (['left', 'right', 'top', 'bottom', 'back', 'front'] as const).find((side) =>
      face.name.toLowerCase().includes(side),
    ) ?? 'left'
  )
}

/** What a raceway on a face covers. */
export function racewayRect({ width_mm, length_mm, kind, at }: Plan['raceways'][RacewayId]): Rect | null {
  if (!at) return null
  if (kind === 'gland' || kind === 'grommet' || kind === 'conduit')
    return {
      left_mm: at.x_mm - width_mm / 2,
      right_mm: at.x_mm + width_mm / 2,
      top_mm: at.y_mm - width_mm / 2,
      bottom_mm: at.y_mm + width_mm / 2,
    }
  const [w, h] = at.axis === 'across' ? [length_mm, width_mm] : [width_mm, length_mm]
  return { left_mm: at.x_mm, top_mm: at.y_mm, right_mm: at.x_mm + w, bottom_mm: at.y_mm + h }
}
