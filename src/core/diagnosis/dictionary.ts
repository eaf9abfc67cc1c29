import type { ChangedNetwork } from '@/core/circuit'
import { AS_PLANNED, benchOf, type Alteration, type Bench, type BenchSolution } from '@/core/proof/bench'
import type { Plan } from '@/core/plan'
import { faultsOf, type Fault } from './faults'
import { groupOutcomes, ohmsOutcome, type OutcomeKind, type Outcomes } from './outcomes'
import {
  look,
  situationNamed,
  SITUATIONS,
  testPointsOf,
  touchedNets,
  watchedOf,
  type SituationName,
  type TestPoint,
  type Watched,
} from './tests'

/** What every single fault would show at every test point. */
export interface Dictionary {
  readonly bench: Bench
  readonly faults: readonly Fault[]
  readonly points: readonly TestPoint[]
  readonly watched: readonly Watched[]
  /** By test point: the outcome of each fault, and last that of nothing wrong. */
  readonly outcomes: readonly Outcomes[]
  /** By test point that is a look: what is seen in each outcome, things in their order, a letter each. */
  readonly patterns: ReadonlyMap<number, readonly string[]>
  /** By test point that is measured: what would be read, fault by fault, and last with nothing wrong. */
  readonly values: readonly (Float32Array | null)[]
}

/** How a pattern writes what is seen. */
export const SEEN_LETTERS = { right: '.', nothing: '0', weak: 'w', 'wrong way': 'x' } as const

/** A bench with something wrong, in every situation. */
export interface Solved {
  readonly altered: Alteration
  readonly least: ChangedNetwork
  readonly most: ChangedNetwork
  readonly live: ReadonlyMap<SituationName, BenchSolution>
}

export function solveAll(bench: Bench, altered: Alteration): Solved {
  const { held } = situationNamed(bench.model, 'dead')
  return {
    altered,
    least: bench.dead(held, 'lowest', altered),
    most: bench.dead(held, 'highest', altered),
    live: new Map(
      SITUATIONS.filter((name) => name !== 'dead').map((name) => [
        name,
        bench.solve(situationNamed(bench.model, name), altered),
      ]),
    ),
  }
}

/** What is read at a measured test point; floating places read nothing. */
export function readPoint(point: Exclude<TestPoint, { what: 'look' }>, { altered, least, most, live }: Solved): number {
  const { p, q } = point
  if (point.what === 'ohms') return ohmsOutcome(least.ohms(p, q), most.ohms(p, q))
  const { network, ac_V, dc_V, bench } = live.get(point.situation)!
  if (point.what === 'amperes') {
    const series_ohm = altered.series.get(point.wire) ?? 0
    const volt = Math.abs(ac_V[p]! - ac_V[q]!) + Math.abs(dc_V[p]! - dc_V[q]!)
    return series_ohm === Infinity ? 0 : volt / (bench.branches[bench.branchAt.get(point.wire)!]!.ohm + series_ohm)
  }
  if (network.islandOf(p) !== network.islandOf(q)) return 0
  return point.system === 'ac' ? Math.abs(ac_V[p]! - ac_V[q]!) : dc_V[p]! - dc_V[q]!
}

/** What is seen in a situation, as a pattern. */
export const patternOf = (
  bench: Bench,
  watched: readonly Watched[],
  situation: SituationName,
  solved: Solved,
): string =>
  look(bench, watched, solved.live.get(situation)!, solved.most, touchedNets(bench, solved.altered))
    .map((seen) => SEEN_LETTERS[seen])
    .join('')

/** Faults solved between two looks at whether to go on. */
const SLICE = 16

/**
 * Solves every single fault of a plan in every situation. It yields the share done, so that a worker can tell it and be stopped.
 */
export function* dictionarySteps(plan: Plan): Generator<number, Dictionary> {
  const bench = benchOf(plan)
  const faults = faultsOf(bench.model.plan, bench)
  const points = testPointsOf(bench)
  const watched = watchedOf(bench)
  const cases = [...faults.map(({ alteration }) => alteration), AS_PLANNED]
  const values = points.map((point) => (point.what === 'look' ? null : new Float32Array(cases.length)))
  const seen = new Map(points.flatMap((point, t) => (point.what === 'look' ? [[t, [] as string[]] as const] : [])))
  for (const [f, altered] of cases.entries()) {
    const solved = solveAll(bench, altered)
    points.forEach((point, t) => {
      if (point.what === 'look') seen.get(t)!.push(patternOf(bench, watched, point.situation, solved))
      else values[t]![f] = readPoint(point, solved)
    })
    if (f % SLICE === SLICE - 1) yield (0.9 * f) / cases.length
  }
  const patterns = new Map<number, readonly string[]>()
  const outcomes: Outcomes[] = []
  for (const [t, point] of points.entries()) {
    if (point.what === 'look') {
      const { list, outcome } = groupPatterns(seen.get(t)!)
      patterns.set(t, list)
      outcomes.push(outcome)
    } else outcomes.push(groupOutcomes(kindOf(point), values[t]!))
    if (t % 64 === 63) yield 0.9 + (0.1 * t) / points.length
  }
  return { bench, faults, points, watched, outcomes, patterns, values }
}

export function kindOf(point: Exclude<TestPoint, { what: 'look' }>): OutcomeKind {
  if (point.what !== 'volts') return point.what
  return point.isDrop ? 'drop' : point.system
}

function groupPatterns(seen: readonly string[]): { readonly list: readonly string[]; readonly outcome: Outcomes } {
  const list = ['']
  const at = new Map<string, number>()
  const of = Uint16Array.from(seen, (pattern) => {
    let own = at.get(pattern)
    if (own === undefined) {
      at.set(pattern, (own = list.length))
      list.push(pattern)
    }
    return own
  })
  return { list, outcome: { groups: list.map((_, i) => ({ from: i, to: i })), of } }
}

const known = new WeakMap<Bench, Dictionary>()

/** The same in one go; remembered. */
export function dictionaryOf(plan: Plan): Dictionary {
  const bench = benchOf(plan)
  let dictionary = known.get(bench)
  if (!dictionary) {
    const steps = dictionarySteps(plan)
    for (let step = steps.next(); ; step = steps.next())
      if (step.done) {
        known.set(bench, (dictionary = step.value))
        break
      }
  }
  return dictionary
}
