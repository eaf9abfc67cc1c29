import { applyPatches, enablePatches, type Patch as ImmerPatch } from 'immer'

enablePatches()

/**
 * A step from one document to the next. `before` names the key that an added one stands before (null: at the end);
 * an `order` patch lists all keys of a record. The order of records is the order of the work, so that a removal
 * taken back must put things where they were, to the byte.
 */
export type Patch =
  | (ImmerPatch & { readonly before?: string | null })
  | { readonly op: 'order'; readonly path: (string | number)[]; readonly value: readonly string[] }

type Path = readonly (string | number)[]
type Json = Readonly<Record<string, unknown>>

const isRecord = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value)

function valueAt(document: unknown, path: Path): unknown {
  let at = document
  for (const key of path) {
    if (typeof at !== 'object' || at === null || !Object.hasOwn(at, key)) return undefined
    at = (at as Record<string | number, unknown>)[key]
  }
  return at
}

const parentOf = (path: Path): Path => path.slice(0, -1)
const keyOf = (path: Path): string => String(path[path.length - 1])

interface Reordered {
  readonly path: Path
  /** As they stand in the end. */
  readonly keys: readonly string[]
}

/** Records whose list of keys differs; what both documents share by reference is passed over. */
function gatherReordered(from: unknown, to: unknown, path: Path, into: Map<string, Reordered>): void {
  if (from === to || typeof from !== 'object' || typeof to !== 'object' || from === null || to === null) return
  if (Array.isArray(from) && Array.isArray(to)) {
    for (let i = 0; i < Math.min(from.length, to.length); i += 1) gatherReordered(from[i], to[i], [...path, i], into)
    return
  }
  if (!isRecord(from) || !isRecord(to)) return
  const keys = Object.keys(to)
  if (!isSameList(Object.keys(from), keys)) into.set(path.join('\n'), { path, keys })
  for (const key of keys) if (Object.hasOwn(from, key)) gatherReordered(from[key], to[key], [...path, key], into)
}

/** Adds to the patches that lead from one document to another what they do not say: where each new key stands. */
export function withOrder(from: unknown, to: unknown, patches: readonly ImmerPatch[]): readonly Patch[] {
  const parents = new Map<string, Reordered>()
  gatherReordered(from, to, [], parents)
  if (parents.size === 0) return patches
  const isOrdered = ({ path, op }: ImmerPatch) => op === 'add' && parents.has(parentOf(path).join('\n'))
  const ordered: Patch[] = patches.filter((patch) => !isOrdered(patch))
  for (const { path, keys } of parents.values()) {
    const place = new Map(keys.map((key, i) => [key, i]))
    const id = path.join('\n')
    // The last first: what each one stands before is then there already.
    const added = patches
      .filter((patch) => isOrdered(patch) && parentOf(patch.path).join('\n') === id)
      .sort((a, b) => place.get(keyOf(b.path))! - place.get(keyOf(a.path))!)
    for (const patch of added) ordered.push({ ...patch, before: keys[place.get(keyOf(patch.path))! + 1] ?? null })
  }
  const reached = replay(from, ordered)
  for (const { path, keys } of parents.values()) {
    const got = valueAt(reached, path)
    if (isRecord(got) && !isSameList(Object.keys(got), keys))
      ordered.push({ op: 'order', path: [...path], value: keys })
  }
  return ordered
}

function isSameList(a: readonly string[], b: readonly string[]): boolean {
  return a.length === b.length && a.every((key, i) => key === b[i])
}

/** Replays patches, forward or inverse. The document given is untouched. */
export function replay<T>(document: T, patches: readonly Patch[]): T {
  let at: unknown = document
  let plain: ImmerPatch[] = []
  const settle = () => {
    if (plain.length > 0) at = applyPatches(at as object, plain)
    plain = []
  }
  for (const patch of patches) {
    if (patch.op !== 'order' && (patch.before === undefined || patch.before === null)) {
      plain.push(patch)
      continue
    }
    settle()
    at =
      patch.op === 'order'
        ? changedAt(at, patch.path, (record) => inOrder(record, patch.value))
        : changedAt(at, parentOf(patch.path), (record) =>
            inserted(record, keyOf(patch.path), patch.value, patch.before!),
          )
  }
  settle()
  return at as T
}

/** The document with the record at a path made anew; as it was where there is none. */
function changedAt(document: unknown, path: Path, change: (record: Json) => Json): unknown {
  if (path.length === 0) return isRecord(document) ? change(document) : document
  const [key, ...rest] = path
  if (typeof document !== 'object' || document === null || !Object.hasOwn(document, key!)) return document
  const next = changedAt((document as Record<string | number, unknown>)[key!], rest, change)
  if (Array.isArray(document)) return document.map((item, i) => (i === key ? next : (item as unknown)))
  return { ...document, [key!]: next }
}

function inserted(record: Json, key: string, value: unknown, before: string): Json {
  const entries = Object.entries(record).filter(([each]) => each !== key)
  const at = entries.findIndex(([each]) => each === before)
  // What it stood before may be gone meanwhile: then it comes last.
  entries.splice(at < 0 ? entries.length : at, 0, [key, value])
  return Object.fromEntries(entries)
}

function inOrder(record: Json, keys: readonly string[]): Json {
  const listed = keys.filter((key) => Object.hasOwn(record, key))
  const known = new Set(listed)
  const others = Object.keys(record).filter((key) => !known.has(key))
  return Object.fromEntries([...listed, ...others].map((key) => [key, record[key]]))
}

/** Where a patch reaches: a list whose length it changes is meant as a whole, since places in it shift. */
function reachOf(patch: Patch): Path {
  if (patch.op === 'order') return patch.path
  const last = patch.path[patch.path.length - 1]
  const shifts = last === 'length' || (typeof last === 'number' && patch.op !== 'replace')
  return shifts ? parentOf(patch.path) : patch.path
}

/** Whether two sets of patches reach the same thing: one path leads to the other. An order alone clashes with nothing. */
export function doClash(mine: readonly Patch[], theirs: readonly Patch[]): boolean {
  const reaches = theirs.filter(({ op }) => op !== 'order').map(reachOf)
  return mine.some((patch) => {
    if (patch.op === 'order') return false
    const reach = reachOf(patch)
    return reaches.some((other) => leadsTo(reach, other))
  })
}

function leadsTo(a: Path, b: Path): boolean {
  const shared = Math.min(a.length, b.length)
  for (let i = 0; i < shared; i += 1) if (String(a[i]) !== String(b[i])) return false
  return true
}
