import type { Plan } from '@/core/plan'

const COLLECTIONS = ['devices', 'wires', 'enclosures', 'raceways', 'states', 'parts'] as const

/** Whether something that one plan holds is gone from the next: an evaluation of the first would then name what the second does not know. */
export function hasLost(before: Plan, after: Plan): boolean {
  if (
    COLLECTIONS.some(
      (collection) =>
        before[collection] !== after[collection] &&
        Object.keys(before[collection]).some((id) => !Object.hasOwn(after[collection], id)),
    )
  )
    return true
  return Object.entries(before.enclosures).some(([id, box]) => {
    const next = after.enclosures[id as keyof typeof after.enclosures]!
    return box !== next && Object.keys(box!.faces).some((face) => !Object.hasOwn(next.faces, face))
  })
}
