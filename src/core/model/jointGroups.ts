/** Joints joined pairwise, by index. */
export class JointGroups {
  private readonly parent: Int32Array

  constructor(count: number) {
    this.parent = new Int32Array(count)
    for (let k = 0; k < count; k += 1) this.parent[k] = k
  }

  find(joint: number): number {
    let root = joint
    while (this.parent[root] !== root) root = this.parent[root]!
    for (let at = joint; this.parent[at] !== root;) {
      const next = this.parent[at]!
      this.parent[at] = root
      at = next
    }
    return root
  }

  join(a: number, b: number): void {
    this.parent[this.find(a)] = this.find(b)
  }
}
