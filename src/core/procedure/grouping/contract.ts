/** For each group the groups that it waits for, over whatever lies between: a bit each. */
class Waiting {
  private readonly words: number
  private readonly rows: Uint32Array[] = []

  constructor(most: number) {
    this.words = (most + 31) >> 5
  }

  /** A new group that waits for nothing yet. */
  add(): number {
    this.rows.push(new Uint32Array(this.words))
    return this.rows.length - 1
  }

  has(one: number, other: number): boolean {
    return (this.rows[one]![other >> 5]! & (1 << (other & 31))) !== 0
  }

  /** From now on one waits for the other and for all that the other waits for, and so does what waits for the one. */
  put(one: number, other: number): void {
    if (this.has(one, other)) return
    const more = Uint32Array.from(this.rows[other]!)
    more[other >> 5]! |= 1 << (other & 31)
    this.rows.forEach((row, at) => {
      if (at !== one && !this.has(at, one)) return
      for (let word = 0; word < this.words; word += 1) row[word]! |= more[word]!
    })
  }
}

/**
 * Puts acts that share a key into one group, in so far as no group then waits for another that waits for it. Acts come in an
 * order in which each follows what it needs; so do the groups that come back.
 */
export function contract<T extends { readonly id: string; readonly after: readonly string[] }>(
  acts: readonly T[],
  keyOf: (act: T) => string,
  most: number,
): readonly { readonly key: string; readonly acts: readonly T[] }[] {
  const groups: { readonly key: string; readonly acts: T[] }[] = []
  const waiting = new Waiting(acts.length)
  const groupOf = new Map<string, number>()
  const open = new Map<string, number>()
  for (const act of acts) {
    const before = new Set<number>()
    for (const id of act.after) {
      const group = groupOf.get(id)
      if (group !== undefined) before.add(group)
    }
    const key = keyOf(act)
    let at = open.get(key)
    if (at !== undefined) {
      const own = at
      const isFull = groups[own]!.acts.length >= most
      if (isFull || [...before].some((other) => other !== own && waiting.has(other, own))) at = undefined
    }
    if (at === undefined) {
      at = waiting.add()
      groups.push({ key, acts: [] })
      open.set(key, at)
    }
    groups[at]!.acts.push(act)
    for (const other of before) if (other !== at) waiting.put(at, other)
    groupOf.set(act.id, at)
  }
  return groups
}
