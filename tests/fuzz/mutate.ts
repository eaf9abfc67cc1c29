import type { Random } from './random'

type Node = Record<string, unknown> | unknown[]

/** What attacks and accidents put in the place of a value. */
const HOSTILE: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  'text',
  '0',
  [],
  {},
  0,
  -0,
  -1,
  1,
  0.5,
  1e-300,
  1e-7,
  1e9,
  1e100,
  1.7e308,
  -1e308,
  9007199254740993,
  4294967296,
  65535,
  '__proto__',
  'constructor',
  'toString',
  'hasOwnProperty',
  '<img src=x onerror=alert(1)>',
  '=cmd|x',
  '\u202aKiln\u202c',
  '\ud800',
  'a\u0000b',
  '\ufffe',
  '🪚'.repeat(30),
  'x'.repeat(5000),
  'device:none',
  'wire:none',
  'part:none',
  'state:full',
  '14 AWG',
  '2.5 mm²',
  'DROP TABLE plans',
  '../../etc',
  '%00',
  [[[[]]]],
  { a: { b: { c: {} } } },
]

/** Characters that one wound adds at most. */
const MOST_GROWTH = 100_000

/** A copy: a list that stood in two documents would carry the wounds of one into the other. */
const hostile = (random: Random): unknown => structuredClone(random.pick(HOSTILE))

function* nodesOf(value: unknown, depth = 0): Generator<Node> {
  if (typeof value !== 'object' || value === null || depth > 12) return
  yield value as Node
  for (const inner of Object.values(value)) yield* nodesOf(inner, depth + 1)
}

/** A copy of a document with one to four wounds: a value replaced, nudged, taken out, put in twice, or carried from elsewhere. */
export function mutated<T>(document: T, random: Random): unknown {
  const copy = structuredClone(document) as unknown
  if (random.below(40) === 0) return hostile(random)
  for (let wounds = 1 + random.below(4); wounds > 0; wounds -= 1) {
    const nodes = [...nodesOf(copy)]
    const node = random.pick(nodes)
    const keys = Object.keys(node)
    const key = keys.length > 0 ? random.pick(keys) : 'x'
    const at = node as Record<string, unknown>
    switch (random.below(7)) {
      case 0:
        if (Array.isArray(node)) node.splice(Number(key) || 0, 1)
        else delete at[key]
        break
      case 1:
        if (typeof at[key] === 'number')
          at[key] = (at[key] as number) * random.pick([-1, 0, 0.001, 1000, 1e6, 1e12, 1e30])
        else at[key] = hostile(random)
        break
      case 2: {
        // A key of the prototype, as its own: only JSON can make it.
        const extra = random.pick(['extra', 'constructor', 'toString', 'name', 'id', 'value'])
        if (!Array.isArray(node)) at[extra] = hostile(random)
        break
      }
      case 3: {
        const other = random.pick(nodes)
        const others = Object.keys(other)
        if (others.length > 0) at[key] = structuredClone((other as Record<string, unknown>)[random.pick(others)])
        break
      }
      case 4:
        if (Array.isArray(node) && node.length > 0) {
          const again = random.pick(node) as unknown
          // Many of what is small: a document that grows without end tries the machine, not the product.
          const most = Math.floor(MOST_GROWTH / (1 + (JSON.stringify(again) ?? '').length))
          for (let n = Math.min(random.below(60), most); n > 0; n -= 1) node.push(structuredClone(again))
        } else if (!Array.isArray(node) && keys.length > 0) at[`${key}${random.below(100)}`] = structuredClone(at[key])
        break
      default:
        at[key] = hostile(random)
    }
  }
  return copy
}
