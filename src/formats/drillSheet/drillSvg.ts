import type { Stroke } from '@/core/geometry'
import { xmlText } from '../xml'
import type { DrillDrawing, Layer } from './drillDrawing'

export const rounded = (value: number) => String(Math.round(value * 1000) / 1000 + 0)

const PEN: Readonly<Record<Layer, string>> = {
  OUTLINE: 'stroke="#000" stroke-width="0.35"',
  HOLES: 'stroke="#000" stroke-width="0.25"',
  THERE: 'stroke="#000" stroke-width="0.25" stroke-dasharray="2 1"',
  CENTRES: 'stroke="#000" stroke-width="0.1"',
  NOTES: 'stroke="#000" stroke-width="0.2"',
}

/** A stroke as an element of SVG, in the drawing's own millimetres. */
function element(stroke: Stroke, pen: string): string {
  if (stroke.kind === 'line')
    return `<line x1="${rounded(stroke.from.x_mm)}" y1="${rounded(stroke.from.y_mm)}" x2="${rounded(stroke.to.x_mm)}" y2="${rounded(stroke.to.y_mm)}" ${pen}/>`
  const { centre, radius_mm, from_deg, to_deg } = stroke
  if (to_deg - from_deg >= 360)
    return `<circle cx="${rounded(centre.x_mm)}" cy="${rounded(centre.y_mm)}" r="${rounded(radius_mm)}" ${pen}/>`
  const on = (deg: number) =>
    `${rounded(centre.x_mm + radius_mm * Math.cos((deg * Math.PI) / 180))} ${rounded(centre.y_mm + radius_mm * Math.sin((deg * Math.PI) / 180))}`
  return `<path d="M ${on(from_deg)} A ${rounded(radius_mm)} ${rounded(radius_mm)} 0 ${to_deg - from_deg > 180 ? 1 : 0} 1 ${on(to_deg)}" ${pen}/>`
}

const MARGIN_mm = 10
const HEAD_mm = 22
const BAR_mm = 100

/** The drill sheet as SVG at 1:1: printed without scaling, a millimetre is a millimetre. */
export function drillSvg(drawing: DrillDrawing): string {
  const width_mm = Math.max(drawing.width_mm, BAR_mm) + 2 * MARGIN_mm
  const height_mm = drawing.height_mm + HEAD_mm + 2 * MARGIN_mm
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${rounded(width_mm)}mm" height="${rounded(height_mm)}mm" viewBox="${-MARGIN_mm} ${-MARGIN_mm - HEAD_mm} ${rounded(width_mm)} ${rounded(height_mm)}" font-family="sans-serif">`,
    `<title>${xmlText(drawing.title)}</title>`,
    `<rect x="${-MARGIN_mm}" y="${-MARGIN_mm - HEAD_mm}" width="${rounded(width_mm)}" height="${rounded(height_mm)}" fill="#fff"/>`,
    `<text x="0" y="${-HEAD_mm + 1}" font-size="4">${xmlText(drawing.title)}</text>`,
    `<text x="0" y="${-HEAD_mm + 6}" font-size="3">${xmlText(drawing.subtitle)}</text>`,
    `<g id="check-bar" fill="none" ${PEN.NOTES}><line x1="0" y1="-9" x2="${BAR_mm}" y2="-9"/><line x1="0.1" y1="-11" x2="0.1" y2="-7"/><line x1="${BAR_mm - 0.1}" y1="-11" x2="${BAR_mm - 0.1}" y2="-7"/></g>`,
    `<text x="2" y="-10" font-size="2.6">100 mm: measure before you drill</text>`,
    '<g fill="none">',
    ...drawing.strokes.map(({ layer, stroke }) => element(stroke, PEN[layer])),
    '</g>',
    ...drawing.texts.map(
      ({ at, height_mm: size, text }) =>
        `<text x="${rounded(at.x_mm)}" y="${rounded(at.y_mm)}" font-size="${rounded(size)}">${xmlText(text)}</text>`,
    ),
    '</svg>',
    '',
  ].join('\n')
}
