import { SHEETS, type Sheet } from '@/core/papers'

export const PAPERS = SHEETS
export type Paper = Sheet

export interface Tile {
  readonly row: number
  readonly column: number
  /** The piece of the drawing on this page. */
  readonly left_mm: number
  readonly top_mm: number
  readonly width_mm: number
  readonly height_mm: number
}

export interface Tiling {
  readonly paper: { readonly width_mm: number; readonly height_mm: number }
  readonly rows: number
  readonly columns: number
  readonly tiles: readonly Tile[]
}

/** Kept free at the paper's edges, since printers do not reach them; and for the head of each page. */
export const MARGIN_mm = 10
export const HEAD_mm = 20
/** What neighbouring pages share, to be laid over one another. */
export const OVERLAP_mm = 10

/** How a drawing is cut over pages: upright or across, whichever takes fewer. */
export function tileOver(drawing: { readonly width_mm: number; readonly height_mm: number }, paper: Paper): Tiling {
  const { width_mm, height_mm } = PAPERS[paper]
  const upright = cutOver(drawing, { width_mm, height_mm })
  const across = cutOver(drawing, { width_mm: height_mm, height_mm: width_mm })
  return across.tiles.length < upright.tiles.length ? across : upright
}

function cutOver(drawing: { readonly width_mm: number; readonly height_mm: number }, paper: Tiling['paper']): Tiling {
  const room = { width_mm: paper.width_mm - 2 * MARGIN_mm, height_mm: paper.height_mm - 2 * MARGIN_mm - HEAD_mm }
  const pieces = (length: number, most: number) =>
    length <= most ? 1 : Math.ceil((length - OVERLAP_mm) / (most - OVERLAP_mm))
  const [columns, rows] = [pieces(drawing.width_mm, room.width_mm), pieces(drawing.height_mm, room.height_mm)]
  const tiles = Array.from({ length: rows * columns }, (_, i): Tile => {
    const [row, column] = [Math.floor(i / columns), i % columns]
    const left_mm = column * (room.width_mm - OVERLAP_mm)
    const top_mm = row * (room.height_mm - OVERLAP_mm)
    return {
      row,
      column,
      left_mm,
      top_mm,
      width_mm: Math.min(room.width_mm, drawing.width_mm - left_mm),
      height_mm: Math.min(room.height_mm, drawing.height_mm - top_mm),
    }
  })
  return { paper, rows, columns, tiles }
}
