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

/** Minus zero is another number, and `toString` may be a key like any other: told by what is there, not by what is inherited. */
const own = (record: object, key: string): unknown =>
  Object.hasOwn(record, key) ? (record as Readonly<Record<string, unknown>>)[key] : undefined

const isPlain = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const isAlike = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((key, i) => key === b[i])

/** What leads from one document to the next, told by identity: what is the same object is the same. */
export function differenceOf(before: unknown, after: unknown, depth = DEPTH): Difference {
  if (Object.is(before, after)) return SAME
  if (depth === 0) return { kind: 'value', value: after }
  if (Array.isArray(before) && Array.isArray(after)) {
    const parts: Record<number, Difference> = {}
    let changed = 0
    after.forEach((value, i) => {
      if (i < before.length && Object.is(before[i], value)) return
      parts[i] = i < before.length ? differenceOf(before[i], value, depth - 1) : { kind: 'value', value }
      changed += 1
    })
    if (changed === 0 && before.length === after.length) return SAME
    return { kind: 'list', length: after.length, parts }
  }
  if (!isPlain(before) || !isPlain(after)) return { kind: 'value', value: after }
  const next = Object.keys(after)
  const isSameOrder = isAlike(Object.keys(before), next)
  const parts = next.flatMap((key): [string, Difference][] => {
    if (!Object.hasOwn(before, key)) return [[key, { kind: 'value', value: after[key] }]]
    if (Object.is(before[key], after[key])) return []
    return [[key, differenceOf(before[key], after[key], depth - 1)]]
  })
  if (isSameOrder && parts.length === 0) return SAME
  return { kind: 'record', keys: isSameOrder ? null : next, parts: Object.fromEntries(parts) }
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
      const record = before as Readonly<Record<string, unknown>>
      const keys = difference.keys ?? Object.keys(record)
      return Object.fromEntries(
        keys.map((key) => {
          const part = own(difference.parts, key) as Difference | undefined
          return [key, part ? withDifference(own(record, key), part) : record[key]]
        }),
      )
    }
  }
}

/** The next document with the objects of the one before wherever they say the same. */
export function keepAlike<T>(before: unknown, after: T): T {
  if (Object.is(before, after) || typeof before !== 'object' || typeof after !== 'object' || !before || !after)
    return after
  if (Array.isArray(before) !== Array.isArray(after)) return after
  if (Array.isArray(after)) {
    const list = before as readonly unknown[]
    let isSame = list.length === after.length
    const kept = after.map((value, i) => {
      const same = keepAlike(list[i], value)
      if (!Object.is(same, list[i])) isSame = false
      return same
    })
    return (isSame ? before : kept) as T
  }
  const next = Object.keys(after)
  const kept = next.map((key) => [key, keepAlike(own(before, key), own(after, key))] as const)
  const isSame = isAlike(Object.keys(before), next) && kept.every(([key, value]) => Object.is(value, own(before, key)))
  return (isSame ? before : Object.fromEntries(kept)) as T
}
