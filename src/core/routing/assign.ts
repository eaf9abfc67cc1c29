/**
 * The cheapest matching of rows to columns, each row with a column of its own (Kuhn, 1955; Munkres, 1957; by successive shortest
 * paths with potentials, O(rows² · columns)). Of matchings that cost the same it takes one that hangs on nothing but the order.
 *
 * @param cost by row and column, finite; no more rows than columns
 * @returns the column of each row
 */
export function assign(cost: readonly (readonly number[])[]): readonly number[] {
  const rows = cost.length
  const columns = cost[0]?.length ?? 0
  if (rows > columns) throw new Error(`${rows} rows want ${rows} columns or more; there are ${columns}`)
  const ofRow = new Float64Array(rows + 1)
  const ofColumn = new Float64Array(columns + 1)
  /** Row matched to each column, counted from 1; 0 for none. Column 0 is where a row sets out from. */
  const matched = new Int32Array(columns + 1)
  for (let row = 1; row <= rows; row += 1) {
    matched[0] = row
    const least = new Float64Array(columns + 1).fill(Infinity)
    const cameBy = new Int32Array(columns + 1)
    const isDone = new Uint8Array(columns + 1)
    let at = 0
    do {
      isDone[at] = 1
      const own = matched[at]!
      let delta = Infinity
      let next = 0
      for (let column = 1; column <= columns; column += 1) {
        if (isDone[column]) continue
        const reduced = cost[own - 1]![column - 1]! - ofRow[own]! - ofColumn[column]!
        if (reduced < least[column]!) {
          least[column] = reduced
          cameBy[column] = at
        }
        if (least[column]! < delta) {
          delta = least[column]!
          next = column
        }
      }
      for (let column = 0; column <= columns; column += 1)
        if (isDone[column]) {
          ofRow[matched[column]!]! += delta
          ofColumn[column]! -= delta
        } else least[column]! -= delta
      at = next
    } while (matched[at] !== 0)
    while (at !== 0) {
      const before = cameBy[at]!
      matched[at] = matched[before]!
      at = before
    }
  }
  const found = new Array<number>(rows).fill(-1)
  for (let column = 1; column <= columns; column += 1)
    if (matched[column]! > 0) found[matched[column]! - 1] = column - 1
  return found
}
