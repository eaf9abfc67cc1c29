import type { CalculatorOutcome } from '@/core/calculator'
import type { CalculatorName } from '@/core/calculators'
import type { ArrangeProgress, ArrangeRequest, Arrangement } from '@/core/packing'
import type { Trial } from '@/core/evaluate'
import type { Rail, Scenario } from '@/core/figures'
import type { Proposal } from '@/core/joining'
import type { Command, DeviceId, EnclosureId, Plan } from '@/core/plan'
import type { SizeEdit } from '@/core/proposals'
import type { Difference } from './difference'

/** Edits that lead wires along ways, and the things for which there was no room. */
export interface LedEdits {
  readonly commands: readonly Command[]
  readonly left: readonly DeviceId[]
}

/** What crosses between the page and its reckoning worker. */
export type ToWorker =
  /** What changed since the plan sent before; the first is whole. */
  | {
      readonly type: 'evaluate'
      readonly requestId: number
      readonly plan: Difference
      /** Whether the work in order is looked at, and comes with the rest; else it follows once nobody edits. */
      readonly withWork: boolean
    }
  | { readonly type: 'size-all'; readonly requestId: number; readonly plan: Plan }
  | { readonly type: 'wire'; readonly requestId: number; readonly plan: Plan }
  /** Ways where there is none, or a gland for each lead that leaves. */
  | {
      readonly type: 'lead'
      readonly requestId: number
      readonly plan: Plan
      readonly enclosure: EnclosureId
      readonly what: 'ways' | 'glands'
    }
  /** What an edit would make worse. */
  | { readonly type: 'try'; readonly requestId: number; readonly plan: Plan; readonly commands: readonly Command[] }
  /** What every rail is like in a situation. */
  | { readonly type: 'play'; readonly requestId: number; readonly plan: Plan; readonly scenario: Scenario }
export type FromWorker =
  /** Its code has loaded; a message sent earlier would be lost. */
  | { readonly type: 'ready' }
  | {
      readonly type: 'evaluated'
      readonly requestId: number
      /** What changed since the evaluation sent before. */
      readonly evaluation: Difference
      /** Whether the work in order is of this plan, or still of the one before. */
      readonly isCounted: boolean
      readonly took_ms: number
    }
  /** What was worked out after nobody edited for a while; of the same plan. */
  | { readonly type: 'settled'; readonly requestId: number; readonly evaluation: Difference }
  | { readonly type: 'sized'; readonly requestId: number; readonly edits: readonly SizeEdit[] }
  | { readonly type: 'wired'; readonly requestId: number; readonly proposal: Proposal }
  | { readonly type: 'led'; readonly requestId: number; readonly led: LedEdits }
  | { readonly type: 'tried'; readonly requestId: number; readonly trial: Trial }
  | { readonly type: 'played'; readonly requestId: number; readonly rails: readonly Rail[] }
  | { readonly type: 'failed'; readonly requestId: number; readonly message: string }

/** What crosses between the page and the worker that arranges a plate. */
export type ToArrangeWorker = { readonly type: 'arrange'; readonly request: ArrangeRequest }
export type FromArrangeWorker =
  | { readonly type: 'ready' }
  | { readonly type: 'progress'; readonly progress: ArrangeProgress }
  | { readonly type: 'arranged'; readonly arrangement: Arrangement }
  | { readonly type: 'failed'; readonly message: string }

/** What crosses between the page and the worker that works out a sum that searches. */
export interface ToSumsWorker {
  readonly name: CalculatorName
  readonly request: unknown
}
export type FromSumsWorker =
  { readonly type: 'ready' } | { readonly type: 'answered'; readonly outcome: CalculatorOutcome }
