import { reachedFrom, type Model, type Passage } from '@/core/model'

/** Whether fuses and breakers beside a link join its two ends: it parts nothing then, whatever it does. */
export function hasDetour(model: Model, { id, jointA, jointB }: Passage): boolean {
  return reachedFrom(
    model,
    [jointA],
    ({ conductor, passage }) => conductor !== null || (passage!.link.kind === 'protective' && passage!.id !== id),
  ).has(jointB)
}
