import { alteration, type Bench } from '@/core/proof/bench'
import { readPoint, solveAll, type Solved } from './solved'
import { tolerance } from './outcomes'
import type { TestPoint } from './tests'

/** So much more than the bench takes them for moves every reading that goes through one. */
const MORE_OHM = 20

/** Test points, by their places, at which ohms go through a winding of which nothing is printed: any few ohms are right there. */
export function throughUnknownWindings(
  bench: Bench,
  points: readonly TestPoint[],
  healthy: Solved,
): ReadonlySet<number> {
  const unknown = bench.branches.filter(({ role, device }) => {
    if (role !== 'winding' || device === null) return false
    const { behaviour } = bench.model.deviceById.get(device)!.part
    return behaviour.kind === 'motor' && behaviour.phase_ohm === null
  })
  if (unknown.length === 0) return new Set()
  const other = solveAll(bench, alteration({ series: new Map(unknown.map(({ id }) => [id, MORE_OHM])) }))
  return new Set(
    points.flatMap((point, t) => {
      if (point.what !== 'ohms') return []
      const [own, moved] = [readPoint(point, healthy), readPoint(point, other)]
      return Number.isFinite(own) && !(Math.abs(moved - own) <= tolerance('ohms', own)) ? [t] : []
    }),
  )
}
