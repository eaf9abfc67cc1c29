import { holeTable, type Corner, type HoleRow, type SeenFrom } from '@/core/drilling'
import { outlineOf, type Point, type Stroke } from '@/core/geometry'
import type { EnclosureId, FaceId, Plan } from '@/core/plan'
import { holesOfFace } from '@/core/figures'

export interface DrillSheetRequest {
  readonly plan: Plan
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly view: SeenFrom
  readonly corner: Corner
}

export type Layer = 'OUTLINE' | 'HOLES' | 'THERE' | 'CENTRES' | 'NOTES'

export interface DrawnStroke {
  readonly layer: Layer
  readonly stroke: Stroke
}

export interface DrawnText {
  readonly at: Point
  readonly height_mm: number
  readonly text: string
}

/** One face to scale, in millimetres, y downward, its upper left corner at the origin. */
export interface DrillDrawing {
  readonly title: string
  readonly subtitle: string
  readonly width_mm: number
  readonly height_mm: number
  readonly strokes: readonly DrawnStroke[]
  readonly texts: readonly DrawnText[]
  readonly rows: readonly HoleRow[]
}

const CROSS_mm = 3
const TEXT_mm = 3

/** What a drill sheet shows, whatever it is written as. */
export function drillDrawing({ plan, enclosure, face, view, corner }: DrillSheetRequest): DrillDrawing {
  const box = plan.enclosures[enclosure]!
  const data = box.faces[face]!
  const { width_mm, height_mm } = data
  const holes = holesOfFace(plan, enclosure, face, data)
  const rows = holeTable({
    holes,
    face: data,
    corner,
    view,
    material: box.wall.material,
    thickness_mm: box.wall.thickness_mm,
  })
  const strokes: DrawnStroke[] = []
  const texts: DrawnText[] = []
  const line = (layer: Layer, from: Point, to: Point) => strokes.push({ layer, stroke: { kind: 'line', from, to } })
  const at = (x_mm: number, y_mm: number): Point => ({ x_mm, y_mm })
  line('OUTLINE', at(0, 0), at(width_mm, 0))
  line('OUTLINE', at(width_mm, 0), at(width_mm, height_mm))
  line('OUTLINE', at(width_mm, height_mm), at(0, height_mm))
  line('OUTLINE', at(0, height_mm), at(0, 0))
  for (const { number, hole } of rows) {
    for (const stroke of outlineOf(hole.shape, hole))
      strokes.push({ layer: hole.state === 'make' ? 'HOLES' : 'THERE', stroke })
    line('CENTRES', at(hole.x_mm - CROSS_mm, hole.y_mm), at(hole.x_mm + CROSS_mm, hole.y_mm))
    line('CENTRES', at(hole.x_mm, hole.y_mm - CROSS_mm), at(hole.x_mm, hole.y_mm + CROSS_mm))
    texts.push({
      at: at(hole.x_mm + CROSS_mm * 0.6, hole.y_mm - CROSS_mm * 0.6),
      height_mm: TEXT_mm,
      text: String(number),
    })
  }
  const isRight = corner.endsWith('right')
  const isLow = corner.startsWith('lower')
  const origin = at(isRight ? width_mm : 0, isLow ? height_mm : 0)
  line('NOTES', origin, at(origin.x_mm + (isRight ? -8 : 8), origin.y_mm + (isLow ? -8 : 8)))
  texts.push({ at: at(isRight ? width_mm - 30 : 9, isLow ? height_mm - 9 : 12), height_mm: TEXT_mm, text: '0, 0 here' })
  return {
    title: `${plan.name}: ${box.name}, ${data.name.toLowerCase()}`,
    subtitle: `seen from ${view === 'outside' && data.kind === 'plate' ? 'the front' : view}; measured from its ${corner} corner; 1:1`,
    width_mm,
    height_mm,
    strokes,
    texts,
    rows,
  }
}

/** The faces of a plan that have anything to drill. */
export function facesToDrill(plan: Plan): readonly {
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly name: string
  readonly holes: number
}[] {
  return Object.entries(plan.enclosures).flatMap(([enclosure, box]) =>
    Object.entries(box!.faces).flatMap(([face, data]) => {
      const holes = holesOfFace(plan, enclosure as EnclosureId, face as FaceId, data!).length
      return holes > 0
        ? [{ enclosure: enclosure as EnclosureId, face: face as FaceId, name: `${box!.name}, ${data!.name}`, holes }]
        : []
    }),
  )
}
