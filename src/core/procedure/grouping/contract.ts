/**
 * Puts acts that share a key into one group, in so far as no group then waits for another that waits for it. Acts come in an
 * order in which each follows what it needs; so do the groups that come back.
 */
export function contract<T extends { readonly id: string; readonly after: readonly string[] }>(
  acts: readonly T[],
  keyOf: (act: T) => string,
  most: number,
): readonly { readonly key: string; readonly acts: readonly T[] }[] {
  interface Group {
    readonly key: string
    readonly acts: T[]
    /** Groups that it waits for. */
    readonly after: Set<Group>
  }
  const groups: Group[] = []
  const groupOf = new Map<string, Group>()
  const open = new Map<string, Group>()
  /** Whether one waits for the other, over whatever lies between. */
  const waitsFor = (one: Group, other: Group): boolean => {
    const seen = new Set<Group>([one])
    const stack = [one]
    for (let at = stack.pop(); at; at = stack.pop())
      for (const before of at.after) {
        if (before === other) return true
        if (!seen.has(before)) {
          seen.add(before)
          stack.push(before)
        }
      }
    return false
  }
  for (const act of acts) {
    const before = new Set(act.after.flatMap((id) => groupOf.get(id) ?? []))
    const key = keyOf(act)
    let group = open.get(key)
    if (group && (group.acts.length >= most || [...before].some((other) => other !== group && waitsFor(other, group!))))
      group = undefined
    if (!group) {
      group = { key, acts: [], after: new Set() }
      groups.push(group)
      open.set(key, group)
    }
    group.acts.push(act)
    for (const other of before) if (other !== group) group.after.add(other)
    groupOf.set(act.id, group)
  }
  return groups
}
