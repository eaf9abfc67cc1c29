import { TEST_GROUPS, type Act, type TestGroup } from '../types'

/** As many acts of a group as the next one names; a plan with more is at the bounds of what the schema takes. */
export const MOST_AFTER = 200

/** Of groups of tests in their order, each waits for all of the one before, and so for all before that. */
export function inTurn(acts: readonly Act[]): readonly Act[] {
  const idsByGroup = new Map<TestGroup, string[]>()
  for (const { id, test } of acts) if (test) idsByGroup.set(test.group, [...(idsByGroup.get(test.group) ?? []), id])
  const groups = TEST_GROUPS.filter((group) => idsByGroup.has(group))
  return acts.map((act) => {
    if (act.test === null) return act
    const before = idsByGroup.get(groups[groups.indexOf(act.test.group) - 1] as TestGroup)?.slice(-MOST_AFTER)
    return before ? { ...act, after: [...new Set([...act.after, ...before])] } : act
  })
}
