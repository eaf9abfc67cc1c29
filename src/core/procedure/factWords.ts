import { terminalWords, type Plan } from '@/core/plan'
import { counted } from '@/core/quantity'
import type { FactWords } from './progress'

/** What stands between the identities in a code. */
const BETWEEN = /([ ,;|])/
const GONE = 'what is no longer there'
/** An identity by its kind, wherever it stands in a code. */
const IDENTITY = /^(?:enclosure|part|device|wire|cable|raceway|state):\S+$/

/** A count and a checksum: how many can be told, which cannot. */
const COUNTED = /^(\d+):[0-9a-f]+$/
/** Checksums alone say that something changed, and not what. */
const UNTELLABLE: ReadonlySet<string> = new Set(['tags'])

/**
 * Coded facts in the words of a plan: terminals by tag and label, parts and boxes by name, wires by label, places and
 * treatments as they are called, lists by their count. Null where a code has no words: no reader is shown an identity.
 */
export function factWordsOf(plan: Plan): FactWords {
  return (key, code) => {
    if (UNTELLABLE.has(key)) return null
    const [, count] = COUNTED.exec(code) ?? []
    if (count !== undefined) return count
    if (code.trim() === '') return 'nothing'
    switch (key) {
      case 'place':
        return placeWords(plan, code)
      case 'made':
        return code.replaceAll(':', ' ').replace(/\s+/g, ' ').trim()
      case 'holds':
        return holdWords(code)
      case 'inside':
        return `${code} °C`
      case 'mains':
        return `${code} V`
      default:
        return listWords(plan, code)
    }
  }
}

/** Each identity by what it is called; several of them as a list; other words as they are. */
function listWords(plan: Plan, code: string): string {
  const parts = code.split(BETWEEN)
  const words: string[] = []
  for (let i = 0; i < parts.length; i += 2) {
    const own = parts[i]!
    const next = parts[i + 2]
    if (own.startsWith('device:') && parts[i + 1] === '|' && next !== undefined) {
      words.push(plan.devices[own as never] ? terminalWords(plan, `${own}|${next}`) : GONE)
      i += 2
    } else words.push(IDENTITY.test(own) ? (nameOf(plan, own) ?? GONE) : own)
    const between = parts[i + 1]
    if (between !== undefined) words.push(between === ' ' && !IDENTITY.test(own) ? ' ' : between === '|' ? ' ' : ', ')
  }
  return words.join('').trim()
}

/** "tie=4 wrap=0": how many of each; what has a length and no count is named alone. */
function holdWords(code: string): string {
  return code
    .split(' ')
    .map((word) => {
      const [kind = '', count = '0'] = word.split('=')
      return count === '0' ? kind : counted(Number(count), kind)
    })
    .join(', ')
}

function nameOf(plan: Plan, id: string): string | null {
  const { devices, parts, enclosures, wires, cables, raceways, states } = plan as unknown as Readonly<
    Record<string, Readonly<Record<string, { readonly tag?: string; readonly label?: string; readonly name?: string }>>>
  >
  const found = [devices, parts, enclosures, wires, cables, raceways, states].find((each) => each?.[id])?.[id]
  return found ? found.tag || found.label || found.name || 'one without a name' : null
}

function placeWords(plan: Plan, code: string): string | null {
  try {
    const place = JSON.parse(code) as Record<string, unknown>
    if (place.kind === 'unplaced') return 'not placed'
    if (place.kind === 'socket' || place.kind === 'on') return `on ${nameOf(plan, String(place.device)) ?? GONE}`
    if (place.kind !== 'face') return `in the field${place.path ? `, ${String(place.path)}` : ''}`
    const box = plan.enclosures[place.enclosure as keyof Plan['enclosures']]
    const face = box?.faces[place.face as never] as { readonly name: string } | undefined
    return `${face?.name.toLowerCase() ?? 'a face'}, ${String(place.x_mm)} across, ${String(place.y_mm)} down${place.rotation_deg ? `, turned ${String(place.rotation_deg)}°` : ''}`
  } catch {
    return null
  }
}
