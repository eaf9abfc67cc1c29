/** Nodes tied by ideal sources form one unknown with offsets: a union-find that knows the voltage of each node above its root. */
export class Potentials {
  private readonly parent: Int32Array
  private readonly above: Float64Array

  constructor(n: number) {
    this.parent = new Int32Array(n)
    for (let k = 0; k < n; k += 1) this.parent[k] = k
    this.above = new Float64Array(n)
  }

  /** The root of a node. Afterwards the node hangs directly below it, so that {@link offset_V} is its voltage above the root. */
  root(node: number): number {
    let root = node
    let offset_V = 0
    while (this.parent[root] !== root) {
      offset_V += this.above[root]!
      root = this.parent[root]!
    }
    let at = node
    let left_V = offset_V
    while (at !== root && this.parent[at] !== root) {
      const next = this.parent[at]!
      const mine = left_V
      left_V -= this.above[at]!
      this.parent[at] = root
      this.above[at] = mine
      at = next
    }
    return root
  }

  /** Voltage above the root, after {@link root} of the same node. */
  offset_V(node: number): number {
    return this.above[node]!
  }

  /** Ties a = b + value. Returns the mismatch in volt (present voltage less the value) when they were tied already, else null. */
  tie(a: number, b: number, value_V: number): number | null {
    const rootA = this.root(a)
    const rootB = this.root(b)
    const offsetA_V = this.above[a]!
    const offsetB_V = this.above[b]!
    if (rootA === rootB) return offsetA_V - offsetB_V - value_V
    this.parent[rootA] = rootB
    this.above[rootA] = offsetB_V + value_V - offsetA_V
    return null
  }
}
