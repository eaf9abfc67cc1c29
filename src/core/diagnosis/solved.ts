import type { ChangedNetwork } from '@/core/circuit'
import type { Alteration, Bench, BenchSolution } from '@/core/proof/bench'
import { ohmsOutcome, type OutcomeKind } from './outcomes'
import { situationNamed, SITUATIONS, type SituationName, type TestPoint } from './tests'

/** A test point with probes. */
export type MeasuredPoint = Exclude<TestPoint, { what: 'look' }>

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
export function readPoint(point: MeasuredPoint, { altered, least, most, live }: Solved): number {
  const { p, q } = point
  if (point.what === 'ohms') return ohmsOutcome(least.ohms(p, q), most.ohms(p, q))
  const { network, ac_V, dc_V, bench } = live.get(point.situation)!
  if (point.what === 'amperes') {
    const series_ohm = altered.series.get(point.wire) ?? 0
    const volt = Math.abs(ac_V[p]! - ac_V[q]!) + Math.abs(dc_V[p]! - dc_V[q]!)
    return series_ohm === Infinity ? 0 : volt / (bench.ohmOfWire(point.wire) + series_ohm)
  }
  if (network.islandOf(p) !== network.islandOf(q)) return 0
  return point.system === 'ac' ? Math.abs(ac_V[p]! - ac_V[q]!) : dc_V[p]! - dc_V[q]!
}

export function kindOf(point: MeasuredPoint): OutcomeKind {
  if (point.what !== 'volts') return point.what
  return point.isDrop ? 'drop' : point.system
}
