import { commit, exclusiveMovers, FREE, isWider, type Commitment } from './moverPositions'
import type { Mover, Passage, Potential } from './types'

/** As many ways of committing contacts as are followed into one net. */
const MOST_WAYS = 8

interface Question {
  readonly nets: number
  readonly passages: readonly Passage[]
  readonly movers: readonly Mover[]
  readonly netOfJoint: Int32Array
  readonly sources: readonly { readonly potential: Potential; readonly net: number }[]
}

/**
 * Which sources reach each net, through every fuse, contact and transistor in whatever position; a change-over contact is
 * passed one way or the other on the same way, never both.
 */
export function reachedPotentials({ nets, passages, movers, netOfJoint, sources }: Question): readonly Potential[][] {
  const exclusive = exclusiveMovers(movers, passages)
  const neighbours: { readonly to: number; readonly passage: Passage }[][] = Array.from({ length: nets }, () => [])
  for (const passage of passages) {
    const [a, b] = [netOfJoint[passage.jointA]!, netOfJoint[passage.jointB]!]
    neighbours[a]!.push({ to: b, passage })
    neighbours[b]!.push({ to: a, passage })
  }
  const reached: Potential[][] = Array.from({ length: nets }, () => [])
  for (const { potential, net } of sources) {
    const ways = new Map<number, Commitment[]>([[net, [FREE]]])
    const queue: (readonly [number, Commitment])[] = [[net, FREE]]
    for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
      for (const { to, passage } of neighbours[at[0]]!) {
        const next = commit(at[1], passage, exclusive)
        if (next === null) continue
        const own = ways.get(to)
        if (own && (own.length >= MOST_WAYS || own.some((way) => isWider(way, next)))) continue
        if (own) own.push(next)
        else ways.set(to, [next])
        queue.push([to, next])
      }
    }
    for (const [at] of [...ways].sort(([a], [b]) => a - b)) reached[at]!.push(potential)
  }
  return reached
}
