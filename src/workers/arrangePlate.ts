import type { ArrangeProgress, ArrangeRequest, Arrangement } from '@/core/packing'
import type { FromArrangeWorker, ToArrangeWorker } from './messages'

/** Arranges a plate in a worker of its own, telling how far it is; it ends with the answer, or when it is no longer wanted. */
export function arrangePlate(
  request: ArrangeRequest,
  signal: AbortSignal,
  onProgress: (progress: ArrangeProgress) => void,
): Promise<Arrangement | Error> {
  return new Promise((done) => {
    const worker = new Worker(new URL('./arrange.worker.ts', import.meta.url), { type: 'module' })
    const end = (answer: Arrangement | Error) => {
      worker.terminate()
      done(answer)
    }
    signal.addEventListener('abort', () => end(new Error('stopped')))
    worker.onerror = (event) => end(new Error(event.message || 'the arranging worker stopped'))
    worker.onmessage = ({ data }: MessageEvent<FromArrangeWorker>) => {
      if (data.type === 'ready') worker.postMessage({ type: 'arrange', request } satisfies ToArrangeWorker)
      else if (data.type === 'progress') onProgress(data.progress)
      else if (data.type === 'arranged') end(data.arrangement)
      else end(new Error(data.message))
    }
  })
}
