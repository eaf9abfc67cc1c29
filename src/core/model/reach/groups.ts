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
  const open: number[] = []
  for (let first = 0; first < groups.length; first += 1) {
    if (groups[first] !== -1) continue
    groups[first] = first
    open.push(first)
    for (let joint = open.pop(); joint !== undefined; joint = open.pop())
      for (const step of model.steps.at(joint))
        if (groups[step.to] === -1 && takes(step)) {
          groups[step.to] = first
          open.push(step.to)
        }
  }
  return groups
}
