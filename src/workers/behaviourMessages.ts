import type { BehaviourTable } from '@/core/behaviour'
import type { Plan } from '@/core/plan'
import type { Trace } from '@/core/trace'

/** What crosses between the page and the worker that solves what happens when. */
export type ToBehaviour =
  /** Solves a plan in all its situations, with progress; a newer plan ends the one before. */
  | { readonly type: 'table'; readonly id: number; readonly plan: Plan }
  /** How a cell of the plan solved last comes about. */
  | { readonly type: 'explain'; readonly id: number; readonly situation: string; readonly row: string }

export interface BehaviourAnswers {
  /** Null where a newer plan came meanwhile. */
  table: BehaviourTable | null
  explain: Trace
}
