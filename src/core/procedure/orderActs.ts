import { PHASES, type Phase } from './types'

/** What has a place in the order: an act, or a step of several. */
interface Ordered {
  readonly id: string
  readonly phase: Phase
  readonly after: readonly string[]
}

/** Acts or steps so that each comes after what it needs; among those that could come next, by phase and then as given. Throws on a circle, which is a bug. */
export function orderActs<T extends Ordered>(steps: readonly T[]): readonly T[] {
  const at = new Map(steps.map(({ id }, i) => [id, i]))
  const rank = steps.map((step, i) => PHASES.indexOf(step.phase) * steps.length + i)
  const waiting = steps.map(() => 0)
  const followers: number[][] = steps.map(() => [])
  steps.forEach((step, i) => {
    for (const id of step.after) {
      const before = at.get(id)
      if (before === undefined) continue
      followers[before]!.push(i)
      waiting[i]! += 1
    }
  })
  const ready = new LowestFirst(rank)
  waiting.forEach((count, i) => {
    if (count === 0) ready.put(i)
  })
  const ordered: T[] = []
  for (let next = ready.take(); next !== undefined; next = ready.take()) {
    ordered.push(steps[next]!)
    for (const follower of followers[next]!) {
      waiting[follower]! -= 1
      if (waiting[follower] === 0) ready.put(follower)
    }
  }
  if (ordered.length < steps.length) throw new Error('The work steps wait for one another in a circle')
  return ordered
}

/** A binary heap of indices by rank. */
class LowestFirst {
  private readonly heap: number[] = []

  constructor(private readonly rank: readonly number[]) {}

  put(index: number): void {
    const { heap, rank } = this
    let at = heap.length
    heap.push(index)
    while (at > 0) {
      const up = (at - 1) >> 1
      if (rank[heap[up]!]! <= rank[index]!) break
      heap[at] = heap[up]!
      at = up
    }
    heap[at] = index
  }

  take(): number | undefined {
    const { heap, rank } = this
    const lowest = heap[0]
    const last = heap.pop()
    if (lowest === undefined || last === undefined || heap.length === 0) return lowest
    let at = 0
    for (;;) {
      let child = 2 * at + 1
      if (child >= heap.length) break
      if (child + 1 < heap.length && rank[heap[child + 1]!]! < rank[heap[child]!]!) child += 1
      if (rank[heap[child]!]! >= rank[last]!) break
      heap[at] = heap[child]!
      at = child
    }
    heap[at] = last
    return lowest
  }
}
