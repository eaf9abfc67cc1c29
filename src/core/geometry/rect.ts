/** An upright rectangle; x to the right, y downward, as on a face seen from the front. */
export interface Rect {
  readonly left_mm: number
  readonly top_mm: number
  readonly right_mm: number
  readonly bottom_mm: number
}

export type QuarterTurn = 0 | 90 | 180 | 270

export interface Margins {
  readonly top: number
  readonly right: number
  readonly bottom: number
  readonly left: number
}

/** The rectangle a body covers, its centre and a turn given. */
export function footprint(
  { width_mm, height_mm }: { readonly width_mm: number; readonly height_mm: number },
  at: { readonly x_mm: number; readonly y_mm: number; readonly rotation_deg: QuarterTurn },
): Rect {
  const isTurned = at.rotation_deg === 90 || at.rotation_deg === 270
  const [w, h] = isTurned ? [height_mm, width_mm] : [width_mm, height_mm]
  return { left_mm: at.x_mm - w / 2, top_mm: at.y_mm - h / 2, right_mm: at.x_mm + w / 2, bottom_mm: at.y_mm + h / 2 }
}

/** Margins turn with the body: clockwise. */
export function turnMargins({ top, right, bottom, left }: Margins, turn: QuarterTurn): Margins {
  switch (turn) {
    case 0:
      return { top, right, bottom, left }
    case 90:
      return { top: left, right: top, bottom: right, left: bottom }
    case 180:
      return { top: bottom, right: left, bottom: top, left: right }
    case 270:
      return { top: right, right: bottom, bottom: left, left: top }
  }
}

export function grow(rect: Rect, by: Margins): Rect {
  return {
    left_mm: rect.left_mm - by.left,
    top_mm: rect.top_mm - by.top,
    right_mm: rect.right_mm + by.right,
    bottom_mm: rect.bottom_mm + by.bottom,
  }
}

/** Bodies that only touch do not overlap. */
export const TOUCH_TOL_mm = 1e-6

export function overlaps(a: Rect, b: Rect): boolean {
  return (
    a.left_mm < b.right_mm - TOUCH_TOL_mm &&
    b.left_mm < a.right_mm - TOUCH_TOL_mm &&
    a.top_mm < b.bottom_mm - TOUCH_TOL_mm &&
    b.top_mm < a.bottom_mm - TOUCH_TOL_mm
  )
}

export function contains(outer: Rect, inner: Rect): boolean {
  return (
    inner.left_mm >= outer.left_mm - TOUCH_TOL_mm &&
    inner.top_mm >= outer.top_mm - TOUCH_TOL_mm &&
    inner.right_mm <= outer.right_mm + TOUCH_TOL_mm &&
    inner.bottom_mm <= outer.bottom_mm + TOUCH_TOL_mm
  )
}

/** The distance between two rectangles; 0 where they touch or overlap. */
export function gapBetween(a: Rect, b: Rect): number {
  return Math.hypot(
    Math.max(0, a.left_mm - b.right_mm, b.left_mm - a.right_mm),
    Math.max(0, a.top_mm - b.bottom_mm, b.top_mm - a.bottom_mm),
  )
}
