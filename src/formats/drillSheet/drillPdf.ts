import {
  clip,
  endPath,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  rgb,
  StandardFonts,
  type PDFFont,
  type PDFPage,
} from 'pdf-lib'
import { RectIndex, type Rect, type Stroke } from '@/core/geometry'
import type { DrillDrawing, Layer } from './drillDrawing'
import { printable, pt } from '../pdf'
import { HEAD_mm, MARGIN_mm, OVERLAP_mm, tileOver, type Paper, type Tile, type Tiling } from './tiles'

const BAR_mm = 100
const TICK_mm = 0.2
const INK = rgb(0, 0, 0)
const PEN: Readonly<Record<Layer, { readonly width_mm: number; readonly dash?: number[] }>> = {
  OUTLINE: { width_mm: 0.35 },
  HOLES: { width_mm: 0.25 },
  THERE: { width_mm: 0.25, dash: [2, 1] },
  CENTRES: { width_mm: 0.1 },
  NOTES: { width_mm: 0.2 },
}

/** A name as long as its maker liked must not run off the paper. */
const cut = (text: string, length: number) => (text.length > length ? `${text.slice(0, length - 1)}…` : text)

/** A page whose origin is a point of the paper, y downward, in millimetres. */
class Sheet {
  constructor(
    readonly page: PDFPage,
    readonly font: PDFFont,
    private readonly height_mm: number,
    private readonly left_mm: number,
    private readonly top_mm: number,
  ) {}

  x = (mm: number) => pt(mm + this.left_mm)
  y = (mm: number) => pt(this.height_mm - this.top_mm - mm)

  line(x1: number, y1: number, x2: number, y2: number, width_mm = 0.2, dash?: number[]): void {
    this.page.drawLine({
      start: { x: this.x(x1), y: this.y(y1) },
      end: { x: this.x(x2), y: this.y(y2) },
      thickness: pt(width_mm),
      color: INK,
      ...(dash ? { dashArray: dash.map(pt) } : {}),
    })
  }

  text(text: string, x_mm: number, y_mm: number, size_mm: number): void {
    this.page.drawText(printable(text, this.font), {
      x: this.x(x_mm),
      y: this.y(y_mm),
      size: pt(size_mm),
      font: this.font,
      color: INK,
    })
  }

  stroke({ layer, stroke }: { readonly layer: Layer; readonly stroke: Stroke }): void {
    const { width_mm, dash } = PEN[layer]
    if (stroke.kind === 'line')
      return this.line(stroke.from.x_mm, stroke.from.y_mm, stroke.to.x_mm, stroke.to.y_mm, width_mm, dash)
    const { centre, radius_mm, from_deg, to_deg } = stroke
    if (to_deg - from_deg >= 360) {
      this.page.drawCircle({
        x: this.x(centre.x_mm),
        y: this.y(centre.y_mm),
        size: pt(radius_mm),
        borderColor: INK,
        borderWidth: pt(width_mm),
        ...(dash ? { borderDashArray: dash.map(pt) } : {}),
      })
      return
    }
    const on = (deg: number) =>
      `${pt(radius_mm * Math.cos((deg * Math.PI) / 180))} ${pt(radius_mm * Math.sin((deg * Math.PI) / 180))}`
    this.page.drawSvgPath(
      `M ${on(from_deg)} A ${pt(radius_mm)} ${pt(radius_mm)} 0 ${to_deg - from_deg > 180 ? 1 : 0} 1 ${on(to_deg)}`,
      {
        x: this.x(centre.x_mm),
        y: this.y(centre.y_mm),
        borderColor: INK,
        borderWidth: pt(width_mm),
        ...(dash ? { borderDashArray: dash.map(pt) } : {}),
      },
    )
  }
}

/** The drill sheet as PDF at 1:1, tiled over pages with overlap, cross marks and a 100 mm check bar on each, and the hole table after them. */
export async function drillPdf(drawing: DrillDrawing, paper: Paper): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  document.setTitle(drawing.title)
  document.setCreator('Glad Rafter')
  // Same plan, same file.
  document.setCreationDate(new Date(0))
  document.setModificationDate(new Date(0))
  const font = await document.embedFont(StandardFonts.Helvetica)
  const tiling = tileOver(drawing, paper)
  const grid = gridOf(drawing)
  for (const tile of tiling.tiles) {
    const drawn = grid.on(tile)
    // A page of a large face without a stroke on it is paper wasted; its neighbours carry the crosses to lay them by.
    if (drawn.strokes.length > 0 || tiling.tiles.length === 1) drawTile(document, font, drawing, drawn, tiling, tile)
  }
  drawTable(document, font, drawing, tiling.paper)
  return document.save()
}

interface Drawn {
  readonly strokes: DrillDrawing['strokes']
  readonly texts: DrillDrawing['texts']
}

/** Lines reach a little beyond their middle, letters to the right of where they begin. */
const SPILL_mm = 5
const LETTERS_mm = 60

/** What of a drawing touches a page: each stroke goes only where it can be seen. */
function gridOf(drawing: DrillDrawing): { on(tile: Tile): Drawn } {
  const strokes = new RectIndex<number>(200)
  const texts = new RectIndex<number>(200)
  drawing.strokes.forEach(({ stroke }, i) => strokes.add(i, boundsOf(stroke)))
  drawing.texts.forEach(({ at }, i) =>
    texts.add(i, {
      left_mm: at.x_mm,
      right_mm: at.x_mm + LETTERS_mm,
      top_mm: at.y_mm - SPILL_mm,
      bottom_mm: at.y_mm + SPILL_mm,
    }),
  )
  const inOrder = (found: readonly number[]) => [...found].sort((a, b) => a - b)
  return {
    on({ left_mm, top_mm, width_mm, height_mm }) {
      const page: Rect = { left_mm, top_mm, right_mm: left_mm + width_mm, bottom_mm: top_mm + height_mm }
      return {
        strokes: inOrder(strokes.touching(page)).map((i) => drawing.strokes[i]!),
        texts: inOrder(texts.touching(page)).map((i) => drawing.texts[i]!),
      }
    },
  }
}

function boundsOf(stroke: Stroke): Rect {
  const grown = (x1: number, y1: number, x2: number, y2: number): Rect => ({
    left_mm: Math.min(x1, x2) - SPILL_mm,
    right_mm: Math.max(x1, x2) + SPILL_mm,
    top_mm: Math.min(y1, y2) - SPILL_mm,
    bottom_mm: Math.max(y1, y2) + SPILL_mm,
  })
  if (stroke.kind === 'line') return grown(stroke.from.x_mm, stroke.from.y_mm, stroke.to.x_mm, stroke.to.y_mm)
  const {
    centre: { x_mm, y_mm },
    radius_mm: r,
  } = stroke
  return grown(x_mm - r, y_mm - r, x_mm + r, y_mm + r)
}

function drawTile(
  document: PDFDocument,
  font: PDFFont,
  drawing: DrillDrawing,
  drawn: Drawn,
  { paper, rows, columns }: Tiling,
  tile: Tile,
): void {
  const page = document.addPage([pt(paper.width_mm), pt(paper.height_mm)])
  const head = new Sheet(page, font, paper.height_mm, MARGIN_mm, MARGIN_mm)
  head.text(cut(drawing.title, 88), 0, 3.5, 3.6)
  head.text(
    `${cut(drawing.subtitle, 80)}; page ${tile.row * columns + tile.column + 1} of ${rows * columns}: row ${tile.row + 1}, column ${tile.column + 1}`,
    0,
    8,
    2.6,
  )
  head.line(0, 14, BAR_mm, 14)
  // The outer edges of its ends are what is 100 mm apart.
  head.line(TICK_mm / 2, 12, TICK_mm / 2, 16, TICK_mm)
  head.line(BAR_mm - TICK_mm / 2, 12, BAR_mm - TICK_mm / 2, 16, TICK_mm)
  head.text('100 mm: print without scaling, measure before you drill', 2, 13, 2.4)
  const top_mm = MARGIN_mm + HEAD_mm
  const sheet = new Sheet(page, font, paper.height_mm, MARGIN_mm - tile.left_mm, top_mm - tile.top_mm)
  page.pushOperators(
    pushGraphicsState(),
    rectangle(pt(MARGIN_mm), pt(paper.height_mm - top_mm - tile.height_mm), pt(tile.width_mm), pt(tile.height_mm)),
    clip(),
    endPath(),
  )
  for (const stroke of drawn.strokes) sheet.stroke(stroke)
  for (const { at, height_mm, text } of drawn.texts) sheet.text(text, at.x_mm, at.y_mm, height_mm)
  page.pushOperators(popGraphicsState())
  // Crosses where the shared strip begins and ends, on this page and its neighbour alike.
  const xs = [
    ...(tile.column > 0 ? [tile.left_mm + OVERLAP_mm / 2] : []),
    ...(tile.column < columns - 1 ? [tile.left_mm + tile.width_mm - OVERLAP_mm / 2] : []),
  ]
  const ys = [
    ...(tile.row > 0 ? [tile.top_mm + OVERLAP_mm / 2] : []),
    ...(tile.row < rows - 1 ? [tile.top_mm + tile.height_mm - OVERLAP_mm / 2] : []),
  ]
  const cross = (x: number, y: number) => {
    sheet.line(x - 4, y, x + 4, y, 0.15)
    sheet.line(x, y - 4, x, y + 4, 0.15)
  }
  for (const x of xs)
    for (const y of ys.length > 0 ? ys : [tile.top_mm + 5, tile.top_mm + tile.height_mm - 5]) cross(x, y)
  if (xs.length === 0)
    for (const y of ys) for (const x of [tile.left_mm + 5, tile.left_mm + tile.width_mm - 5]) cross(x, y)
}

const ROW_mm = 5.2
const COLUMNS = [
  ['No', 0],
  ['For', 9],
  ['x mm', 52],
  ['y mm', 67],
  ['x in', 82],
  ['y in', 97],
  ['Size', 112],
  ['How', 160],
] as const

function drawTable(
  document: PDFDocument,
  font: PDFFont,
  { title, subtitle, rows }: DrillDrawing,
  given: Tiling['paper'],
): void {
  const paper = {
    width_mm: Math.min(given.width_mm, given.height_mm),
    height_mm: Math.max(given.width_mm, given.height_mm),
  }
  const perPage = Math.floor((paper.height_mm - 2 * MARGIN_mm - HEAD_mm) / ROW_mm) - 1
  for (let from = 0; from < Math.max(1, rows.length); from += perPage) {
    const sheet = new Sheet(
      document.addPage([pt(paper.width_mm), pt(paper.height_mm)]),
      font,
      paper.height_mm,
      MARGIN_mm,
      MARGIN_mm,
    )
    sheet.text(cut(`Holes of ${title}`, 88), 0, 3.5, 3.6)
    sheet.text(subtitle, 0, 8, 2.6)
    for (const [name, x_mm] of COLUMNS) sheet.text(name, x_mm, HEAD_mm - 4, 2.6)
    sheet.line(0, HEAD_mm - 2.5, paper.width_mm - 2 * MARGIN_mm, HEAD_mm - 2.5)
    if (rows.length === 0) sheet.text('Nothing to drill on this face.', 0, HEAD_mm + 2, 2.8)
    rows.slice(from, from + perPage).forEach(({ number, hole, x_mm, y_mm, x_in, y_in, size, tool }, i) => {
      const values = [
        String(number),
        cut(hole.label, 26),
        x_mm.toFixed(1),
        y_mm.toFixed(1),
        x_in.toFixed(3),
        y_in.toFixed(3),
        cut(size, 32),
        cut(tool, 22),
      ]
      values.forEach((value, column) => sheet.text(value, COLUMNS[column]![1], HEAD_mm + 2 + i * ROW_mm, 2.5))
    })
  }
}
