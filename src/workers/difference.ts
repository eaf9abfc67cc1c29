/**
 * Documents that differ little cross between page and worker as what changed. Both sides keep the last one; records and lists
 * keep the objects that did not change, so that what was drawn from them need not be drawn again.
 */
export type Difference =
  | { readonly kind: 'same' }
  | { readonly kind: 'value'; readonly value: unknown }
  /** Keys in their order where it changed; those not named in `parts` are as before. */
  | {
      readonly kind: 'record'
      readonly keys: readonly string[] | null
      readonly parts: Readonly<Record<string, Difference>>
    }
  | { readonly kind: 'list'; readonly length: number; readonly parts: Readonly<Record<number, Difference>> }

const SAME: Difference = { kind: 'same' }

/** How deep records are taken apart; below that a changed thing crosses whole. */
const DEPTH = 3

const isPlain = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** What leads from one document to the next, told by identity: what is the same object is the same. */
export function differenceOf(before: unknown, after: unknown, depth = DEPTH): Difference {
  if (before === after) return SAME
  if (depth === 0) return { kind: 'value', value: after }
  if (Array.isArray(before) && Array.isArray(after)) {
    const parts: Record<number, Difference> = {}
    let changed = 0
    after.forEach((value, i) => {
      if (i < before.length && before[i] === value) return
      parts[i] = i < before.length ? differenceOf(before[i], value, depth - 1) : { kind: 'value', value }
      changed += 1
    })
    if (changed === 0 && before.length === after.length) return SAME
    return { kind: 'list', length: after.length, parts }
  }
  if (!isPlain(before) || !isPlain(after)) return { kind: 'value', value: after }
  const [own, next] = [Object.keys(before), Object.keys(after)]
  const isSameOrder = own.length === next.length && own.every((key, i) => key === next[i])
  const parts: Record<string, Difference> = {}
  for (const key of next) {
    if (before[key] === after[key] && Object.hasOwn(before, key)) continue
    parts[key] = Object.hasOwn(before, key)
      ? differenceOf(before[key], after[key], depth - 1)
      : { kind: 'value', value: after[key] }
  }
  if (isSameOrder && Object.keys(parts).length === 0) return SAME
  return { kind: 'record', keys: isSameOrder ? null : next, parts }
}

/** The document that a difference leads to; what it leaves out is the same object as before. */
export function withDifference(before: unknown, difference: Difference): unknown {
  switch (difference.kind) {
    case 'same':
      return before
    case 'value':
      return difference.value
    case 'list': {
      const list = (before as readonly unknown[]).slice(0, difference.length)
      for (const [i, part] of Object.entries(difference.parts)) list[Number(i)] = withDifference(list[Number(i)], part)
      return list
    }
    case 'record': {
      const own = before as Readonly<Record<string, unknown>>
      const next: Record<string, unknown> = {}
      for (const key of difference.keys ?? Object.keys(own)) {
        const part = difference.parts[key]
        next[key] = part ? withDifference(own[key], part) : own[key]
      }
      return next
    }
  }
}

/** The next document with the objects of the one before wherever they say the same. */
export function keepAlike<T>(before: unknown, after: T): T {
  if (before === after || typeof before !== 'object' || typeof after !== 'object' || !before || !after) return after
  if (Array.isArray(before) !== Array.isArray(after)) return after
  if (Array.isArray(after)) {
    const list = before as readonly unknown[]
    let isSame = list.length === after.length
    const kept = after.map((value, i) => {
      const own = keepAlike(list[i], value)
      if (own !== list[i]) isSame = false
      return own
    })
    return (isSame ? before : kept) as T
  }
  const [own, next] = [Object.keys(before), Object.keys(after)]
  let isSame = own.length === next.length && own.every((key, i) => key === next[i])
  const kept: Record<string, unknown> = {}
  for (const key of next) {
    const value = keepAlike((before as Record<string, unknown>)[key], (after as Record<string, unknown>)[key])
    kept[key] = value
    if (value !== (before as Record<string, unknown>)[key]) isSame = false
  }
  return (isSame ? before : kept) as T
}
