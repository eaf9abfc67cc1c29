import type { Standing } from './progress'
import type { Act, Step } from './types'

/** What must be built before an act can be proved, and was not signed: what is signed must exist. */
export function unbuiltBefore(
  act: Act,
  steps: readonly Step[],
  progress: ReadonlyMap<string, Standing>,
): readonly Act[] {
  const first = new Set(act.after)
  return steps.flatMap(({ acts }) =>
    acts.filter(({ id, test }) => first.has(id) && test === null && progress.get(id)?.status !== 'done'),
  )
}

/** How many ends are tugged where these acts are signed. */
export const endsIn = (acts: readonly Act[]): number => acts.reduce((sum, { ends }) => sum + ends.length, 0)
