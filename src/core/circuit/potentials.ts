/** Nodes tied by ideal sources form one unknown with offsets: a union-find that knows the voltage of each node above its root. */
export class Potentials {
  private readonly parent: Int32Array
  private readonly above: Float64Array

  constructor(n: number) {
    this.parent = Int32Array.from({ length: n }, (_, i) => i)
    this.above = new Float64Array(n)
  }

  /** The root of a node and the node's voltage above it. */
  find(node: number): { readonly root: number; readonly offset_V: number } {
    let root = node
    let offset_V = 0
    while (this.parent[root] !== root) {
      offset_V += this.above[root]!
      root = this.parent[root]!
    }
    // Second pass: hang everything on the way directly below the root.
    let at = node
    let left_V = offset_V
    while (this.parent[at] !== root && at !== root) {
      const next = this.parent[at]!
      const mine = left_V
      left_V -= this.above[at]!
      this.parent[at] = root
      this.above[at] = mine
      at = next
    }
    return { root, offset_V }
  }

  /** Ties a = b + value. Returns the mismatch in volt when they were tied already, else null. */
  tie(a: number, b: number, value_V: number): number | null {
    const at = this.find(a)
    const bt = this.find(b)
    if (at.root === bt.root) return at.offset_V - bt.offset_V - value_V
    this.parent[at.root] = bt.root
    this.above[at.root] = bt.offset_V + value_V - at.offset_V
    return null
  }
}
