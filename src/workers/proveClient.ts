import type { ExtraPoint } from '@/core/diagnosis'
import type { Plan } from '@/core/plan'
import type { Answers, FromProve, ToProve } from './proveMessages'

type Question = ToProve extends infer T ? (T extends { type: infer K } ? Omit<T, 'id'> & { type: K } : never) : never

/** A bench kept in a web worker. What was asked before it was closed is never answered. */
export class ProveClient {
  private readonly worker = new Worker(new URL('./prove.worker.ts', import.meta.url), { type: 'module' })
  private nextId = 1
  private readonly waiting = new Map<
    number,
    { readonly done: (answer: unknown) => void; readonly progress: (share: number) => void }
  >()
  private readonly ready: Promise<void>

  constructor(plan: Plan, extra: readonly ExtraPoint[]) {
    this.ready = new Promise((isReady) => {
      this.worker.onmessage = ({ data }: MessageEvent<FromProve>) => {
        if (data.type === 'ready') return isReady()
        const own = this.waiting.get(data.id)
        if (data.type === 'progress') return own?.progress(data.share)
        this.waiting.delete(data.id)
        own?.done(data.type === 'failed' ? new Error(data.message) : data.answer)
      }
    })
    this.worker.onerror = (event) => {
      const error = new Error(event.message || 'the worker of the bench stopped')
      for (const { done } of this.waiting.values()) done(error)
      this.waiting.clear()
    }
    void this.ask({ type: 'open', plan, extra })
  }

  async ask<K extends keyof Answers>(
    question: Question & { type: K },
    progress: (share: number) => void = () => {},
  ): Promise<Answers[K] | Error> {
    await this.ready
    return new Promise((done) => {
      const id = this.nextId++
      this.waiting.set(id, { done: done as (answer: unknown) => void, progress })
      this.worker.postMessage({ ...question, id })
    })
  }

  close(): void {
    this.worker.terminate()
    this.waiting.clear()
  }
}
