import { AS_PLANNED, benchOf, type Bench } from '@/core/proof/bench'
import type { Plan } from '@/core/plan'
import { faultsOf, type Fault } from './faults'
import { throughUnknownWindings } from './unknownWindings'
import { groupOutcomes, isAsSaid, ohmsOutcome, type Outcomes } from './outcomes'
import { patternOf } from './patterns'
import { kindOf, readPoint, solveAll, type MeasuredPoint, type Solved } from './solved'
import {
  SITUATIONS,
  type ExtraPoint,
  testPointsOf,
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
  /** What would be read: fault by fault, and last with nothing wrong, the readings of all points; see `valueAt`. */
  readonly values: Float32Array
  /** 1 for a fault that no reading tells from nothing wrong. */
  readonly isSilent: Uint8Array
  /** Points at which any few ohms are right: see {@link throughUnknownWindings}. */
  readonly throughUnknown: ReadonlySet<number>
}

/** What would be read at a measured point with a fault, by their places. */
export const valueAt = ({ values, points }: Dictionary, point: number, fault: number): number =>
  values[fault * points.length + point]!

/** Faults solved between two looks at whether to go on. */
const SLICE = 16
/** Readings nearer than this are the same reading. */
const SAME_REL = 1e-6

/**
 * Solves every single fault of a plan in every situation, at the points that the plan gives and those asked for besides. It yields the share done, so that a worker can tell it and be stopped.
 */
export function* dictionarySteps(plan: Plan, extra: readonly ExtraPoint[] = []): Generator<number, Dictionary> {
  const bench = benchOf(plan)
  const faults = faultsOf(bench.model.plan, bench)
  const points = testPointsOf(bench, extra)
  const watched = watchedOf(bench)
  const cases = [...faults.map(({ alteration }) => alteration), AS_PLANNED]
  const values = new Float32Array(cases.length * points.length)
  const looks = points.flatMap((point, t) => (point.what === 'look' ? [{ t, point, seen: [] as string[] }] : []))
  const healthy = solveAll(bench, AS_PLANNED)
  yield 0
  const reader = new Reader(points, healthy)
  for (const [f, altered] of cases.entries()) {
    const solved = f === faults.length ? healthy : solveAll(bench, altered)
    reader.read(solved, values.subarray(f * points.length, (f + 1) * points.length))
    for (const { point, seen } of looks) seen.push(patternOf(bench, watched, point.situation, solved))
    if (f % SLICE === SLICE - 1) yield (0.9 * f) / cases.length
  }
  const patterns = new Map<number, readonly string[]>()
  const outcomes: Outcomes[] = []
  for (let from = 0; from < points.length; from += BLOCK) {
    const columns = columnsOf(values, points.length, cases.length, from)
    for (const [i, point] of points.slice(from, from + BLOCK).entries()) {
      if (point.what !== 'look') {
        outcomes.push(groupOutcomes(kindOf(point), columns[i]!))
        continue
      }
      const { list, outcome } = groupPatterns(looks.find((each) => each.t === from + i)!.seen)
      patterns.set(from + i, list)
      outcomes.push(outcome)
    }
    yield 0.9 + (0.1 * from) / points.length
  }
  const isSilent = silentFaults({ faults, points, outcomes, values })
  const throughUnknown = throughUnknownWindings(bench, points, healthy)
  return { bench, faults, points, watched, outcomes, patterns, values, isSilent, throughUnknown }
}

/** Faults whose every reading would pass for that of a healthy plan, and the other way round. */
function silentFaults({
  faults,
  points,
  outcomes,
  values,
}: Pick<Dictionary, 'faults' | 'points' | 'outcomes' | 'values'>): Uint8Array {
  const kinds = points.map((point) => (point.what === 'look' ? null : kindOf(point)))
  const usual = faults.length * points.length
  return Uint8Array.from(faults, (_, f) =>
    points.every((_point, t) => {
      const kind = kinds[t]!
      if (kind === null) return outcomes[t]!.of[f] === outcomes[t]!.of[faults.length]
      const [own, healthy] = [values[f * points.length + t]!, values[usual + t]!]
      return own === healthy || (isAsSaid(kind, own, healthy) && isAsSaid(kind, healthy, own))
    })
      ? 1
      : 0,
  )
}

/** Points whose readings are gathered together: rows lie far apart in memory. */
const BLOCK = 64

function columnsOf(values: Float32Array, points: number, cases: number, from: number): readonly Float32Array[] {
  const columns = Array.from({ length: Math.min(BLOCK, points - from) }, () => new Float32Array(cases))
  for (let f = 0; f < cases; f += 1)
    for (let i = 0; i < columns.length; i += 1) columns[i]![f] = values[f * points + from + i]!
  return columns
}

/** Where ohms are measured, and what the networks of a healthy bench have there. */
interface OhmsPoint {
  readonly t: number
  readonly p: number
  readonly q: number
  readonly least: number
  readonly most: number
}

/** Reads all points of a solved bench; where nothing differs from the healthy one, its readings stand. */
class Reader {
  private readonly ohms: readonly OhmsPoint[]
  /** The same by the islands of the healthy bench at which they begin or end. */
  private readonly byIsland = new Map<number, OhmsPoint[]>()
  private readonly live: ReadonlyMap<SituationName, readonly { readonly t: number; readonly point: MeasuredPoint }[]>
  private readonly base: Float64Array

  constructor(
    points: readonly TestPoint[],
    private readonly healthy: Solved,
  ) {
    const measured = points.flatMap((point, t) => (point.what === 'look' ? [] : [{ t, point }]))
    this.base = new Float64Array(points.length)
    for (const { t, point } of measured) this.base[t] = readPoint(point, healthy)
    this.ohms = measured.flatMap(({ t, point: { what, p, q } }) =>
      what === 'ohms' ? [{ t, p, q, least: healthy.least.ohmsHere(p, q), most: healthy.most.ohmsHere(p, q) }] : [],
    )
    for (const point of this.ohms)
      for (const island of new Set([point.p, point.q].map((joint) => healthy.least.islandOf(joint))))
        this.byIsland.set(island, [...(this.byIsland.get(island) ?? []), point])
    this.live = new Map(
      SITUATIONS.map((name) => [
        name,
        measured.filter(({ point }) => point.what !== 'ohms' && point.situation === name),
      ]),
    )
  }

  /** Writes the readings of one case, point by point. */
  read(solved: Solved, into: Float32Array): void {
    into.set(this.base)
    this.readDead(solved, into)
    for (const [name, list] of this.live) {
      if (list.length === 0) continue
      const own = solved.live.get(name)!
      const before = this.healthy.live.get(name)!
      const isSame =
        own.ac_V === before.ac_V && own.dc_V === before.dc_V && own.network.islands === before.network.islands
      for (const { t, point } of list)
        if (!isSame || point.what === 'amperes') into[t] = this.settled(t, readPoint(point, solved))
    }
  }

  private readDead({ least, most }: Solved, into: Float32Array): void {
    const { ohms, byIsland } = this
    // The jumpers of a fault may stand otherwise: then nothing of the healthy bench holds.
    if (least.isOther(this.healthy.least)) {
      for (const { t, p, q } of ohms) into[t] = this.settled(t, ohmsOutcome(least.ohms(p, q), most.ohms(p, q)))
      return
    }
    if (!least.isChanged && !most.isChanged) return
    for (const island of least.touched)
      for (const { t, p, q, least: from, most: to } of byIsland.get(island) ?? [])
        into[t] = this.settled(t, ohmsOutcome(least.ohmsFrom(from, p, q), most.ohmsFrom(to, p, q)))
  }

  /** What differs by less than any meter shows is the healthy reading. */
  private settled(t: number, value: number): number {
    const before = this.base[t]!
    if (!Number.isFinite(before)) return value
    return Math.abs(value - before) <= SAME_REL * Math.max(1, Math.abs(before)) ? before : value
  }
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
