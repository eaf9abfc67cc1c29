import {
  beliefs,
  candidatesOf,
  FOUND,
  pointWords,
  signatureOf,
  suggest,
  valueAt,
  valueWords,
  type Dictionary,
  type FaultKind,
  type Observation,
} from '@/core/diagnosis'
import type { Plan } from '@/core/plan'

export const DIFFICULTIES = ['first', 'usual', 'hard'] as const
export type Difficulty = (typeof DIFFICULTIES)[number]

/** What is hidden at each difficulty: what cuts something off; what is in the wrong place; what hardly shows. */
const HIDDEN: Readonly<Record<Difficulty, readonly FaultKind[]>> = {
  first: ['open wire', 'blown fuse', 'supply dead', 'missing earth', 'selector wrong'],
  usual: [
    'reversed polarity',
    'swapped wires',
    'wrong terminal',
    'plugs exchanged',
    'plug turned',
    'plug in the wrong socket',
    'normally closed for open',
    'line and neutral exchanged',
    'missing negative bond',
    'winding open',
    'setting wrong',
  ],
  hard: ['poor contact', 'bridge', 'contact open', 'contact shorted', 'supply limiting'],
}

/** Faults of a difficulty that show somewhere, by their places. */
function hideable(dictionary: Dictionary, difficulty: Difficulty): readonly number[] {
  const all = dictionary.faults.flatMap((_, f) => (dictionary.isSilent[f] === 1 ? [] : [f]))
  const own = all.filter((f) => HIDDEN[difficulty].includes(dictionary.faults[f]!.kind))
  return own.length > 0 ? own : all
}

/**
 * A fault to be found, by its place. `seed` is any whole number: the same one hides the same fault. Kinds are drawn first, so
 * that the many open wires do not crowd out the rest. Null where nothing in the plan could be hidden.
 */
export function hideFault(dictionary: Dictionary, difficulty: Difficulty, seed: number): number | null {
  const list = hideable(dictionary, difficulty)
  const kinds = [...new Set(list.map((f) => dictionary.faults[f]!.kind))].sort()
  if (kinds.length === 0) return null
  const mixed = (Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^ (seed >>> 7)) >>> 0
  const own = list.filter((f) => dictionary.faults[f]!.kind === kinds[mixed % kinds.length])
  return own[Math.floor(mixed / kinds.length) % own.length]!
}

/** One measurement of a run. */
export interface RunStep {
  readonly title: string
  readonly red: string | null
  readonly black: string | null
  readonly read: string
  /** Faults that it left worth a thought. */
  readonly left: number
}

const MOST_STEPS = 60
/** Less believed than a misreading of one step: not counted as left. */
const WORTH_A_THOUGHT = 0.02

/** How the diagnosis itself finds a fault: its measurements, one after the other, until it has it or can tell no more. */
export function referenceRun(plan: Plan, dictionary: Dictionary, fault: number): readonly RunStep[] {
  const observations: Observation[] = []
  const steps: RunStep[] = []
  while (steps.length < MOST_STEPS) {
    const belief = beliefs(dictionary, observations)
    const candidates = candidatesOf(dictionary, belief)
    if (candidates[0] && candidates[0].belief >= FOUND) break
    const [next] = suggest(dictionary, belief, new Set(observations.map(({ point }) => point)), 1)
    if (!next) break
    const observation = observed(dictionary, next.point, fault)
    observations.push(observation)
    const left = candidatesOf(dictionary, beliefs(dictionary, observations), WORTH_A_THOUGHT).reduce(
      (sum, { faults }) => sum + faults.length,
      0,
    )
    const own = dictionary.points[next.point]!
    const { title, red, black } = pointWords(plan, own)
    const read =
      own.what === 'look'
        ? lookedWords(dictionary, next.point, fault)
        : valueWords(own.what, valueAt(dictionary, next.point, fault))
    steps.push({ title, red, black, read, left })
  }
  return steps
}

/** What a bench with a fault shows at a point; through electronics a figure that any ohmmeter might show. */
function observed(
  { points, patterns, outcomes, ...dictionary }: Dictionary,
  point: number,
  fault: number,
): Observation {
  if (points[point]!.what === 'look') return { point, pattern: patterns.get(point)![outcomes[point]!.of[fault]!]! }
  const value = valueAt({ points, patterns, outcomes, ...dictionary }, point, fault)
  return { point, value: Number.isNaN(value) ? SOME_OHM : value }
}

const SOME_OHM = 1000

function lookedWords({ patterns, outcomes, faults }: Dictionary, point: number, fault: number): string {
  const list = patterns.get(point)!
  const { of } = outcomes[point]!
  const [own, usual] = [list[of[fault]!]!, list[of[faults.length]!]!]
  const count = [...own].filter((letter, i) => letter !== usual[i]).length
  return count === 0 ? 'all as it should' : `${count} ${count === 1 ? 'thing is' : 'things are'} not as they should`
}

/** Of a drill that was played. */
export interface DrillScore {
  readonly probes: number
  readonly best: number
  /** 100 where no more was measured than the diagnosis itself needed. */
  readonly percent: number
}

export function scoreOf(probes: number, best: number): DrillScore {
  return { probes, best, percent: probes <= best ? 100 : Math.round((100 * Math.max(1, best)) / probes) }
}

/** Whether two faults are one to any meter: naming either is naming it. */
export const isSameFault = (dictionary: Dictionary, one: number, other: number): boolean =>
  one === other || signatureOf(dictionary, one) === signatureOf(dictionary, other)
