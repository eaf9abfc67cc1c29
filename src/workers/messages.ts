import type { ArrangeProgress, ArrangeRequest, Arrangement } from '@/core/packing'
import type { Evaluation } from '@/core/evaluate'
import type { Plan } from '@/core/plan'
import type { SizeEdit } from '@/core/proposals'

/** What crosses between the page and its reckoning worker. */
export type ToWorker = { readonly type: 'evaluate' | 'size-all'; readonly requestId: number; readonly plan: Plan }
export type FromWorker =
  /** Its code has loaded; a message sent earlier would be lost. */
  | { readonly type: 'ready' }
  | {
      readonly type: 'evaluated'
      readonly requestId: number
      readonly evaluation: Evaluation
      readonly took_ms: number
    }
  | { readonly type: 'sized'; readonly requestId: number; readonly edits: readonly SizeEdit[] }
  | { readonly type: 'failed'; readonly requestId: number; readonly message: string }

/** What crosses between the page and the worker that arranges a plate. */
export type ToArrangeWorker = { readonly type: 'arrange'; readonly request: ArrangeRequest }
export type FromArrangeWorker =
  | { readonly type: 'ready' }
  | { readonly type: 'progress'; readonly progress: ArrangeProgress }
  | { readonly type: 'arranged'; readonly arrangement: Arrangement }
  | { readonly type: 'failed'; readonly message: string }
