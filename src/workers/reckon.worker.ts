import { evaluate } from '@/core/evaluate'
import type { FromWorker, ToWorker } from './messages'

const send = (message: FromWorker) => self.postMessage(message)

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  const started = performance.now()
  try {
    send({ type: 'evaluated', requestId: data.requestId, evaluation: evaluate(data.plan), took_ms: performance.now() - started })
  } catch (error) {
    send({ type: 'failed', requestId: data.requestId, message: error instanceof Error ? error.message : String(error) })
  }
}

send({ type: 'ready' })
