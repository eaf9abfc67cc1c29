import { FACTS_VERSION } from './facts'
import type { Act, ActEnd, Step } from './types'

/** A line of the logbook about an act or an end, newest last. */
export interface SignOff {
  readonly step: string
  /** `failed`: it was tried and did not hold; `noted`: something is said, and nothing done or undone. */
  readonly kind: 'signed' | 'withdrawn' | 'failed' | 'noted'
  readonly facts: Readonly<Record<string, string>>
}

export type StepStatus = 'open' | 'ready' | 'done' | 'redo'
export interface Standing {
  readonly status: StepStatus
  readonly changed: readonly string[]
}
export type EndStatus = 'open' | 'good' | 'failed' | 'redo'

type FirstFacts = (act: Act) => Readonly<Record<string, string>>
/** What a coded fact is called: "PS1 +V" for a terminal. Null where its code has no words. */
export type FactWords = (key: string, code: string) => string | null

/** The last line about each thing that says it is done or is not, and how late it came. */
function lastLines(log: readonly SignOff[]): ReadonlyMap<string, { readonly entry: SignOff; readonly at: number }> {
  const last = new Map<string, { entry: SignOff; at: number }>()
  log.forEach((entry, at) => {
    if (entry.kind !== 'noted') last.set(entry.step, { entry, at })
  })
  return last
}

/**
 * Where each act and each step stands, by their ids. Signed off under other facts than today's: to be redone, with what
 * changed. What an earlier release signed is compared with what that release would write today. An act whose ends are all
 * tugged is done; one whose end failed later than it was signed is not.
 */
export function progressOf(
  steps: readonly Step[],
  log: readonly SignOff[],
  asFirstReleased: FirstFacts = ({ facts }) => facts,
  words: FactWords = () => null,
): ReadonlyMap<string, Standing> {
  const last = lastLines(log)
  const result = new Map<string, Standing>()
  const acts = steps.flatMap((step) => step.acts)
  for (const act of acts) {
    const standing = standingOf(act, last, asFirstReleased, words)
    if (standing) result.set(act.id, standing)
  }
  const present = new Set(acts.map(({ id }) => id))
  const isDone = (id: string) => !present.has(id) || result.get(id)?.status === 'done'
  const done = new Set(acts.filter(({ id }) => isDone(id)).map(({ id }) => id))
  for (const { id, after } of acts)
    if (!result.has(id))
      result.set(id, {
        status: after.every((other) => !present.has(other) || done.has(other)) ? 'ready' : 'open',
        changed: [],
      })
  for (const step of steps) result.set(step.id, together(step, result))
  return result
}

/** Null while nobody signed it. */
function standingOf(
  act: Act,
  last: ReturnType<typeof lastLines>,
  asFirstReleased: FirstFacts,
  words: FactWords,
): Standing | null {
  const own = last.get(act.id)
  const ends = act.ends.map((end) => ({ end, line: last.get(end.id) }))
  if (own?.entry.kind === 'signed') {
    const now = own.entry.facts.version === FACTS_VERSION ? act.facts : asFirstReleased(act)
    const changed = changesBetween(own.entry.facts, now, words)
    // An end that was tugged anew under today's facts needs no second signature of its wire.
    const isMadeAnew = changed.length > 0 && ends.length > 0 && ends.every(({ end, line }) => isGood(end, line, own.at))
    if (changed.length > 0 && !isMadeAnew) return { status: 'redo', changed }
    const isUndone = ends.some(({ line }) => line !== undefined && line.at > own.at && line.entry.kind !== 'signed')
    return isUndone ? null : { status: 'done', changed: [] }
  }
  if (ends.length === 0) return null
  const from = own?.at ?? -1
  if (ends.every(({ end, line }) => isGood(end, line, from))) return { status: 'done', changed: [] }
  const changed = ends.flatMap(({ end, line }) =>
    line && line.at > from && line.entry.kind === 'signed'
      ? changesBetween(line.entry.facts, factsFor(end, line.entry), words)
      : [],
  )
  return changed.length > 0 ? { status: 'redo', changed: [...new Set(changed)] } : null
}

const factsFor = ({ facts, earlierFacts }: ActEnd, entry: SignOff) =>
  entry.facts.version === FACTS_VERSION ? facts : earlierFacts

const isGood = (end: ActEnd, line: { readonly entry: SignOff; readonly at: number } | undefined, from: number) =>
  line !== undefined &&
  line.at > from &&
  line.entry.kind === 'signed' &&
  changesBetween(line.entry.facts, factsFor(end, line.entry)).length === 0

/** Where each end stands: by its own last line, or by its wire's where that came later. */
export function endStandings<E extends ActEnd & { readonly wire: string }>(
  ends: readonly E[],
  log: readonly SignOff[],
  progress: ReadonlyMap<string, Standing>,
): ReadonlyMap<string, EndStatus> {
  const last = lastLines(log)
  return new Map(ends.map((end) => [end.id, endStandingBy(end, last, progress.get(`wire:${end.wire}`))]))
}

function endStandingBy(
  end: ActEnd & { readonly wire: string },
  last: ReturnType<typeof lastLines>,
  wire: Standing | undefined,
): EndStatus {
  const own = last.get(end.id)
  const whole = last.get(`wire:${end.wire}`)
  // A wire signed off as a whole under Build has both its ends made.
  if (whole && whole.entry.kind === 'signed' && (!own || whole.at > own.at))
    return wire?.status === 'done' ? 'good' : wire?.status === 'redo' ? 'redo' : 'open'
  if (!own || (whole && whole.at > own.at)) return 'open'
  if (own.entry.kind === 'failed') return 'failed'
  // As the first release wrote a failed tug.
  if (own.entry.kind === 'withdrawn')
    return 'note' in own.entry && String(own.entry.note).startsWith('failed') ? 'failed' : 'open'
  return isGood(end, own, -1) ? 'good' : 'redo'
}

/** A step is as far as its acts: one to be redone makes it so. */
function together({ acts }: Step, standings: ReadonlyMap<string, Standing>): Standing {
  const all = acts.map(({ id }) => standings.get(id)!)
  const isAlone = acts.length === 1
  const changed = all.flatMap((one, i) => one.changed.map((words) => (isAlone ? words : `${acts[i]!.title}: ${words}`)))
  if (all.every(({ status }) => status === 'done')) return { status: 'done', changed: [] }
  if (changed.length > 0 || all.some(({ status }) => status === 'redo')) return { status: 'redo', changed }
  return { status: all.some(({ status }) => status === 'ready') ? 'ready' : 'open', changed: [] }
}

function changesBetween(
  before: Readonly<Record<string, string>>,
  now: Readonly<Record<string, string>>,
  words: FactWords = () => null,
): readonly string[] {
  const keys = new Set([...Object.keys(now), ...Object.keys(before)])
  return [...keys]
    .filter((key) => now[key] !== before[key])
    .map((key) => changeWords(key, before[key], now[key], words))
}

/** Facts whose codes say nothing to a reader. */
const CODED: Readonly<Record<string, string>> = {
  wires: 'the wires it is about',
  path: 'the wires of its earth',
  holes: 'the holes of this face',
  place: 'its place',
  part: 'the part',
  from: 'where its first end goes',
  to: 'where its second end goes',
  ends: 'where its ends go',
  terminal: 'where it goes',
  made: 'how its ends are made',
  cores: 'what its cores join',
  leads: 'the leads in it',
  holds: 'what holds it',
  tags: 'the labels',
  rails: 'the rails',
  cuts: 'what it cuts',
  stays: 'what stays live behind it',
  fed: 'what has power again by itself',
  boxes: 'the boxes',
  sensor: 'the sensor that watches it',
  wire: 'its wire',
  value: 'what it is set to',
  settings: 'what it is set to',
}

function changeWords(key: string, before: string | undefined, now: string | undefined, words: FactWords): string {
  const coded = CODED[key]
  if (!coded) return `${key}: ${before ?? 'nothing'} → ${now ?? 'nothing'}`
  const [was, is] = [before, now].map((code) => (code === undefined ? 'nothing' : words(key, code)))
  return was !== null && is !== null && was !== is ? `${coded}: ${was} → ${is}` : `${coded} changed`
}

/** Whether a reading lies within what is expected. */
export function judgeReading(expected: NonNullable<Act['reading']>, value: number): 'within' | 'low' | 'high' {
  if (expected.from !== null && value < expected.from) return 'low'
  return expected.to !== null && value > expected.to ? 'high' : 'within'
}

/** Above what any terminal of such a box can show against another; common practice. */
const MOST_V = 1500
/** Above what a hand-held meter shows as a figure. */
const MOST_OHM = 1e11

/** What no meter can have shown there, and so was typed or read wrong; null where it can be. */
export function impossibleReading({ unit }: NonNullable<Act['reading']>, value: number): string | null {
  if (unit === 'Ω' && value < 0) return 'A resistance is 0 Ω or more; zero the leads and measure again'
  if (unit === 'Ω' && value > MOST_OHM)
    return 'No hand-held meter shows so much; where it shows OL, enter what its range ends at'
  if (unit === 'V' && Math.abs(value) > MOST_V)
    return `${value} V cannot stand in this box; look at the range of the meter`
  return null
}
