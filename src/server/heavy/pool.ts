import { availableParallelism } from 'node:os'
import { Worker } from 'node:worker_threads'
import { threadTime_ms } from './threadTime'

/** What a pool sends to a thread, and what comes back. */
export type ToThread<W> = { readonly requestId: number; readonly work: W }
export type FromThread<R> =
  | { readonly kind: 'ready'; readonly thread: number | null }
  /** Part of a result that is too large to be handed over at once. */
  | { readonly requestId: number; readonly kind: 'piece'; readonly piece: unknown; readonly share: number }
  | { readonly requestId: number; readonly kind: 'done'; readonly result: R }
  | { readonly requestId: number; readonly kind: 'failed'; readonly message: string }

export type Outcome<T> =
  { readonly kind: 'done'; readonly result: T } | { readonly kind: 'refused'; readonly message: string }

export interface PoolLimits {
  readonly threads: number
  /** Processor time of one piece of work, milliseconds: a busy machine takes none of it. */
  readonly processor_ms: number
  /** How many may wait. */
  readonly waiting: number
  /** Of a thread's memory, megabytes: work that wants more ends the thread, not the server. */
  readonly memory_MB: number
}

/** A machine of two cores gets two threads, so that nobody waits for one long piece alone. */
export const USUAL_LIMITS: PoolLimits = {
  threads: Math.max(2, Math.min(4, availableParallelism() - 1)),
  processor_ms: 20_000,
  waiting: 64,
  memory_MB: 512,
}

export interface Asked {
  /** More than usual for this kind of work. */
  readonly processor_ms?: number
  /** How many pieces stand before this one, each time that changes; 0 when it begins. */
  readonly onAhead?: (ahead: number) => void
  readonly onPiece?: (piece: unknown, share: number) => void
  /** A thread that did this before has what it needs. */
  readonly near?: string
}

interface Job<W, R> extends Asked {
  readonly work: W
  readonly end: (outcome: Outcome<R>) => void
}

/** How often the time of a running thread is looked at. */
const LOOK_MS = 200

const refused = (message: string) => ({ kind: 'refused', message }) as const

/** One thread, and what it does at the moment. */
class Lane<W, R> {
  private worker: Worker | null = null
  private thread: number | null = null
  isBusy = false
  near: string | undefined

  constructor(
    private readonly make: () => Worker,
    private readonly limits: PoolLimits,
  ) {}

  run(job: Job<W, R>, requestId: number, after: () => void): void {
    this.isBusy = true
    this.near = job.near
    const worker = (this.worker ??= this.started())
    worker.ref()
    const limit_ms = job.processor_ms ?? this.limits.processor_ms
    const from_ms = threadTime_ms(worker, this.thread)
    const end = (outcome: Outcome<R>, isOver = false) => {
      clearInterval(timer)
      worker.off('message', onMessage)
      worker.off('error', onError)
      worker.off('exit', onExit)
      worker.unref()
      if (isOver) {
        this.worker = null
        this.thread = null
        void worker.terminate()
      }
      this.isBusy = false
      job.end(outcome)
      after()
    }
    const onMessage = (message: FromThread<R>) => {
      if (message.kind === 'ready') this.thread = message.thread
      else if (message.requestId !== requestId) return
      else if (message.kind === 'piece') job.onPiece?.(message.piece, message.share)
      else if (message.kind === 'done') end({ kind: 'done', result: message.result })
      else end(refused(`It could not be done: ${message.message}`))
    }
    const onError = (error: Error) =>
      end(refused(`It could not be done within ${this.limits.memory_MB} MB (${error.message})`), true)
    const onExit = () => end(refused('It could not be done: its thread ended'), true)
    const timer = setInterval(() => {
      if (threadTime_ms(worker, this.thread) - from_ms > limit_ms)
        end(refused(`It takes more than ${limit_ms / 1000} s of processor time, which is the limit`), true)
    }, LOOK_MS)
    timer.unref()
    worker.on('message', onMessage)
    worker.on('error', onError)
    worker.on('exit', onExit)
    try {
      worker.postMessage({ requestId, work: job.work } satisfies ToThread<W>)
    } catch (error) {
      end(refused(`It could not be done: ${error instanceof Error ? error.message : String(error)}`))
    }
  }

  private started(): Worker {
    const worker = this.make()
    // What it says of itself comes once, before its first work is done.
    worker.on('message', (message: FromThread<R>) => {
      if (message.kind === 'ready') this.thread = message.thread
    })
    return worker
  }
}

/** A few threads beside the request loop: each piece of work has a limit of processor time and of memory, and those that wait are done in their order. */
export class Pool<W, R> {
  private readonly lanes: readonly Lane<W, R>[]
  private readonly queue: Job<W, R>[] = []
  private nextId = 1

  constructor(
    make: () => Worker,
    private readonly limits: PoolLimits = USUAL_LIMITS,
  ) {
    this.lanes = Array.from({ length: limits.threads }, () => new Lane<W, R>(make, limits))
  }

  run(work: W, asked: Asked = {}): Promise<Outcome<R>> {
    if (this.queue.length >= this.limits.waiting)
      return Promise.resolve(
        refused(`${this.limits.waiting} pieces of long work are waiting already; try again in a moment`),
      )
    return new Promise((end) => {
      this.queue.push({ ...asked, work, end })
      this.begin()
    })
  }

  private begin(): void {
    for (;;) {
      const free = this.lanes.filter(({ isBusy }) => !isBusy)
      const job = free.length > 0 ? this.queue.shift() : undefined
      if (!job) break
      const lane = free.find(({ near }) => near !== undefined && near === job.near) ?? free[0]!
      job.onAhead?.(0)
      lane.run(job, this.nextId++, () => this.begin())
    }
    this.queue.forEach((job, i) => job.onAhead?.(i + 1))
  }
}
