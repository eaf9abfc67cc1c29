/**
 * Edges whose loss would part what they join: no current goes through them, since it would have no way back. After Tarjan,
 * "A note on finding the bridges of a graph", Information Processing Letters 2, 1974 (from memory), without recursion.
 *
 * @param a one end of each edge, as a node number
 * @param b its other end
 */
export function findBridges(nodes: number, a: readonly number[], b: readonly number[]): Uint8Array {
  const count = a.length
  const start = new Int32Array(nodes + 1)
  for (let e = 0; e < count; e += 1) {
    start[a[e]! + 1]! += 1
    start[b[e]! + 1]! += 1
  }
  for (let k = 0; k < nodes; k += 1) start[k + 1]! += start[k]!
  const incident = new Int32Array(2 * count)
  const fill = start.slice(0, nodes)
  for (let e = 0; e < count; e += 1) {
    incident[fill[a[e]!]!] = e
    fill[a[e]!]! += 1
    incident[fill[b[e]!]!] = e
    fill[b[e]!]! += 1
  }
  const seen = new Int32Array(nodes).fill(-1)
  const low = new Int32Array(nodes)
  const next = start.slice(0, nodes)
  const entered = new Int32Array(nodes).fill(-1)
  const isBridge = new Uint8Array(count)
  const path: number[] = []
  let time = 0
  for (let root = 0; root < nodes; root += 1) {
    if (seen[root] !== -1) continue
    path.push(root)
    seen[root] = low[root] = time
    time += 1
    while (path.length > 0) {
      const node = path[path.length - 1]!
      if (next[node]! < start[node + 1]!) {
        const e = incident[next[node]!]!
        next[node]! += 1
        if (e === entered[node]) continue
        const other = a[e] === node ? b[e]! : a[e]!
        if (other === node) continue
        if (seen[other] !== -1) {
          low[node] = Math.min(low[node]!, seen[other]!)
          continue
        }
        seen[other] = low[other] = time
        time += 1
        entered[other] = e
        path.push(other)
        continue
      }
      path.pop()
      const e = entered[node]!
      if (e === -1) continue
      const above = path[path.length - 1]!
      low[above] = Math.min(low[above]!, low[node]!)
      if (low[node]! > seen[above]!) isBridge[e] = 1
    }
  }
  return isBridge
}
