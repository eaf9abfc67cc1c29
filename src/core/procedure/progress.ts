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

/** Where each step stands. Signed off under other facts than today's: to be redone, with what changed. */
export function progressOf(
  steps: readonly Step[],
  log: readonly SignOff[],
): ReadonlyMap<string, { readonly status: StepStatus; readonly changed: readonly string[] }> {
  const last = new Map<string, SignOff>()
  for (const entry of log) last.set(entry.step, entry)
  const result = new Map<string, { status: StepStatus; changed: readonly string[] }>()
  const isDone = (id: string) => result.get(id)?.status === 'done'
  const present = new Set(steps.map(({ id }) => id))
  for (const step of steps) {
    const entry = last.get(step.id)
    if (entry?.kind === 'signed') {
      const keys = new Set([...Object.keys(step.facts), ...Object.keys(entry.facts)])
      const changed = [...keys].filter((key) => step.facts[key] !== entry.facts[key])
      result.set(
        step.id,
        changed.length === 0
          ? { status: 'done', changed: [] }
          : {
              status: 'redo',
              changed: changed.map((key) => `${key}: ${short(entry.facts[key])} → ${short(step.facts[key])}`),
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

const SHOWN = 60

function short(text: string | undefined): string {
  if (text === undefined) return 'nothing'
  return text.length > SHOWN ? 'another wiring' : text
}

/** Whether a reading lies within what is expected. */
export function judgeReading(expected: NonNullable<Step['reading']>, value: number): 'within' | 'low' | 'high' {
  if (expected.from !== null && value < expected.from) return 'low'
  return expected.to !== null && value > expected.to ? 'high' : 'within'
}
