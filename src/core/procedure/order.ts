import { PHASES, type Step } from './types'

/** Steps so that each comes after what it needs; among those that could come next, by phase and then as given. Throws on a circle, which is a bug. */
export function orderSteps(steps: readonly Step[]): readonly Step[] {
  const present = new Set(steps.map(({ id }) => id))
  const rank = new Map(steps.map((step, i) => [step.id, PHASES.indexOf(step.phase) * steps.length + i]))
  const waiting = new Map(steps.map((step) => [step.id, step.after.filter((id) => present.has(id)).length]))
  const followers = new Map<string, Step[]>()
  for (const step of steps) for (const id of step.after) if (present.has(id)) followers.set(id, [...(followers.get(id) ?? []), step])
  const ready = steps.filter(({ id }) => waiting.get(id) === 0)
  const ordered: Step[] = []
  while (ready.length > 0) {
    let next = 0
    for (let i = 1; i < ready.length; i += 1) if (rank.get(ready[i]!.id)! < rank.get(ready[next]!.id)!) next = i
    const [step] = ready.splice(next, 1) as [Step]
    ordered.push(step)
    for (const follower of followers.get(step.id) ?? []) {
      waiting.set(follower.id, waiting.get(follower.id)! - 1)
      if (waiting.get(follower.id) === 0) ready.push(follower)
    }
  }
  if (ordered.length < steps.length) throw new Error('The work steps wait for one another in a circle')
  return ordered
}
