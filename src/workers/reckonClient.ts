import type { Evaluation } from '@/core/evaluate'
import type { Plan } from '@/core/plan'
import { differenceOf, withDifference } from './difference'
import type { FromWorker, ToWorker } from './messages'

export interface Evaluated {
  readonly evaluation: Evaluation
  /** Whether the work in order is of the plan that was asked for, or still of the one before. */
  readonly isCounted: boolean
  readonly took_ms: number
}

/** Evaluates plans in a web worker. Only the newest plan counts: while one is being worked on, the ones between are skipped. */
export class ReckonClient {
  private readonly worker = new Worker(new URL('./reckon.worker.ts', import.meta.url), { type: 'module' })
  private nextId = 1
  /** The plan and the evaluation that the worker has too. */
  private sent: Plan | null = null
  private known: Evaluation | null = null
  private isReady = false
  private busy: { readonly id: number; readonly done: (result: Evaluated | Error) => void } | null = null
  private waiting: {
    readonly plan: Plan
    readonly withWork: boolean
    readonly done: (result: Evaluated | Error | null) => void
  } | null = null

  /** @param onSettled what was worked out of the plan evaluated last, after its evaluation was given; or why it could not be */
  constructor(onSettled: (evaluation: Evaluation | Error) => void) {
    this.worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      if (data.type === 'ready') {
        this.isReady = true
        return this.startWaiting()
      }
      if (data.type === 'settled') {
        this.known = withDifference(this.known, data.evaluation) as Evaluation
        // A newer plan is on its way, and its own answer follows.
        if (!this.busy) onSettled(this.known)
        return
      }
      if (this.busy?.id !== data.requestId) {
        if (data.type === 'failed' && !this.busy) onSettled(new Error(data.message))
        return
      }
      const { done } = this.busy
      this.busy = null
      if (data.type === 'evaluated') {
        this.known = withDifference(this.known, data.evaluation) as Evaluation
        done({ evaluation: this.known, isCounted: data.isCounted, took_ms: data.took_ms })
      } else done(new Error(data.type === 'failed' ? data.message : 'the worker answered something else'))
      this.startWaiting()
    }
    this.worker.onerror = (event) => {
      const failed = this.busy ?? this.waiting
      failed?.done(new Error(event.message || 'the reckoning worker stopped'))
      this.busy = null
    }
  }

  /**
   * The evaluation of a plan; null when a newer plan overtook it.
   *
   * @param withWork whether the work in order is asked for with it; else it follows once nobody edits
   */
  evaluate(plan: Plan, withWork: boolean): Promise<Evaluated | Error | null> {
    return new Promise((done) => {
      if (this.isReady && !this.busy) return this.start(plan, withWork, done)
      this.waiting?.done(null)
      this.waiting = { plan, withWork, done }
    })
  }

  close(): void {
    this.worker.terminate()
  }

  private startWaiting(): void {
    const next = this.waiting
    this.waiting = null
    if (next) this.start(next.plan, next.withWork, next.done)
  }

  private start(plan: Plan, withWork: boolean, done: (result: Evaluated | Error) => void): void {
    const id = this.nextId++
    this.busy = { id, done }
    this.worker.postMessage({
      type: 'evaluate',
      requestId: id,
      plan: differenceOf(this.sent, plan),
      withWork,
    } satisfies ToWorker)
    this.sent = plan
  }
}
