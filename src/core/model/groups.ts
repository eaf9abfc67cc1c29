/** Groups of strings joined pairwise. */
export class Groups {
  private readonly parent = new Map<string, string>()

  find(key: string): string {
    const up = this.parent.get(key)
    if (up === undefined) {
      this.parent.set(key, key)
      return key
    }
    if (up === key) return key
    const root = this.find(up)
    this.parent.set(key, root)
    return root
  }

  join(a: string, b: string): void {
    const ra = this.find(a)
    const rb = this.find(b)
    if (ra !== rb) this.parent.set(ra, rb)
  }
}
