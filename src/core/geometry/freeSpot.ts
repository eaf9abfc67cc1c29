import { contains, footprint, grow, type Margins, type QuarterTurn, type Rect } from './rect'
import { RectIndex } from './rectIndex'

const NONE: Margins = { top: 0, right: 0, bottom: 0, left: 0 }

/**
 * The first place on a face, row by row from the top left, where a body with its margins covers nothing that is there; null
 * when there is none. Positions are tried on a grid.
 */
export function findFreeSpot({
  face,
  taken,
  body,
  margins,
  edges = NONE,
  grid_mm,
}: {
  readonly face: { readonly width_mm: number; readonly height_mm: number }
  readonly taken: readonly Rect[]
  readonly body: { readonly width_mm: number; readonly height_mm: number }
  readonly margins: Margins
  /** Kept free to the face's own edges. */ readonly edges?: Margins
  readonly grid_mm: number
}): { readonly x_mm: number; readonly y_mm: number; readonly rotation_deg: QuarterTurn } | null {
  const index = new RectIndex<number>()
  taken.forEach((rect, i) => index.add(i, rect))
  const whole: Rect = { left_mm: 0, top_mm: 0, right_mm: face.width_mm, bottom_mm: face.height_mm }
  const first = (offset: number) => Math.ceil(offset / grid_mm) * grid_mm
  for (let y_mm = first(body.height_mm / 2); y_mm <= face.height_mm; y_mm += grid_mm) {
    for (let x_mm = first(body.width_mm / 2); x_mm <= face.width_mm; x_mm += grid_mm) {
      const at = { x_mm, y_mm, rotation_deg: 0 as const }
      const rect = footprint(body, at)
      if (contains(whole, grow(rect, edges)) && index.touching(grow(rect, margins)).length === 0) return at
    }
  }
  return null
}
