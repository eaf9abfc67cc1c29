import { FACTS_VERSION } from './facts'
import type { Step } from './types'

/** A line of the logbook about a step, newest last. */
export interface SignOff {
  readonly step: string
  readonly kind: 'signed' | 'withdrawn'
  readonly facts: Readonly<Record<string, string>>
}

/** A sign-off as the logbook keeps it. */
export interface LogEntry extends SignOff {
  /** Chosen by the browser, so that an entry sent twice is written once. */
  readonly entryId: string
  readonly reading: number | null
  readonly unit: string | null
  readonly note: string
  /** ISO 8601. */
  readonly at: string
}

export type StepStatus = 'open' | 'ready' | 'done' | 'redo'

/**
 * Where each step stands. Signed off under other facts than today's: to be redone, with what changed. What an earlier release
 * signed is compared with what that release would write today.
 */
export function progressOf(
  steps: readonly Step[],
  log: readonly SignOff[],
  asFirstReleased: (step: Step) => Readonly<Record<string, string>> = ({ facts }) => facts,
): ReadonlyMap<string, { readonly status: StepStatus; readonly changed: readonly string[] }> {
  const last = new Map<string, SignOff>()
  for (const entry of log) last.set(entry.step, entry)
  const result = new Map<string, { status: StepStatus; changed: readonly string[] }>()
  const isDone = (id: string) => result.get(id)?.status === 'done'
  const present = new Set(steps.map(({ id }) => id))
  for (const step of steps) {
    const entry = last.get(step.id)
    if (entry?.kind === 'signed') {
      const now = entry.facts.version === FACTS_VERSION ? step.facts : asFirstReleased(step)
      const keys = new Set([...Object.keys(now), ...Object.keys(entry.facts)])
      const changed = [...keys].filter((key) => now[key] !== entry.facts[key])
      result.set(
        step.id,
        changed.length === 0
          ? { status: 'done', changed: [] }
          : {
              status: 'redo',
              changed: changed.map((key) => changeWords(key, entry.facts[key], now[key])),
            },
      )
    } else
      result.set(step.id, {
        status: step.after.every((id) => !present.has(id) || isDone(id)) ? 'ready' : 'open',
        changed: [],
      })
  }
  return result
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
  made: 'how its ends are made',
}

function changeWords(key: string, before: string | undefined, now: string | undefined): string {
  const coded = CODED[key]
  return coded ? `${coded} changed` : `${key}: ${before ?? 'nothing'} → ${now ?? 'nothing'}`
}

/** Whether a reading lies within what is expected. */
export function judgeReading(expected: NonNullable<Step['reading']>, value: number): 'within' | 'low' | 'high' {
  if (expected.from !== null && value < expected.from) return 'low'
  return expected.to !== null && value > expected.to ? 'high' : 'within'
}
