import { FAULT_KINDS } from './faults'
import { valueAt, type Dictionary } from './dictionary'
import { isAsSaid } from './outcomes'
import { openTwins, poorMisfits } from './poorContacts'
import { isSeenAs } from './patterns'
import { kindOf } from './solved'

/**
 * Something measured or seen, at a test point by its place in the dictionary. In a pattern `?` stands for what nobody looked at,
 * `!` for anything but right.
 */
export type Observation =
  { readonly point: number; readonly value: number } | { readonly point: number; readonly pattern: string }

/** How likely a reading is that a fault does not explain: misread, wrong place, a figure the plan does not know. */
const MISREAD = 0.004
/** Nothing wrong at all, beside a single fault. */
const HEALTHY_WEIGHT = 0.1

/** How many of the observations a fault does not explain; its place, or that of nothing wrong. */
export function misfits(dictionary: Dictionary, observations: readonly Observation[], fault: number): number {
  const twin = openTwins(dictionary).get(fault)
  if (twin !== undefined) return poorMisfits(dictionary, observations, fault, twin)
  return observations.filter((observation) => !fitsOf(dictionary, observation)(fault)).length
}

/** How much each fault, and last nothing wrong, is worth believing after the observations; they add up to 1. */
export function beliefs(dictionary: Dictionary, observations: readonly Observation[]): Float64Array {
  const { faults } = dictionary
  const weight = Float64Array.from([
    // What shows nowhere explains nothing.
    ...faults.map(({ kind }, f) => (dictionary.isSilent[f] === 1 ? 0 : FAULT_KINDS[kind].weight)),
    HEALTHY_WEIGHT,
  ])
  const twins = openTwins(dictionary)
  for (const observation of observations) {
    const fits = fitsOf(dictionary, observation)
    for (let f = 0; f < weight.length; f += 1) if (!twins.has(f) && !fits(f)) weight[f]! *= MISREAD
  }
  for (const [f, twin] of twins)
    if (weight[f]! > 0) weight[f]! *= MISREAD ** poorMisfits(dictionary, observations, f, twin)
  const sum = weight.reduce((total, each) => total + each, 0)
  return sum > 0 ? weight.map((each) => each / sum) : weight
}

/** Whether a fault explains an observation, by its place. */
function fitsOf(dictionary: Dictionary, observation: Observation): (fault: number) => boolean {
  const { outcomes, patterns, points } = dictionary
  const { of } = outcomes[observation.point]!
  if ('pattern' in observation) {
    const isSeen = patterns.get(observation.point)!.map((pattern) => isSeenAs(pattern, observation.pattern))
    return (f) => isSeen[of[f]!]!
  }
  const point = points[observation.point]!
  if (point.what === 'look') return () => true
  const kind = kindOf(point)
  const read = kind === 'ac' ? Math.abs(observation.value) : observation.value
  return (f) => isAsSaid(kind, valueAt(dictionary, observation.point, f), read)
}

export interface Candidate {
  /** Places of faults that no test point of the plan tells apart, the likeliest first; −1 is nothing wrong. */
  readonly faults: readonly number[]
  readonly belief: number
}

/** Faults that are still worth a thought, those together that nothing tells apart. */
export function candidatesOf(dictionary: Dictionary, belief: Float64Array, least = 0.002): readonly Candidate[] {
  const bySignature = new Map<string, { faults: number[]; belief: number }>()
  const places = [...belief.keys()].filter((f) => belief[f]! >= least).sort((a, b) => belief[b]! - belief[a]!)
  for (const f of places) {
    const signature = signatureOf(dictionary, f)
    const own = bySignature.get(signature)
    const fault = f === dictionary.faults.length ? -1 : f
    if (own) {
      own.faults.push(fault)
      own.belief += belief[f]!
    } else bySignature.set(signature, { faults: [fault], belief: belief[f]! })
  }
  return [...bySignature.values()].sort((a, b) => b.belief - a.belief)
}

const signatures = new WeakMap<Dictionary, Map<number, string>>()

/** All that a fault shows anywhere, as one code. */
export function signatureOf(dictionary: Dictionary, fault: number): string {
  let own = signatures.get(dictionary)
  if (!own) signatures.set(dictionary, (own = new Map()))
  let code = own.get(fault)
  if (code === undefined) {
    let [a, b] = [0x811c9dc5, 0x01000193]
    for (const { of } of dictionary.outcomes) {
      a = Math.imul(a ^ of[fault]!, 0x01000193)
      b = Math.imul(b ^ (of[fault]! + 0x9e37), 0x85ebca6b) ^ (b >>> 13)
    }
    own.set(fault, (code = `${a >>> 0}.${b >>> 0}`))
  }
  return code
}

export interface Suggestion {
  readonly point: number
  /** What it is expected to tell, in bits. */
  readonly bits: number
}

/** Beliefs below this are left out of the reckoning of what to measure next. */
const NEGLIGIBLE = 1e-4

/**
 * The next measurement: the one that is expected to tell most for its trouble and risk. Null where nothing that can be measured
 * tells the candidates apart. With `mayBeLive` false only what is measured dead is proposed. Readings through electronics tell nothing of those faults for which they may be anything.
 */
export function suggest(
  dictionary: Dictionary,
  belief: Float64Array,
  done: ReadonlySet<number>,
  limit = 3,
  mayBeLive = true,
): readonly Suggestion[] {
  const places = [...belief.keys()].filter((f) => belief[f]! > NEGLIGIBLE)
  const found: (Suggestion & { readonly score: number })[] = []
  const mass = new Float64Array(0x10000)
  for (let point = 0; point < dictionary.points.length; point += 1) {
    if (done.has(point) || (!mayBeLive && dictionary.points[point]!.situation !== 'dead')) continue
    const { of } = dictionary.outcomes[point]!
    const met: number[] = []
    let total = 0
    let any = 0
    for (const f of places) {
      const group = of[f]!
      const own = belief[f]!
      total += own
      if (group === 0) any += own
      else {
        if (mass[group] === 0) met.push(group)
        mass[group]! += own
      }
    }
    const told = total - any
    let bits = 0
    for (const group of met) {
      const share = mass[group]! / told
      if (share < 1) bits -= share * Math.log2(share)
      mass[group] = 0
    }
    bits *= told / total
    if (bits > 1e-3) found.push({ point, bits, score: bits / dictionary.points[point]!.cost })
  }
  return found.sort((a, b) => b.score - a.score || a.point - b.point).slice(0, limit)
}
