import type { Stroke } from '@/core/geometry'
import type { DrillDrawing, Layer } from './drillDrawing'

const LAYERS: readonly (readonly [Layer, number])[] = [
  ['OUTLINE', 7],
  ['HOLES', 1],
  ['THERE', 8],
  ['CENTRES', 8],
  ['NOTES', 7],
]

/** Group codes and values, a line each; text without line breaks, and beyond ASCII by code, as the format wants. */
const pair = (code: number, value: string | number) =>
  `${code}\n${typeof value === 'number' ? String(Math.round(value * 1e6) / 1e6 + 0) : plain(value)}\n`

function plain(text: string): string {
  return [...text.replace(/[\u0000-\u001f\u007f]/g, ' ')]
    .map((char) =>
      char.codePointAt(0)! < 128 ? char : `\\U+${char.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`,
    )
    .join('')
}

/** The drill sheet as DXF (release 12, ASCII), in millimetres, y upward, the face's lower left corner at the origin. */
export function drillDxf(drawing: DrillDrawing): string {
  const up = (y_mm: number) => drawing.height_mm - y_mm
  const entity = ({ layer, stroke }: { readonly layer: Layer; readonly stroke: Stroke }): string => {
    const on = pair(8, layer)
    if (stroke.kind === 'line')
      return (
        pair(0, 'LINE') +
        on +
        pair(10, stroke.from.x_mm) +
        pair(20, up(stroke.from.y_mm)) +
        pair(30, 0) +
        pair(11, stroke.to.x_mm) +
        pair(21, up(stroke.to.y_mm)) +
        pair(31, 0)
      )
    const { centre, radius_mm, from_deg, to_deg } = stroke
    const round = on + pair(10, centre.x_mm) + pair(20, up(centre.y_mm)) + pair(30, 0) + pair(40, radius_mm)
    if (to_deg - from_deg >= 360) return pair(0, 'CIRCLE') + round
    // Turned over, what ran clockwise runs the other way: its end is the start.
    const turn = (deg: number) => ((deg % 360) + 360) % 360
    return pair(0, 'ARC') + round + pair(50, turn(-to_deg)) + pair(51, turn(-from_deg))
  }
  return [
    pair(0, 'SECTION') +
      pair(2, 'HEADER') +
      pair(9, '$ACADVER') +
      pair(1, 'AC1009') +
      pair(9, '$INSUNITS') +
      pair(70, 4) +
      pair(9, '$EXTMIN') +
      pair(10, 0) +
      pair(20, 0) +
      pair(9, '$EXTMAX') +
      pair(10, drawing.width_mm) +
      pair(20, drawing.height_mm) +
      pair(0, 'ENDSEC'),
    pair(0, 'SECTION') + pair(2, 'TABLES') + pair(0, 'TABLE') + pair(2, 'LAYER') + pair(70, LAYERS.length),
    ...LAYERS.map(
      ([name, colour]) => pair(0, 'LAYER') + pair(2, name) + pair(70, 0) + pair(62, colour) + pair(6, 'CONTINUOUS'),
    ),
    pair(0, 'ENDTAB') + pair(0, 'ENDSEC'),
    pair(0, 'SECTION') + pair(2, 'ENTITIES'),
    ...drawing.strokes.map(entity),
    ...drawing.texts.map(
      ({ at, height_mm, text }) =>
        pair(0, 'TEXT') +
        pair(8, 'NOTES') +
        pair(10, at.x_mm) +
        pair(20, up(at.y_mm)) +
        pair(30, 0) +
        pair(40, height_mm) +
        pair(1, text),
    ),
    pair(0, 'ENDSEC') + pair(0, 'EOF'),
  ].join('')
}
