import type { CalculatorOutcome } from '@/core/calculator'
import type { CalculatorName } from '@/core/calculators'
import type { FromSumsWorker, ToSumsWorker } from './messages'

/** Works one sum out in a worker of its own, for those that search; null where it is no longer wanted. */
export function workOutSum(
  name: CalculatorName,
  request: unknown,
  signal: AbortSignal,
): Promise<CalculatorOutcome | Error | null> {
  return new Promise((done) => {
    const worker = new Worker(new URL('./sums.worker.ts', import.meta.url), { type: 'module' })
    const end = (answer: CalculatorOutcome | Error | null) => {
      worker.terminate()
      done(answer)
    }
    signal.addEventListener('abort', () => end(null))
    worker.onerror = (event) => end(new Error(event.message || 'the worker for sums stopped'))
    worker.onmessage = ({ data }: MessageEvent<FromSumsWorker>) => {
      if (data.type === 'ready') worker.postMessage({ name, request } satisfies ToSumsWorker)
      else end(data.outcome)
    }
  })
}
