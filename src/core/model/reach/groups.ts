import { reachedFrom } from './reach'
import type { Step, Steps } from './steps'

/**
 * What hangs together by some steps, whichever joint one begins at: the number of each joint's group. Only for steps that no
 * change-over is among, or where its stands are given: otherwise hanging together is no matter of groups.
 */
export function groupsBy(
  model: { readonly steps: Steps; readonly jointCount: number },
  takes: (step: Step) => boolean,
): readonly number[] {
  const groups: number[] = Array.from({ length: model.jointCount }, () => -1)
  for (let joint = 0; joint < groups.length; joint += 1)
    if (groups[joint] === -1) for (const each of reachedFrom(model, [joint], takes).keys()) groups[each] = joint
  return groups
}
