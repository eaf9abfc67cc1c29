import { mirrorShape, shapeWords } from '@/core/geometry'
import { drillingMethod } from './drillingMethod'
import type { Hole, WallSubstance } from './types'

export const CORNERS = ['upper left', 'upper right', 'lower left', 'lower right'] as const
export type Corner = (typeof CORNERS)[number]

export const MM_PER_INCH = 25.4
export const mmToInch = (value: number): number => value / MM_PER_INCH

export interface HoleRow {
  readonly number: number
  readonly hole: Hole
  readonly x_mm: number
  readonly y_mm: number
  readonly x_in: number
  readonly y_in: number
  readonly size: string
  readonly tool: string
  readonly pilot_mm: number | null
}

export type SeenFrom = 'outside' | 'inside'

/** A hole as it lies when the wall is turned over: the classic mirror error is to drill one view's figures on the other side. */
export function seenFrom(hole: Hole, view: SeenFrom, width_mm: number): Hole {
  return view === 'outside' ? hole : { ...hole, x_mm: width_mm - hole.x_mm, shape: mirrorShape(hole.shape) }
}

/** The holes of a face, numbered row by row, measured from a corner named as in the view given; both in millimetres and inches. */
export function holeTable({
  holes,
  face,
  corner,
  view,
  material,
  thickness_mm,
}: {
  readonly holes: readonly Hole[]
  readonly face: { readonly width_mm: number; readonly height_mm: number }
  readonly corner: Corner
  readonly view: SeenFrom
  readonly material: WallSubstance
  readonly thickness_mm: number
}): readonly HoleRow[] {
  const isRight = corner.endsWith('right')
  const isLow = corner.startsWith('lower')
  return holes
    .map((hole) => seenFrom(hole, view, face.width_mm))
    .sort((a, b) => a.y_mm - b.y_mm || a.x_mm - b.x_mm || a.id.localeCompare(b.id))
    .map((hole, i) => {
      const x_mm = isRight ? face.width_mm - hole.x_mm : hole.x_mm
      const y_mm = isLow ? face.height_mm - hole.y_mm : hole.y_mm
      const { tool, pilot_mm } = drillingMethod({ shape: hole.shape, material, thickness_mm })
      return {
        number: i + 1,
        hole,
        x_mm,
        y_mm,
        x_in: mmToInch(x_mm),
        y_in: mmToInch(y_mm),
        size: shapeWords(hole.shape),
        tool: hole.state === 'make' ? tool : hole.state === 'blank' ? 'there: fit a blank' : 'there already',
        pilot_mm: hole.state === 'make' ? pilot_mm : null,
      }
    })
}
