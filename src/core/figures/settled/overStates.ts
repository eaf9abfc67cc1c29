import type { StateId } from '@/core/plan'
import type { Solution } from '@/core/model'

export function byState<T>(
  states: ReadonlyMap<StateId, Solution>,
  value: (state: Solution, id: StateId) => T,
): Record<StateId, T> {
  return Object.fromEntries([...states].map(([id, state]) => [id, value(state, id)]))
}

/** States that differ by less than this count as alike: the first is named. */
const ALIKE_REL = 1e-9

/** The greatest known value over the states, and where it arises. */
export function worstOf(values: Readonly<Record<StateId, number | null>>): {
  readonly value: number | null
  readonly state: StateId | null
} {
  let worst: { value: number | null; state: StateId | null } = { value: null, state: null }
  for (const [state, value] of Object.entries(values))
    if (value !== null && (worst.value === null || value! > worst.value + ALIKE_REL * Math.abs(worst.value)))
      worst = { value: value!, state: state as StateId }
  return worst
}
