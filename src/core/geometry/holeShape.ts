import type { QuarterTurn } from './rect'

/** The outline of a hole, about its centre; x to the right, y downward. */
export type HoleShape =
  | { readonly kind: 'round'; readonly diameter_mm: number }
  | {
      readonly kind: 'd-shaped'
      readonly diameter_mm: number
      readonly flat_mm: number
      readonly flatAt: 'top' | 'right' | 'bottom' | 'left'
    }
  | { readonly kind: 'rectangle'; readonly width_mm: number; readonly height_mm: number; readonly corner_mm: number }
  | { readonly kind: 'slot'; readonly length_mm: number; readonly width_mm: number; readonly axis: 'across' | 'down' }

export interface Point {
  readonly x_mm: number
  readonly y_mm: number
}

/** A piece of an outline. Arcs run clockwise as seen, from one angle to a greater; 0° points right and 90° down. */
export type Stroke =
  | { readonly kind: 'line'; readonly from: Point; readonly to: Point }
  | {
      readonly kind: 'arc'
      readonly centre: Point
      readonly radius_mm: number
      readonly from_deg: number
      readonly to_deg: number
    }

const CLOCKWISE = ['top', 'right', 'bottom', 'left'] as const

export function turnShape(shape: HoleShape, turn: QuarterTurn): HoleShape {
  const isAside = turn === 90 || turn === 270
  switch (shape.kind) {
    case 'round':
      return shape
    case 'd-shaped':
      return { ...shape, flatAt: CLOCKWISE[(CLOCKWISE.indexOf(shape.flatAt) + turn / 90) % 4]! }
    case 'rectangle':
      return isAside ? { ...shape, width_mm: shape.height_mm, height_mm: shape.width_mm } : shape
    case 'slot':
      return isAside ? { ...shape, axis: shape.axis === 'across' ? 'down' : 'across' } : shape
  }
}

/** The same hole seen from the other side of its wall. */
export function mirrorShape(shape: HoleShape): HoleShape {
  if (shape.kind !== 'd-shaped' || shape.flatAt === 'top' || shape.flatAt === 'bottom') return shape
  return { ...shape, flatAt: shape.flatAt === 'left' ? 'right' : 'left' }
}

export function turnPoint({ x_mm, y_mm }: Point, turn: QuarterTurn): Point {
  switch (turn) {
    case 0:
      return { x_mm, y_mm }
    case 90:
      return { x_mm: -y_mm, y_mm: x_mm }
    case 180:
      return { x_mm: -x_mm, y_mm: -y_mm }
    case 270:
      return { x_mm: y_mm, y_mm: -x_mm }
  }
}

/** Half of what a hole takes up across and down. A D counts as its whole circle. */
export function reachOf(shape: HoleShape): { readonly across_mm: number; readonly down_mm: number } {
  switch (shape.kind) {
    case 'round':
    case 'd-shaped':
      return { across_mm: shape.diameter_mm / 2, down_mm: shape.diameter_mm / 2 }
    case 'rectangle':
      return { across_mm: shape.width_mm / 2, down_mm: shape.height_mm / 2 }
    case 'slot':
      return shape.axis === 'across'
        ? { across_mm: shape.length_mm / 2, down_mm: shape.width_mm / 2 }
        : { across_mm: shape.width_mm / 2, down_mm: shape.length_mm / 2 }
  }
}

/** The skeleton of a shape, grown by a radius: a hole is all points within the radius of its segment or box. */
function coreOf(shape: HoleShape): {
  readonly across_mm: number
  readonly down_mm: number
  readonly radius_mm: number
} {
  const { across_mm, down_mm } = reachOf(shape)
  const radius_mm =
    shape.kind === 'rectangle' ? Math.min(shape.corner_mm, across_mm, down_mm) : Math.min(across_mm, down_mm)
  return { across_mm: across_mm - radius_mm, down_mm: down_mm - radius_mm, radius_mm }
}

/** Material left between two holes; negative where they meet. Exact for circles, slots and rectangles; a D counts as its circle. */
export function webBetween(a: { readonly shape: HoleShape } & Point, b: { readonly shape: HoleShape } & Point): number {
  const [ca, cb] = [coreOf(a.shape), coreOf(b.shape)]
  const dx = Math.abs(a.x_mm - b.x_mm) - ca.across_mm - cb.across_mm
  const dy = Math.abs(a.y_mm - b.y_mm) - ca.down_mm - cb.down_mm
  const apart = dx > 0 || dy > 0 ? Math.hypot(Math.max(0, dx), Math.max(0, dy)) : Math.max(dx, dy)
  return apart - ca.radius_mm - cb.radius_mm
}

/** The outline as lines and arcs about a centre, in order. */
export function outlineOf(shape: HoleShape, { x_mm: x, y_mm: y }: Point): readonly Stroke[] {
  const at = (dx: number, dy: number): Point => ({ x_mm: x + dx, y_mm: y + dy })
  switch (shape.kind) {
    case 'round':
      return [{ kind: 'arc', centre: at(0, 0), radius_mm: shape.diameter_mm / 2, from_deg: 0, to_deg: 360 }]
    case 'd-shaped': {
      const r = shape.diameter_mm / 2
      const flat = Math.min(shape.flat_mm, r)
      const half = (Math.acos(flat / r) * 180) / Math.PI
      const facing = { right: 0, bottom: 90, left: 180, top: 270 }[shape.flatAt]
      const on = (deg: number) => at(r * Math.cos((deg * Math.PI) / 180), r * Math.sin((deg * Math.PI) / 180))
      return [
        { kind: 'arc', centre: at(0, 0), radius_mm: r, from_deg: facing + half, to_deg: facing + 360 - half },
        { kind: 'line', from: on(facing - half), to: on(facing + half) },
      ]
    }
    case 'rectangle':
    case 'slot': {
      const { across_mm: w, down_mm: h } = reachOf(shape)
      const { radius_mm: r } = coreOf(shape)
      const arc = (dx: number, dy: number, from_deg: number): Stroke[] =>
        r === 0 ? [] : [{ kind: 'arc', centre: at(dx, dy), radius_mm: r, from_deg, to_deg: from_deg + 90 }]
      const line = (from: Point, to: Point): Stroke[] =>
        from.x_mm === to.x_mm && from.y_mm === to.y_mm ? [] : [{ kind: 'line', from, to }]
      return [
        ...line(at(-w + r, -h), at(w - r, -h)),
        ...arc(w - r, -h + r, 270),
        ...line(at(w, -h + r), at(w, h - r)),
        ...arc(w - r, h - r, 0),
        ...line(at(w - r, h), at(-w + r, h)),
        ...arc(-w + r, h - r, 90),
        ...line(at(-w, h - r), at(-w, -h + r)),
        ...arc(-w + r, -h + r, 180),
      ]
    }
  }
}

/** "20.5 mm", "47 × 27 mm, corners 2 mm", as on a drawing. */
export function shapeWords(shape: HoleShape): string {
  const mm = (value: number) => String(Math.round(value * 100) / 100)
  switch (shape.kind) {
    case 'round':
      return `⌀ ${mm(shape.diameter_mm)} mm`
    case 'd-shaped':
      return `⌀ ${mm(shape.diameter_mm)} mm, flat ${mm(shape.flat_mm)} mm from the centre at the ${shape.flatAt}`
    case 'rectangle':
      return `${mm(shape.width_mm)} × ${mm(shape.height_mm)} mm${shape.corner_mm > 0 ? `, corners ${mm(shape.corner_mm)} mm` : ''}`
    case 'slot':
      return `slot ${mm(shape.length_mm)} × ${mm(shape.width_mm)} mm, ${shape.axis}`
  }
}
