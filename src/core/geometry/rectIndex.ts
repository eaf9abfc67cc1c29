import { overlaps, type Rect } from './rect'

/** Rectangles by the cells of a grid that they touch, so that neighbours are found without looking at all. */
export class RectIndex<K> {
  private readonly cells = new Map<string, { readonly key: K; readonly rect: Rect }[]>()

  constructor(private readonly cell_mm = 80) {}

  add(key: K, rect: Rect): void {
    const entry = { key, rect }
    for (const cell of this.cellsOf(rect)) {
      const list = this.cells.get(cell)
      if (list) list.push(entry)
      else this.cells.set(cell, [entry])
    }
  }

  /** The keys of all rectangles that overlap one, each once. */
  touching(rect: Rect): readonly K[] {
    const found = new Set<K>()
    for (const cell of this.cellsOf(rect)) for (const entry of this.cells.get(cell) ?? []) if (overlaps(entry.rect, rect)) found.add(entry.key)
    return [...found]
  }

  private *cellsOf({ left_mm, top_mm, right_mm, bottom_mm }: Rect): Iterable<string> {
    for (let x = Math.floor(left_mm / this.cell_mm); x <= Math.floor(right_mm / this.cell_mm); x += 1) for (let y = Math.floor(top_mm / this.cell_mm); y <= Math.floor(bottom_mm / this.cell_mm); y += 1) yield `${x} ${y}`
  }
}
