/** A question to a worker that is kept; the answer carries its id. */
interface Asked {
  readonly type: string
  readonly id: number
}

/** What such a worker sends. */
export type FromKept =
  | { readonly type: 'ready' }
  | { readonly type: 'progress'; readonly id: number; readonly share: number }
  | { readonly type: 'answer'; readonly id: number; readonly answer: unknown }
  | { readonly type: 'failed'; readonly id: number; readonly message: string }

type Question<Q extends Asked> = Q extends infer T
  ? T extends { type: infer K }
    ? Omit<T, 'id'> & { type: K }
    : never
  : never

/**
 * A worker that is kept and asked one thing after another; it says `ready` once its code has loaded. What was asked before it
 * was closed is never answered.
 */
export class KeptWorker<Q extends Asked, Answers> {
  private nextId = 1
  private readonly waiting = new Map<
    number,
    { readonly done: (answer: unknown) => void; readonly progress: (share: number) => void }
  >()
  private readonly ready: Promise<void>

  /** @param of "of the bench": what the worker is, in words for a failure */
  constructor(
    private readonly worker: Worker,
    of: string,
  ) {
    this.ready = new Promise((isReady) => {
      this.worker.onmessage = ({ data }: MessageEvent<FromKept>) => {
        if (data.type === 'ready') return isReady()
        const own = this.waiting.get(data.id)
        if (data.type === 'progress') return own?.progress(data.share)
        this.waiting.delete(data.id)
        own?.done(data.type === 'failed' ? new Error(data.message) : data.answer)
      }
    })
    this.worker.onerror = (event) => {
      const error = new Error(event.message || `the worker ${of} stopped`)
      for (const { done } of this.waiting.values()) done(error)
      this.waiting.clear()
    }
  }

  async ask<K extends keyof Answers>(
    question: Question<Q> & { type: K },
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
