import { criticalChain, learnPace, planEvening, type Chain, type Evening, type Work } from '@/core/schedule'
import type { LogEntry } from './logEntry'
import type { Standing } from './progress'
import type { Act, Phase, Step } from './types'

type Progress = ReadonlyMap<string, Standing>

/** How fast this person is, by stage of the work, from what they signed off themselves. */
export function paceOf(steps: readonly Step[], log: readonly LogEntry[]): (phase: Phase) => number {
  const acts = new Map(steps.flatMap((step) => step.acts.map((act) => [act.id, act] as const)))
  return learnPace(
    log.flatMap(({ step, kind, took_min }) => {
      const act = acts.get(step)
      return kind === 'signed' && act && took_min !== null
        ? [{ stage: act.phase, planned_min: act.minutes, took_min }]
        : []
    }),
  )
}

export interface TimeLeft {
  readonly minutes: number
  readonly byPhase: Readonly<Partial<Record<Phase, number>>>
}

/** Minutes of work that are left, at this person's pace. */
export function timeLeft(steps: readonly Step[], progress: Progress, pace: (phase: Phase) => number): TimeLeft {
  const byPhase: Partial<Record<Phase, number>> = {}
  for (const act of openActs(steps, progress))
    byPhase[act.phase] = (byPhase[act.phase] ?? 0) + act.minutes * pace(act.phase)
  return { minutes: Object.values(byPhase).reduce((sum, minutes) => sum + minutes, 0), byPhase }
}

const openActs = (steps: readonly Step[], progress: Progress): readonly Act[] =>
  steps.flatMap(({ acts }) => acts.filter(({ id }) => progress.get(id)?.status !== 'done'))

/**
 * What is not left half done. Mains wires stay without their covers only while nobody goes away from them; once power is on
 * for the first time, it is taken off again and waited for.
 */
function togetherOf({ id, phase }: Act): string | null {
  if (phase === 'mains') return 'mains'
  return id === 'power:chassis' || id === 'power:down' || /^power:(outlet\/|switched\/|device:|outside\/)/.test(id)
    ? 'first-power'
    : null
}

/** What the name of work that is done in one go is called. */
export const TOGETHER_WORDS: Readonly<Record<string, string>> = {
  mains: 'mains, until its covers are on',
  'first-power': 'first power, until it is off and discharged again',
}

function workOf(steps: readonly Step[], progress: Progress, pace: (phase: Phase) => number): readonly Work[] {
  return openActs(steps, progress).map((act) => ({
    id: act.id,
    minutes: Math.round(act.minutes * pace(act.phase) * 10) / 10,
    wait_min: act.wait_min,
    tools: act.tools,
    after: act.after,
    together: togetherOf(act),
  }))
}

/** Pieces of an evening: what is done in one step, one after the other. */
export interface EveningPart {
  readonly step: Step
  readonly acts: readonly Act[]
  readonly from_min: number
  readonly to_min: number
  readonly picks: readonly string[]
}

/** "I have 90 minutes": what of the work fits, by steps. */
export function eveningOf(
  steps: readonly Step[],
  progress: Progress,
  pace: (phase: Phase) => number,
  budget_min: number,
): Evening & { readonly parts: readonly EveningPart[] } {
  const evening = planEvening({ work: workOf(steps, progress, pace), budget_min })
  const stepOf = new Map(steps.flatMap((step) => step.acts.map((act) => [act.id, { step, act }] as const)))
  const parts: EveningPart[] = []
  for (const { id, start_min, end_min, picks } of evening.slots) {
    const { step, act } = stepOf.get(id)!
    const last = parts.at(-1)
    if (last?.step === step)
      parts[parts.length - 1] = {
        ...last,
        acts: [...last.acts, act],
        to_min: end_min,
        picks: [...new Set([...last.picks, ...picks])],
      }
    else parts.push({ step, acts: [act], from_min: start_min, to_min: end_min, picks })
  }
  return { ...evening, parts }
}

/** The chain of what is left that no second pair of hands shortens, by steps. */
export function chainOfSteps(
  steps: readonly Step[],
  progress: Progress,
  pace: (phase: Phase) => number,
): Chain & { readonly steps: readonly Step[] } {
  const chain = criticalChain(workOf(steps, progress, pace))
  const stepOf = new Map(steps.flatMap((step) => step.acts.map((act) => [act.id, step] as const)))
  return { ...chain, steps: [...new Set(chain.ids.map((id) => stepOf.get(id)!))] }
}
