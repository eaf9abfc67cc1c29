import type { Evaluation } from '@/core/evaluate'
import type { Plan } from '@/core/plan'
import { differenceOf, withDifference } from './difference'
import type { FromWorker, ToWorker } from './messages'

export interface Evaluated {
  readonly evaluation: Evaluation
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
  private waiting: { readonly plan: Plan; readonly done: (result: Evaluated | Error | null) => void } | null = null

  /** @param onSettled what was worked out of the plan evaluated last, after its evaluation was given */
  constructor(onSettled: (evaluation: Evaluation) => void) {
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
      if (this.busy?.id !== data.requestId) return
      const { done } = this.busy
      this.busy = null
      if (data.type === 'evaluated') {
        this.known = withDifference(this.known, data.evaluation) as Evaluation
        done({ evaluation: this.known, took_ms: data.took_ms })
      } else done(new Error(data.type === 'failed' ? data.message : 'the worker answered something else'))
      this.startWaiting()
    }
    this.worker.onerror = (event) => {
      const failed = this.busy ?? this.waiting
      failed?.done(new Error(event.message || 'the reckoning worker stopped'))
      this.busy = null
    }
  }

  /** The evaluation of a plan; null when a newer plan overtook it. */
  evaluate(plan: Plan): Promise<Evaluated | Error | null> {
    return new Promise((done) => {
      if (this.isReady && !this.busy) return this.start(plan, done)
      this.waiting?.done(null)
      this.waiting = { plan, done }
    })
  }

  close(): void {
    this.worker.terminate()
  }

  private startWaiting(): void {
    const next = this.waiting
    this.waiting = null
    if (next) this.start(next.plan, next.done)
  }

  private start(plan: Plan, done: (result: Evaluated | Error) => void): void {
    const id = this.nextId++
    this.busy = { id, done }
    this.worker.postMessage({
      type: 'evaluate',
      requestId: id,
      plan: differenceOf(this.sent, plan),
    } satisfies ToWorker)
    this.sent = plan
  }
}
