import { altogether } from '@/core/proof/bench'
import type { Dictionary } from './dictionary'
import { isSeenAs, patternOf } from './patterns'
import { kindOf, readPoint, solveAll } from './solved'
import { misfits, type Observation } from './session'
import { isAsSaid } from './outcomes'

/** Single faults that are tried together. */
const MOST_SINGLES = 26

export interface FaultPair {
  readonly faults: readonly [number, number]
  /** Observations that even the two together do not explain. */
  readonly misfits: number
}

/**
 * Two faults at once, for observations that none explains alone: those singles that explain most of what is otherwise than it
 * should be, two by two, each pair solved. Best first.
 */
export function pairsFor(dictionary: Dictionary, observations: readonly Observation[]): readonly FaultPair[] {
  const healthy = dictionary.faults.length
  const wrong = observations.filter((each) => misfits(dictionary, [each], healthy) > 0)
  const singles = dictionary.faults
    .map((_, f) => ({
      f,
      explains: wrong.length - misfits(dictionary, wrong, f),
      spoils: misfits(dictionary, observations, f),
    }))
    .filter(({ explains }) => explains > 0)
    .sort((a, b) => b.explains - a.explains || a.spoils - b.spoils)
    .slice(0, MOST_SINGLES)
    .map(({ f }) => f)
  const found: FaultPair[] = []
  for (const [i, one] of singles.entries())
    for (const other of singles.slice(i + 1)) {
      const [a, b] = [dictionary.faults[one]!, dictionary.faults[other]!]
      const solved = solveAll(dictionary.bench, altogether([a.alteration, b.alteration]))
      const count = observations.filter((each) => !explains(dictionary, solved, each)).length
      found.push({ faults: [one, other], misfits: count })
    }
  return found.sort((a, b) => a.misfits - b.misfits)
}

function explains(dictionary: Dictionary, solved: ReturnType<typeof solveAll>, observation: Observation): boolean {
  const point = dictionary.points[observation.point]!
  if ('pattern' in observation)
    return isSeenAs(patternOf(dictionary.bench, dictionary.watched, point.situation, solved), observation.pattern)
  if (point.what === 'look') return true
  const kind = kindOf(point)
  return isAsSaid(kind, readPoint(point, solved), kind === 'ac' ? Math.abs(observation.value) : observation.value)
}
