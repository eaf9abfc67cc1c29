import type { Mover, Passage } from '../types'

/**
 * Positions that a way through the plan commits its movers to: a change-over contact passes one way or the other, never both.
 * Only movers whose links close in positions without a common one are kept; the rest never stand in the way.
 */
export type Commitment = ReadonlyMap<number, readonly string[]>

export const FREE: Commitment = new Map()

/** Movers some of whose links exclude one another. */
export function exclusiveMovers(movers: readonly Mover[], passages: readonly Passage[]): ReadonlySet<number> {
  const common = new Map<number, readonly string[]>()
  for (const { mover, link } of passages) {
    if (mover === null || !('closedIn' in link)) continue
    const before = common.get(mover) ?? movers[mover]!.actuator.positions
    common.set(
      mover,
      before.filter((position) => link.closedIn.includes(position)),
    )
  }
  return new Set([...common].flatMap(([mover, positions]) => (positions.length === 0 ? [mover] : [])))
}

/** The commitment after a passage; null where it cannot be closed together with what lies behind. */
export function commit(
  before: Commitment,
  { mover, link }: Passage,
  exclusive: ReadonlySet<number>,
): Commitment | null {
  if (mover === null || !exclusive.has(mover) || !('closedIn' in link)) return before
  const allowed = before.get(mover)
  const left = allowed ? allowed.filter((position) => link.closedIn.includes(position)) : link.closedIn
  if (left.length === 0) return null
  return new Map([...before, [mover, left]])
}

/** Whether everything that the second allows is allowed by the first: then the second leads nowhere new. */
export function isWider(first: Commitment, second: Commitment): boolean {
  for (const [mover, positions] of first) {
    const other = second.get(mover)
    if (!other || other.some((position) => !positions.includes(position))) return false
  }
  return true
}

/** Whether both may hold at once. */
export function areTogether(passages: readonly Passage[], exclusive: ReadonlySet<number>): boolean {
  let at: Commitment | null = FREE
  for (const passage of passages) {
    at = commit(at, passage, exclusive)
    if (at === null) return false
  }
  return true
}
