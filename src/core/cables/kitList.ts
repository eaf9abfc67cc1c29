import Papa from 'papaparse'
import type { KitRow } from './kit'
import type { Issue } from '@/core/calculator'
import { withoutInvisible } from '@/core/plan'

export type KitRead =
  | { readonly kind: 'read'; readonly rows: readonly KitRow[] }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** What a heading may be called. */
const HEADINGS: readonly (readonly [keyof Columns, RegExp])[] = [
  ['label', /^(label|name|cable|marking|no\.?|number)$/],
  ['a', /^(end ?a|a|from|first end|end ?1|plug ?1|connector ?1|ends?)$/],
  ['b', /^(end ?b|b|to|second end|end ?2|plug ?2|connector ?2)$/],
  ['ways', /^(ways|pins|cores|poles|contacts|wires)$/],
  ['length', /^(length|long|length_mm|length mm|length \(mm\))$/],
]
interface Columns {
  label: number
  a: number
  b: number
  ways: number
  length: number
}
/** As a list without headings has them. */
const IN_ORDER: Columns = { label: 0, a: 1, b: 2, ways: 3, length: 4 }

const MOST_ROWS = 300
const UNIT_mm: Readonly<Record<string, number>> = { '': 1, mm: 1, cm: 10, m: 1000, in: 25.4, '"': 25.4, ft: 304.8 }

/** "300", "300 mm", "0.3 m", "12 in"; null where nothing is given, NaN where it is no length. */
export function lengthFromWords(words: string): number | null {
  const plain = words.trim().toLowerCase().replace(',', '.')
  if (plain === '' || plain === '-' || plain === '?') return null
  const found = /^(\d+(?:\.\d+)?)\s*(mm|cm|m|in|"|ft|)$/.exec(plain)
  return found ? Number(found[1]) * UNIT_mm[found[2]!]! : NaN
}

/**
 * The cables of a delivery: a line each, with label, both ends, ways and length; commas, semicolons or tabs between, with or
 * without headings. All or nothing; each fault names its line and column.
 */
export function readKitList(text: string): KitRead {
  const { data } = Papa.parse<string[]>(withoutInvisible(text).trim(), { skipEmptyLines: 'greedy' })
  const issues: Issue[] = []
  const first = (data[0] ?? []).map((cell) => cell.trim().toLowerCase())
  const named = new Map(
    HEADINGS.flatMap(([column, pattern]) => {
      const at = first.findIndex((cell) => pattern.test(cell))
      return at === -1 ? [] : [[column, at] as const]
    }),
  )
  const hasHeadings = named.has('label') && named.size >= 2
  const at: Columns = hasHeadings
    ? { ...{ label: -1, a: -1, b: -1, ways: -1, length: -1 }, ...Object.fromEntries(named) }
    : IN_ORDER
  const lines = hasHeadings ? data.slice(1) : data
  if (lines.length === 0)
    issues.push({
      path: 'line 1',
      message: 'there is no cable in it: a line each, with label, end, end, ways and length',
    })
  if (lines.length > MOST_ROWS)
    issues.push({ path: `line ${MOST_ROWS + 1}`, message: `must hold ${MOST_ROWS} cables or fewer` })
  const labels = new Map<string, number>()
  const rows = lines.slice(0, MOST_ROWS).map((cells, i): KitRow => {
    const line = i + (hasHeadings ? 2 : 1)
    const cell = (column: keyof Columns) => (at[column] === -1 ? '' : (cells[at[column]] ?? '').trim())
    const fault = (column: keyof Columns, message: string) =>
      issues.push({ path: `line ${line}, ${column === 'a' || column === 'b' ? `end ${column}` : column}`, message })
    const label = cell('label')
    if (label === '') fault('label', 'must not be empty: it is what the cable is found by')
    else if (label.length > 80) fault('label', 'must be 80 characters or fewer')
    else if (labels.has(label)) fault('label', `"${label}" stands in line ${labels.get(label)} too`)
    labels.set(label, line)
    const ways = Number(cell('ways'))
    if (!Number.isInteger(ways) || ways < 1 || ways > 200)
      fault('ways', `"${cell('ways')}" must be a whole number from 1 to 200`)
    const length_mm = lengthFromWords(cell('length'))
    if (Number.isNaN(length_mm))
      fault('length', `"${cell('length')}" is not a length; write one such as 300 mm or 0.3 m`)
    else if ((length_mm ?? 0) > 1e6) fault('length', 'must be 1 km or less')
    return { label, ends: [cell('a'), cell('b')], ways, length_mm }
  })
  return issues.length > 0 ? { kind: 'refused', issues } : { kind: 'read', rows }
}
