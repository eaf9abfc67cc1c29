import { overlaps, type Rect } from './rect'

const MOST_CELLS = 1000

/** As many pairs as anybody would read: where more things stand in one another, these tell it. */
export const MOST_PAIRS = 300

/** Rectangles by the cells of a grid that they touch, so that neighbours are found without looking at all. */
export class RectIndex<K> {
  private readonly cells = new Map<string, { readonly key: K; readonly rect: Rect }[]>()
  /** What would lie in more cells than there is sense in is looked at each time. */
  private readonly large: { readonly key: K; readonly rect: Rect }[] = []

  constructor(private readonly cell_mm = 80) {}

  add(key: K, rect: Rect): void {
    const entry = { key, rect }
    if (this.isLarge(rect)) {
      this.large.push(entry)
      return
    }
    for (const cell of this.cellsOf(rect)) {
      const list = this.cells.get(cell)
      if (list) list.push(entry)
      else this.cells.set(cell, [entry])
    }
  }

  /** The keys of all rectangles that overlap one, each once. */
  touching(rect: Rect): readonly K[] {
    const found = new Set<K>()
    for (const entry of this.large) if (overlaps(entry.rect, rect)) found.add(entry.key)
    if (this.isLarge(rect)) {
      for (const list of this.cells.values())
        for (const entry of list) if (overlaps(entry.rect, rect)) found.add(entry.key)
      return [...found]
    }
    for (const cell of this.cellsOf(rect))
      for (const entry of this.cells.get(cell) ?? []) if (overlaps(entry.rect, rect)) found.add(entry.key)
    return [...found]
  }

  private isLarge({ left_mm, top_mm, right_mm, bottom_mm }: Rect): boolean {
    return ((right_mm - left_mm) / this.cell_mm) * ((bottom_mm - top_mm) / this.cell_mm) > MOST_CELLS
  }

  private *cellsOf({ left_mm, top_mm, right_mm, bottom_mm }: Rect): Iterable<string> {
    for (let x = Math.floor(left_mm / this.cell_mm); x <= Math.floor(right_mm / this.cell_mm); x += 1)
      for (let y = Math.floor(top_mm / this.cell_mm); y <= Math.floor(bottom_mm / this.cell_mm); y += 1)
        yield `${x} ${y}`
  }
}
