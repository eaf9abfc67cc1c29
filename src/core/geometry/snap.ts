import type { Rect } from './rect'

export interface SnapRequest {
  /** What is moved, where the hand has it. */
  readonly rect: Rect
  readonly grid_mm: number
  /** How near a line must be to catch. */
  readonly catch_mm: number
  readonly neighbours: readonly Rect[]
  /** Centre lines of rails across and down, which catch the middle of what clips on. */
  readonly rails: readonly { readonly axis: 'across' | 'down'; readonly at_mm: number }[]
}

export interface Snapped {
  readonly dx_mm: number
  readonly dy_mm: number
  /** The lines caught, for the eye. */
  readonly across_mm: number | null
  readonly down_mm: number | null
}

/** Shifts what is moved onto a rail, else level with a neighbour's edge or middle, else with its middle onto the grid; each axis for itself. */
export function snapRect({ rect, grid_mm, catch_mm, neighbours, rails }: SnapRequest): Snapped {
  const x = along(
    rect.left_mm,
    rect.right_mm,
    rails.filter(({ axis }) => axis === 'down').map(({ at_mm }) => at_mm),
    neighbours.map(({ left_mm, right_mm }) => [left_mm, right_mm] as const),
    grid_mm,
    catch_mm,
  )
  const y = along(
    rect.top_mm,
    rect.bottom_mm,
    rails.filter(({ axis }) => axis === 'across').map(({ at_mm }) => at_mm),
    neighbours.map(({ top_mm, bottom_mm }) => [top_mm, bottom_mm] as const),
    grid_mm,
    catch_mm,
  )
  return { dx_mm: x.by, dy_mm: y.by, down_mm: x.line, across_mm: y.line }
}

function along(
  from: number,
  to: number,
  rails: readonly number[],
  neighbours: readonly (readonly [number, number])[],
  grid_mm: number,
  catch_mm: number,
): { readonly by: number; readonly line: number | null } {
  const middle = (from + to) / 2
  const nearest = (candidates: readonly { readonly by: number; readonly line: number }[]) =>
    candidates.reduce<{ by: number; line: number } | null>(
      (best, each) => (Math.abs(each.by) <= catch_mm && (!best || Math.abs(each.by) < Math.abs(best.by)) ? each : best),
      null,
    )
  const onRail = nearest(rails.map((line) => ({ by: line - middle, line })))
  if (onRail) return onRail
  const level = nearest(
    neighbours.flatMap(([a, b]) => {
      const mid = (a + b) / 2
      return [
        { by: a - from, line: a },
        { by: b - to, line: b },
        { by: b - from, line: b },
        { by: a - to, line: a },
        { by: mid - middle, line: mid },
      ]
    }),
  )
  if (level) return level
  return { by: grid_mm > 0 ? Math.round(middle / grid_mm) * grid_mm - middle : 0, line: null }
}

export const ALIGNMENTS = ['left', 'middle', 'right', 'top', 'centre', 'bottom'] as const
export type Alignment = (typeof ALIGNMENTS)[number]

/** How far each of several rectangles must move to line up with what reaches farthest, or with the middle of all. */
export function alignRects(
  rects: readonly Rect[],
  to: Alignment,
): readonly { readonly dx_mm: number; readonly dy_mm: number }[] {
  const left = Math.min(...rects.map(({ left_mm }) => left_mm))
  const right = Math.max(...rects.map(({ right_mm }) => right_mm))
  const top = Math.min(...rects.map(({ top_mm }) => top_mm))
  const bottom = Math.max(...rects.map(({ bottom_mm }) => bottom_mm))
  return rects.map((rect) => {
    switch (to) {
      case 'left':
        return { dx_mm: left - rect.left_mm, dy_mm: 0 }
      case 'right':
        return { dx_mm: right - rect.right_mm, dy_mm: 0 }
      case 'middle':
        return { dx_mm: (left + right) / 2 - (rect.left_mm + rect.right_mm) / 2, dy_mm: 0 }
      case 'top':
        return { dx_mm: 0, dy_mm: top - rect.top_mm }
      case 'bottom':
        return { dx_mm: 0, dy_mm: bottom - rect.bottom_mm }
      case 'centre':
        return { dx_mm: 0, dy_mm: (top + bottom) / 2 - (rect.top_mm + rect.bottom_mm) / 2 }
    }
  })
}

/** Equal gaps between neighbours; the outermost stay. */
export function distributeRects(
  rects: readonly Rect[],
  axis: 'across' | 'down',
): readonly { readonly dx_mm: number; readonly dy_mm: number }[] {
  const from = (rect: Rect) => (axis === 'across' ? rect.left_mm : rect.top_mm)
  const size = (rect: Rect) => (axis === 'across' ? rect.right_mm - rect.left_mm : rect.bottom_mm - rect.top_mm)
  const order = rects
    .map((rect, i) => ({ rect, i }))
    .sort((a, b) => from(a.rect) + size(a.rect) / 2 - from(b.rect) - size(b.rect) / 2)
  const moves = rects.map(() => ({ dx_mm: 0, dy_mm: 0 }))
  if (order.length < 3) return moves
  const [first, last] = [order[0]!.rect, order.at(-1)!.rect]
  const gap =
    (from(last) - from(first) - order.slice(0, -1).reduce((sum, { rect }) => sum + size(rect), 0)) / (order.length - 1)
  let at = from(first)
  for (const { rect, i } of order) {
    const by = at - from(rect)
    moves[i] = axis === 'across' ? { dx_mm: by, dy_mm: 0 } : { dx_mm: 0, dy_mm: by }
    at += size(rect) + gap
  }
  return moves
}
