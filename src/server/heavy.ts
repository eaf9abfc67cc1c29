import { Worker } from 'node:worker_threads'
import type { FromHeavy, HeavyResult, HeavyWork, ToHeavy } from './heavyMessages'

/** How long one piece of work may take, and how many may wait; both are named when they are reached. */
const LIMIT_MS = 20_000
const MOST_WAITING = 16
/** Of the thread's memory, megabytes: work that wants more ends the thread, not the server. */
const MEMORY_MB = 512

export type HeavyOutcome<T> =
  { readonly kind: 'done'; readonly result: T } | { readonly kind: 'refused'; readonly message: string }

const refused = (message: string) => ({ kind: 'refused', message }) as const

let worker: Worker | null = null
let nextId = 1
let waiting = 0
let last: Promise<unknown> = Promise.resolve()

/** Does work in a thread of its own, one piece after the other, within a limit of time and memory. */
export function runHeavy<W extends HeavyWork>(work: W): Promise<HeavyOutcome<HeavyResult[W['kind']]>> {
  if (waiting >= MOST_WAITING)
    return Promise.resolve(refused(`${MOST_WAITING} pieces of long work are waiting already; try again in a moment`))
  waiting += 1
  const outcome = last.then(() => once(work))
  last = outcome.finally(() => (waiting -= 1))
  return outcome as Promise<HeavyOutcome<HeavyResult[W['kind']]>>
}

function once(work: HeavyWork): Promise<HeavyOutcome<HeavyResult[HeavyWork['kind']]>> {
  return new Promise((resolve) => {
    const thread = (worker ??= new Worker(new URL('./heavyWorker.ts', import.meta.url), {
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    }))
    thread.unref()
    const requestId = nextId++
    const end = (outcome: HeavyOutcome<HeavyResult[HeavyWork['kind']]>, isOver = false) => {
      clearTimeout(timer)
      thread.off('message', onMessage)
      thread.off('error', onError)
      if (isOver) {
        worker = null
        void thread.terminate()
      }
      resolve(outcome)
    }
    const onMessage = (message: FromHeavy) => {
      if (message.requestId !== requestId) return
      end(
        message.kind === 'done'
          ? { kind: 'done', result: message.result }
          : refused(`It could not be done: ${message.message}`),
      )
    }
    const onError = (error: Error) =>
      end(refused(`It could not be done within ${MEMORY_MB} MB (${error.message})`), true)
    const timer = setTimeout(
      () => end(refused(`It takes longer than ${LIMIT_MS / 1000} s, which is the limit`), true),
      LIMIT_MS,
    )
    thread.on('message', onMessage)
    thread.on('error', onError)
    thread.postMessage({ requestId, work } satisfies ToHeavy)
  })
}
