import { Worker } from 'node:worker_threads'
import type { FromHeavy, HeavyWork, MadeFile, ToHeavy } from './heavyMessages'

/** How long one piece of work may take, and how many may wait; both are named when they are reached. */
const LIMIT_MS = 8000
const MOST_WAITING = 16
/** Of the thread's memory, megabytes: a sheet that wants more ends the thread, not the server. */
const MEMORY_MB = 512

export type HeavyOutcome = { readonly kind: 'done'; readonly file: MadeFile } | { readonly kind: 'refused'; readonly message: string }

let worker: Worker | null = null
let nextId = 1
let waiting = 0
let last: Promise<unknown> = Promise.resolve()

/** Does work in a thread of its own, one piece after the other, within a limit of time and memory. */
export function runHeavy(work: HeavyWork): Promise<HeavyOutcome> {
  if (waiting >= MOST_WAITING) return Promise.resolve({ kind: 'refused', message: `${MOST_WAITING} sheets are being drawn already; try again in a moment` })
  waiting += 1
  const outcome = last.then(() => once(work))
  last = outcome.finally(() => (waiting -= 1))
  return outcome
}

function once(work: HeavyWork): Promise<HeavyOutcome> {
  return new Promise((resolve) => {
    const thread = (worker ??= new Worker(new URL('./heavyWorker.ts', import.meta.url), { resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB } }))
    thread.unref()
    const requestId = nextId++
    const end = (outcome: HeavyOutcome, isOver = false) => {
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
      end(message.kind === 'done' ? { kind: 'done', file: message.file } : { kind: 'refused', message: `It could not be drawn: ${message.message}` })
    }
    const onError = (error: Error) => end({ kind: 'refused', message: `It could not be drawn within ${MEMORY_MB} MB (${error.message})` }, true)
    const timer = setTimeout(() => end({ kind: 'refused', message: `This sheet takes longer than ${LIMIT_MS / 1000} s to draw, which is the limit; choose SVG or DXF, or a smaller face` }, true), LIMIT_MS)
    thread.on('message', onMessage)
    thread.on('error', onError)
    thread.postMessage({ requestId, work } satisfies ToHeavy)
  })
}
