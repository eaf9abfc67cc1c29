import { POOR_OHM } from './faults/fault'
import { valueAt, type Dictionary } from './dictionary'
import { isAsSaid, OPEN, tolerance } from './outcomes'
import type { Observation } from './session'
import { isSeenAs } from './patterns'
import { kindOf } from './solved'

/** What a poor contact may have: with less it is a good one, with more it reads as open. From memory. */
const LEAST_OHM = 1.5
const MOST_OHM = 60

/** Resistances of a contact that readings leave possible. */
interface PoorRange {
  readonly from_ohm: number
  readonly to_ohm: number
}
const ANY_POOR: PoorRange = { from_ohm: LEAST_OHM, to_ohm: MOST_OHM }

const known = new WeakMap<Dictionary, ReadonlyMap<number, number>>()

/** Poor contacts by their places among the faults, each with the place of the same wire when it is open. */
export function openTwins(dictionary: Dictionary): ReadonlyMap<number, number> {
  let own = known.get(dictionary)
  if (!own) {
    const only = ({ series, across, stuck, outputs }: Dictionary['faults'][number]['alteration']) =>
      series.size === 1 && across.length === 0 && stuck.size === 0 && outputs.size === 0 ? [...series][0]! : null
    const opens = new Map<string, number>()
    dictionary.faults.forEach(({ alteration }, f) => {
      const one = only(alteration)
      if (one?.[1] === Infinity && !opens.has(one[0])) opens.set(one[0], f)
    })
    own = new Map(
      dictionary.faults.flatMap(({ kind, alteration }, f) => {
        const twin = kind === 'poor contact' ? opens.get(only(alteration)?.[0] ?? '') : undefined
        return twin === undefined ? [] : [[f, twin] as const]
      }),
    )
    known.set(dictionary, own)
  }
  return own
}

/**
 * The resistances with which a poor contact explains an observation; null where it does with none. One resistance in a network
 * moves each reading along a curve that three of its points fix: none, that of the dictionary, and open.
 */
function poorRange(dictionary: Dictionary, fault: number, twin: number, observation: Observation): PoorRange | null {
  const point = dictionary.points[observation.point]!
  if ('pattern' in observation) {
    const { of } = dictionary.outcomes[observation.point]!
    const list = dictionary.patterns.get(observation.point)!
    return [fault, twin].some((f) => isSeenAs(list[of[f]!]!, observation.pattern)) ? ANY_POOR : null
  }
  if (point.what === 'look') return ANY_POOR
  const kind = kindOf(point)
  const read = kind === 'ac' ? Math.abs(observation.value) : observation.value
  const at = (f: number) => valueAt(dictionary, observation.point, f)
  const [good, poor, open] = [at(dictionary.faults.length), at(fault), at(twin)] as const
  const plain = isAsSaid(kind, poor, read) ? ANY_POOR : null
  const isFigure = Number.isFinite(good) && Number.isFinite(poor) && (Number.isFinite(open) || open === OPEN)
  if (!isFigure || Math.abs(poor - good) <= 1e-6 * Math.abs(good) + 1e-9 || !Number.isFinite(read)) return plain
  const bend = open === OPEN ? 0 : (poor - good) / (POOR_OHM * (open - poor))
  // Something switched meanwhile: no curve of one resistance.
  if (!(bend >= 0) || (open !== OPEN && bend === 0)) return plain
  const ohmOf = (value: number) => {
    if (open === OPEN) return (POOR_OHM * (value - good)) / (poor - good)
    const share = (value - good) / (open - good)
    return share >= 1 ? Infinity : share / ((1 - share) * bend)
  }
  const own = tolerance(kind, read)
  const [one, other] = [ohmOf(read - own), ohmOf(read + own)]
  const from_ohm = Math.max(LEAST_OHM, Math.min(one, other))
  const to_ohm = Math.min(MOST_OHM, Math.max(one, other))
  return from_ohm <= to_ohm ? { from_ohm, to_ohm } : plain
}

/** How many observations one poor contact leaves unexplained, with the same resistance in all. */
export function poorMisfits(
  dictionary: Dictionary,
  observations: readonly Observation[],
  fault: number,
  twin: number,
): number {
  let range = ANY_POOR
  let count = 0
  for (const observation of observations) {
    const own = poorRange(dictionary, fault, twin, observation)
    const from_ohm = Math.max(range.from_ohm, own?.from_ohm ?? Infinity)
    const to_ohm = Math.min(range.to_ohm, own?.to_ohm ?? 0)
    if (from_ohm > to_ohm) count += 1
    else range = { from_ohm, to_ohm }
  }
  return count
}
