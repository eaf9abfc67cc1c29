import type { DeviceId, Plan, WireId } from '@/core/plan'
import type { TerminalKey } from '@/core/model'
import { observationOf, type CaseReading } from './caseReading'
import { FAULT_KINDS, type FaultKind } from './faults'
import { valueAt, type Dictionary } from './dictionary'
import { pairsFor } from './pairs'
import { beliefs, candidatesOf, misfits, suggest, type Observation } from './session'
import { healthyWords, pointWords, valueWords, type PointWords } from './words'
import type { SituationName } from './tests'

/** From this belief on a candidate counts as found. */
export const FOUND = 0.95
const NAMED = 8
const MOST_SUGGESTED = 3

/** What may be wrong, in words; several that nothing tells apart are one candidate. */
export interface NamedCandidate {
  readonly words: readonly string[]
  readonly kinds: readonly FaultKind[]
  readonly remedy: string
  readonly belief: number
  readonly devices: readonly DeviceId[]
  readonly wires: readonly WireId[]
  readonly faultIds: readonly string[]
}

/** What to measure next, and what each reading would say. */
export interface NamedSuggestion extends PointWords {
  readonly point: number
  readonly what: 'ohms' | 'volts' | 'amperes' | 'look'
  readonly situation: SituationName
  readonly system: 'ac' | 'dc'
  readonly redKey: TerminalKey | null
  readonly blackKey: TerminalKey | null
  readonly wire: WireId | null
  readonly healthy: string
  /** Of a look: what is seen of each watched thing with nothing wrong, a letter each. */
  readonly usual: string
  readonly bits: number
  readonly outcomes: readonly { readonly reading: string; readonly share: number; readonly likeliest: string }[]
}

export interface Diagnosis {
  readonly verdict:
    'nothing read' | 'as planned' | 'searching' | 'found' | 'cannot tell' | 'two at once' | 'unexplained'
  readonly candidates: readonly NamedCandidate[]
  readonly suggestions: readonly NamedSuggestion[]
  /** Readings that the first candidate does not explain. */
  readonly unexplained: number
  /** Of the faults that show nowhere. */
  readonly ignored: number
}

/**
 * From the readings so far: what explains them, single faults first and then pairs, and what to measure next. With `mayBeLive`
 * false nothing is proposed that wants power: dead tests come first.
 */
export function diagnose(
  plan: Plan,
  dictionary: Dictionary,
  readings: readonly CaseReading[],
  mayBeLive = true,
): Diagnosis {
  const observations = readings.flatMap((reading) => observationOf(dictionary, reading) ?? [])
  const ignored = readings.length - observations.length
  const belief = beliefs(dictionary, observations)
  const candidates = candidatesOf(dictionary, belief)
  const first = candidates[0]
  const firstPlace = first ? (first.faults[0] === -1 ? dictionary.faults.length : first.faults[0]!) : -1
  const unexplained = first ? misfits(dictionary, observations, firstPlace) : observations.length
  const named = candidates.slice(0, NAMED).map(({ faults, belief: own }) => nameOf(dictionary, faults, own))
  if (observations.length > 0 && unexplained > 0) {
    const pairs = pairsFor(dictionary, observations).filter((pair) => pair.misfits < unexplained)
    const best = pairs.filter((pair) => pair.misfits === pairs[0]?.misfits).slice(0, NAMED)
    if (best.length > 0)
      return {
        verdict: 'two at once',
        candidates: best.map(({ faults }) => nameOf(dictionary, faults, 1 / best.length, ' and ')),
        suggestions: suggestionsFor(plan, dictionary, belief, observations, mayBeLive),
        unexplained: best[0]!.misfits,
        ignored,
      }
  }
  const suggestions = suggestionsFor(plan, dictionary, belief, observations, mayBeLive)
  return { verdict: verdictOf(), candidates: named, suggestions, unexplained, ignored }

  function verdictOf(): Diagnosis['verdict'] {
    if (observations.length === 0) return 'nothing read'
    if (misfits(dictionary, observations, dictionary.faults.length) === 0) return 'as planned'
    if (unexplained > 0) return 'unexplained'
    if (first!.belief >= FOUND) return first!.faults.length === 1 ? 'found' : 'cannot tell'
    return suggestions.length > 0 ? 'searching' : 'cannot tell'
  }
}

function nameOf(
  { faults }: Dictionary,
  places: readonly number[],
  belief: number,
  together: string | null = null,
): NamedCandidate {
  const own = places.flatMap((f) => (f === -1 ? [] : [faults[f]!]))
  const words = own.length === 0 ? ['Nothing is wrong that these readings would show'] : own.map((fault) => fault.words)
  return {
    words: together === null ? words : [words.join(together)],
    kinds: [...new Set(own.map(({ kind }) => kind))],
    remedy: own[0] ? FAULT_KINDS[own[0].kind].remedy : '',
    belief,
    devices: [...new Set(own.flatMap(({ devices }) => devices))],
    wires: [...new Set(own.flatMap(({ wires }) => wires))],
    faultIds: own.map(({ id }) => id),
  }
}

function suggestionsFor(
  plan: Plan,
  dictionary: Dictionary,
  belief: Float64Array,
  observations: readonly Observation[],
  mayBeLive: boolean,
): readonly NamedSuggestion[] {
  const done = new Set(observations.map(({ point }) => point))
  return suggest(dictionary, belief, done, MOST_SUGGESTED, mayBeLive).map(({ point, bits }) => {
    const own = dictionary.points[point]!
    return {
      ...pointWords(plan, own),
      point,
      bits,
      what: own.what,
      situation: own.situation,
      system: own.what === 'volts' ? own.system : 'dc',
      redKey: own.what === 'look' ? null : own.red,
      blackKey: own.what === 'look' ? null : own.black,
      wire: own.what === 'amperes' ? own.wire : null,
      healthy: healthyWords(dictionary, point),
      usual:
        own.what === 'look'
          ? dictionary.patterns.get(point)![dictionary.outcomes[point]!.of[dictionary.faults.length]!]!
          : '',
      outcomes: outcomesOf(dictionary, belief, point),
    }
  })
}

/** What may be read there, the likeliest first, and what it would then be. */
function outcomesOf(dictionary: Dictionary, belief: Float64Array, point: number): NamedSuggestion['outcomes'] {
  const own = dictionary.points[point]!
  const { of } = dictionary.outcomes[point]!
  const groups = new Map<number, { share: number; best: number }>()
  for (let f = 0; f < belief.length; f += 1) {
    if (belief[f]! < 1e-4) continue
    const group = groups.get(of[f]!)
    if (!group) groups.set(of[f]!, { share: belief[f]!, best: f })
    else {
      group.share += belief[f]!
      if (belief[f]! > belief[group.best]!) group.best = f
    }
  }
  return [...groups.values()]
    .sort((a, b) => b.share - a.share)
    .slice(0, 4)
    .map(({ share, best }) => ({
      share,
      reading: own.what === 'look' ? 'so it looks' : valueWords(own.what, valueAt(dictionary, point, best)),
      likeliest: dictionary.faults[best]?.words ?? 'nothing wrong',
    }))
}
