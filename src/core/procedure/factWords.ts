import { terminalWords, type Plan } from '@/core/plan'
import type { FactWords } from './progress'

/** Coded facts in the words of a plan: terminals by tag and label, parts by name, places and treatments as they are called, lists by their count. */
export function factWordsOf(plan: Plan): FactWords {
  return (key, code) => {
    switch (key) {
      case 'from':
      case 'to':
      case 'terminal':
        return terminalWords(plan, code)
      case 'part':
        return plan.parts[code as keyof Plan['parts']]?.name ?? code
      case 'made':
        return code
          .split(' ')
          .filter((word) => word !== '')
          .join(' ')
          .replaceAll(':', ' ')
      case 'place':
        return placeWords(plan, code)
      case 'holes':
      case 'wires':
      case 'path': {
        // A count and a checksum: how many can be told, which cannot.
        const count = /^(\d+)[: ]/.exec(code)?.[1]
        return count ?? null
      }
      default:
        return code
    }
  }
}

function placeWords(plan: Plan, code: string): string | null {
  try {
    const place = JSON.parse(code) as Record<string, unknown>
    if (place.kind !== 'face') return String(place.kind)
    const box = plan.enclosures[place.enclosure as keyof Plan['enclosures']]
    const face = box?.faces[place.face as never] as { readonly name: string } | undefined
    return `${face?.name.toLowerCase() ?? 'a face'}, ${String(place.x_mm)} across, ${String(place.y_mm)} down${place.rotation_deg ? `, turned ${String(place.rotation_deg)}°` : ''}`
  } catch {
    return null
  }
}
