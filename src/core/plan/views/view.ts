import type { Plan } from '../schema/plan'

type Records = 'enclosures' | 'parts' | 'devices' | 'cables' | 'wires' | 'raceways' | 'states'

type Strip = {
  readonly [K in Records]?: (record: Plan[K][keyof Plan[K]]) => Plan[K][keyof Plan[K]]
} & {
  /** What else is put in the place of what the plan has. */
  readonly rest?: (plan: Plan) => Partial<Plan>
}

/** A plan as a question sees it. */
export type View = (plan: Plan) => Plan

const COLLECTIONS = ['enclosures', 'parts', 'devices', 'cables', 'wires', 'raceways', 'states'] as const
/** Of stripped records, over all plans lately looked at. */
const MOST_RECORDS = 20_000
/** A person has a few plans open, and looks back and forth between an edit and its undo. */
const MOST_PLANS = 12

/**
 * A plan without what a question does not read: the same object as before as long as nothing that it reads has changed, so
 * that what was worked out from it is remembered by it. What the view leaves out cannot be read by mistake: it is not there.
 */
export function defineView(strip: Strip): View {
  const known = new Map<string, unknown>()
  const bySource = new WeakMap<object, unknown>()
  const byCollection = new WeakMap<object, unknown>()
  const seen = new WeakMap<Plan, Plan>()
  const latest: Plan[] = []

  const recordOf = (kind: Records, id: string, source: unknown): unknown => {
    const cut = strip[kind] as ((record: unknown) => unknown) | undefined
    if (!cut) return source
    const remembered = bySource.get(source as object)
    if (remembered !== undefined) return remembered
    const key = `${kind} ${id}`
    const before = known.get(key)
    const record = cut(source)
    const kept = before !== undefined && isAlikeInside(before, record) ? before : record
    if (known.size >= MOST_RECORDS) known.clear()
    known.set(key, kept)
    bySource.set(source as object, kept)
    return kept
  }

  /** Of records none of which changed the same object as before. */
  const collectionOf = (kind: Records, source: object): unknown => {
    const known = byCollection.get(source)
    if (known !== undefined) return known
    const records: Record<string, unknown> = {}
    for (const [id, record] of Object.entries(source)) records[id] = recordOf(kind, id, record)
    const before = latest[0]?.[kind]
    const kept = before !== undefined && isShallowAlike(before, records) ? before : records
    byCollection.set(source, kept)
    return kept
  }

  return (plan) => {
    const found = seen.get(plan)
    if (found) return found
    const viewed: Record<string, unknown> = { ...plan, ...strip.rest?.(plan) }
    for (const kind of COLLECTIONS) {
      if (strip[kind]) viewed[kind] = collectionOf(kind, plan[kind])
    }
    const at = latest.findIndex((other) => isAlike(other, viewed))
    const kept = at < 0 ? (viewed as unknown as Plan) : latest.splice(at, 1)[0]!
    latest.unshift(kept)
    if (latest.length > MOST_PLANS) latest.pop()
    seen.set(plan, kept)
    // What is stripped already stays as it is.
    seen.set(kept, kept)
    return kept
  }
}

/** Whether two views hold the same records in the same order. */
function isAlike(one: Plan, other: Readonly<Record<string, unknown>>): boolean {
  for (const [key, value] of Object.entries(one)) {
    const against = other[key]
    if (value === against) continue
    if ((COLLECTIONS as readonly string[]).includes(key)) {
      if (!isShallowAlike(value as object, against as object)) return false
    } else if (!isAlikeInside(value, against)) return false
  }
  return true
}

/** Whether two pieces of a document are the same all through. */
function isAlikeInside(one: unknown, other: unknown): boolean {
  if (one === other) return true
  if (typeof one !== 'object' || typeof other !== 'object' || one === null || other === null) return false
  const [own, theirs] = [Object.keys(one), Object.keys(other)]
  return own.length === theirs.length && own.every((key) => isAlikeInside(one[key as never], other[key as never]))
}

/** Whether two collections hold the same objects in the same order. */
export function isShallowAlike(one: object, other: object): boolean {
  const [own, theirs] = [Object.keys(one), Object.keys(other)]
  if (own.length !== theirs.length) return false
  return own.every((key, i) => key === theirs[i] && one[key as never] === other[key as never])
}
