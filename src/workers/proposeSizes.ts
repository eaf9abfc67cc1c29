import type { Plan } from '@/core/plan'
import type { SizeEdit } from '@/core/proposals'
import type { FromWorker, ToWorker } from './messages'

/** Works out "size all" in a worker of its own, which ends with the answer, or when it is no longer wanted. */
export function proposeSizes(plan: Plan, signal: AbortSignal): Promise<readonly SizeEdit[] | Error> {
  return new Promise((done) => {
    const worker = new Worker(new URL('./reckon.worker.ts', import.meta.url), { type: 'module' })
    const end = (answer: readonly SizeEdit[] | Error) => {
      worker.terminate()
      done(answer)
    }
    signal.addEventListener('abort', () => end(new Error('no longer wanted')))
    worker.onerror = (event) => end(new Error(event.message || 'the reckoning worker stopped'))
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      if (data.type === 'ready') worker.postMessage({ type: 'size-all', requestId: 1, plan } satisfies ToWorker)
      else if (data.type === 'sized') end(data.edits)
      else if (data.type === 'failed') end(new Error(data.message))
    }
  })
}
