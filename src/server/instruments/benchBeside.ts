import { Worker } from 'node:worker_threads'
import type { Plan } from '@/core/plan'
import type { BoardState, StartedBench } from './startBench'

export type { BoardState } from './startBench'

/** What comes from the thread of a virtual bench. */
export type FromBench =
  | { readonly kind: 'started'; readonly meter: number; readonly boards: readonly BoardState[] }
  | { readonly kind: 'failed'; readonly message: string }

/** So long a bench may take to be laid out, and so much memory, megabytes. */
const START_MS = 60_000
const MEMORY_MB = 512

/** Starts a virtual bench in a thread of its own: what it solves holds nobody up, and its failure is words. */
export function startBenchBeside(plan: Plan, fault: string | null): Promise<StartedBench> {
  const thread = new Worker(new URL('./benchWorker.ts', import.meta.url), {
    workerData: { plan, fault },
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
  })
  const close = () => void thread.terminate()
  return new Promise((resolve, reject) => {
    const fail = (why: string) => {
      clearTimeout(timer)
      close()
      reject(new Error(why))
    }
    const timer = setTimeout(
      () => fail(`The virtual bench was not laid out within ${START_MS / 1000} seconds`),
      START_MS,
    )
    thread.on('message', (message: FromBench) => {
      if (message.kind === 'failed') return fail(message.message)
      clearTimeout(timer)
      thread.unref()
      resolve({ meter: message.meter, boards: message.boards, server: { close } })
    })
    // Once it is started its sockets hang up where it ends, and whoever asks the meter is told so.
    thread.on('error', (error) => fail(`The virtual bench stumbled: ${error.message}`))
  })
}
