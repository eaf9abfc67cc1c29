import { LEAST_WINDING_OHM, MOST_WINDING_OHM, type TerminalKey } from '@/core/model'
import type { DeviceId, WireId } from '@/core/plan'
import { valueAt, type Dictionary } from './dictionary'
import { SEEN_LETTERS } from './patterns'
import type { Observation } from './session'
import type { Seen, SituationName } from './tests'

/** A thing seen to be wrong; which thing by its device and what of it is meant. */
export interface SeenWrong {
  readonly watched: number
  readonly seen: Seen | 'wrong'
}

/** Something measured or seen, in the plan's terms. */
export type CaseReading =
  | {
      readonly what: 'ohms' | 'volts'
      readonly situation: SituationName
      readonly system: 'ac' | 'dc'
      readonly red: TerminalKey
      readonly black: TerminalKey
      /** Ohms or volts; Infinity for an open circuit; null where it was within its limits: as good as the solved one. */
      readonly value: number | null
    }
  | { readonly what: 'amperes'; readonly situation: SituationName; readonly wire: WireId; readonly value: number }
  /** All that runs and answers, looked at; or with `isWhole` false only what is named. */
  | {
      readonly what: 'look'
      readonly situation: SituationName
      readonly wrong: readonly SeenWrong[]
      readonly isWhole: boolean
    }

const indices = new WeakMap<Dictionary, ReadonlyMap<string, number>>()

const keyOf = (what: string, situation: string, system: string, p: number, q: number) =>
  `${what} ${situation} ${system} ${Math.min(p, q)} ${Math.max(p, q)}`

function indexOf(dictionary: Dictionary): ReadonlyMap<string, number> {
  let index = indices.get(dictionary)
  if (!index) {
    index = new Map(
      dictionary.points.map((point, t) => {
        if (point.what === 'look') return [`look ${point.situation}`, t]
        if (point.what === 'amperes') return [`amperes ${point.situation} ${point.wire}`, t]
        const system = point.what === 'volts' ? point.system : 'dc'
        return [keyOf(point.what, point.what === 'ohms' ? 'dead' : point.situation, system, point.p, point.q), t]
      }),
    )
    indices.set(dictionary, index)
  }
  return index
}

/** Things of which nobody can see whether they answer, since they or what they answer to do not run. */
function unknowable({ watched }: Dictionary, letters: readonly string[]): readonly number[] {
  const running = new Set<DeviceId>()
  const loaded = new Set<DeviceId>()
  watched.forEach((each, i) => {
    if (each.kind !== 'load') return
    loaded.add(each.device)
    if (letters[i] !== SEEN_LETTERS.nothing && letters[i] !== '!') running.add(each.device)
  })
  const isOff = (device: DeviceId) => loaded.has(device) && !running.has(device)
  return watched.flatMap((each, i) => (each.kind !== 'load' && (isOff(each.device) || isOff(each.by)) ? [i] : []))
}

/** A reading as the dictionary has it; null where it says nothing of that place. */
export function observationOf(dictionary: Dictionary, reading: CaseReading): Observation | null {
  const index = indexOf(dictionary)
  if (reading.what === 'look') {
    const point = index.get(`look ${reading.situation}`)
    if (point === undefined) return null
    const usual = dictionary.patterns.get(point)![dictionary.outcomes[point]!.of[dictionary.faults.length]!]!
    const letters = reading.isWhole ? [...usual] : dictionary.watched.map(() => '?')
    for (const { watched, seen } of reading.wrong) letters[watched] = seen === 'wrong' ? '!' : SEEN_LETTERS[seen]
    const said = new Set(reading.wrong.map(({ watched }) => watched))
    for (const at of unknowable(dictionary, letters)) if (!said.has(at)) letters[at] = '?'
    return { point, pattern: letters.join('') }
  }
  if (reading.what === 'amperes') {
    const point = index.get(`amperes ${reading.situation} ${reading.wire}`)
    return point === undefined ? null : { point, value: reading.value }
  }
  const { model } = dictionary.bench
  const [p, q] = [model.jointOf(reading.red), model.jointOf(reading.black)]
  const isOhms = reading.what === 'ohms'
  const point = index.get(
    keyOf(reading.what, isOhms ? 'dead' : reading.situation, isOhms ? 'dc' : reading.system, p, q),
  )
  if (point === undefined) return null
  const own = dictionary.points[point]!
  const isAnyWinding =
    isOhms &&
    dictionary.throughUnknown.has(point) &&
    reading.value !== null &&
    reading.value >= LEAST_WINDING_OHM &&
    reading.value <= MOST_WINDING_OHM
  if (reading.value === null || isAnyWinding)
    return { point, value: valueAt(dictionary, point, dictionary.faults.length) }
  const isTurned = own.what === 'volts' && own.p !== p
  return { point, value: isTurned ? -reading.value : reading.value }
}
