import { isDeepStrictEqual } from 'node:util'
import type { Issue } from '@/core/calculator'
import { PLAN_VERSION, type Plan, type PlanSummary } from '@/core/plan'
import { parsePlan } from '@/core/plan/schema'

/** What a stored row turned out to hold. */
export type Stored =
  | { readonly kind: 'plan'; readonly plan: Plan; /** As it is stored, to the byte. */ readonly text: string }
  | { readonly kind: 'unreadable'; readonly issues: readonly Issue[] }

/** Which state of a row: a document changed by other hands has another length. */
export interface RowKey {
  readonly id: string
  readonly revision: number
  readonly lastEdit: string
  readonly octets: number
}

/** Reads a stored document. One of today's version keeps the order of its keys: its history replays to it to the byte. */
export function readStored(text: string): Stored {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    return {
      kind: 'unreadable',
      issues: [{ path: '', message: `is not JSON: ${error instanceof Error ? error.message : String(error)}` }],
    }
  }
  const parsed = parsePlan(value)
  if (parsed.kind === 'refused') return { kind: 'unreadable', issues: parsed.issues }
  // Its own words where the parser left them as they are: a size such as "14awg" is not among them.
  const isAsWritten = (value as { version?: unknown }).version === PLAN_VERSION && isDeepStrictEqual(value, parsed.plan)
  return isAsWritten
    ? { kind: 'plan', plan: value as Plan, text }
    : { kind: 'plan', plan: parsed.plan, text: JSON.stringify(parsed.plan) }
}

const texts = new WeakMap<object, string>()

/**
 * A plan as text, the same as written whole: what an edit left as it was is the same object, and its text is remembered.
 * Most of a document is its parts, which few edits touch.
 */
export function planText(plan: Plan): string {
  const fields = Object.entries(plan).map(([key, value]) => {
    const isObject = typeof value === 'object' && value !== null
    const text = (isObject ? texts.get(value) : undefined) ?? JSON.stringify(value)
    if (isObject) texts.set(value, text)
    return `${JSON.stringify(key)}:${text}`
  })
  return `{${fields.join(',')}}`
}

/** Of text; the objects made from it take a few times as much. */
const MOST_OCTETS = 48_000_000
const MOST_SUMMARIES = 5000

/** Documents lately read, and what the shelf says of them: a row that has not changed is not parsed again. */
export class StoredPlans {
  private readonly plans = new Map<string, Stored>()
  private octets = 0
  private readonly summaries = new Map<string, ShelfWords>()

  private key({ id, revision, lastEdit, octets }: RowKey): string {
    return `${id} ${revision} ${lastEdit} ${octets}`
  }

  get(row: RowKey): Stored | undefined {
    const key = this.key(row)
    const found = this.plans.get(key)
    if (found) {
      this.plans.delete(key)
      this.plans.set(key, found)
    }
    return found
  }

  put(row: RowKey, stored: Stored): Stored {
    const key = this.key(row)
    this.octets += row.octets - (this.plans.has(key) ? row.octets : 0)
    this.plans.delete(key)
    this.plans.set(key, stored)
    for (const oldest of this.plans.keys()) {
      if (this.octets <= MOST_OCTETS || oldest === key) break
      this.plans.delete(oldest)
      this.octets -= Number(oldest.slice(oldest.lastIndexOf(' ') + 1))
    }
    return stored
  }

  /** An edit leaves nobody who would ask for the state before it. */
  replace(before: RowKey, row: RowKey, stored: Stored): void {
    if (this.plans.delete(this.key(before))) this.octets -= before.octets
    this.put(row, stored)
  }

  async words(row: RowKey, read: () => Promise<Stored>): Promise<ShelfWords> {
    const key = this.key(row)
    const known = this.summaries.get(key)
    if (known) return known
    const words = shelfWords(this.get(row) ?? (await read()))
    keep(this.summaries, key, words, MOST_SUMMARIES)
    return words
  }
}

function keep<T>(map: Map<string, T>, key: string, value: T, most: number): void {
  map.delete(key)
  map.set(key, value)
  for (const oldest of map.keys()) {
    if (map.size <= most) return
    map.delete(oldest)
  }
}

type ShelfWords = Pick<PlanSummary, 'description' | 'devices' | 'wires' | 'site' | 'trouble'>

function shelfWords(stored: Stored): ShelfWords {
  if (stored.kind === 'unreadable')
    return { description: '', devices: 0, wires: 0, site: '', trouble: troubleWords(stored.issues) }
  const { description, devices, wires, site } = stored.plan
  return {
    description,
    devices: Object.keys(devices).length,
    wires: Object.keys(wires).length,
    site: `${site.mains_V} V · ${site.region} · ${site.place} ${site.ambient_C} °C`,
    trouble: null,
  }
}

/** One sentence from what is wrong with a document. */
export function troubleWords(issues: readonly Issue[]): string {
  const first = issues.slice(0, 3).map(({ path, message }) => `${path || 'the document'} ${message}`)
  return `${first.join('; ')}${issues.length > 3 ? `; and ${issues.length - 3} more` : ''}`
}
