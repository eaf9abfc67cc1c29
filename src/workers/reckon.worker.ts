import { evaluate } from '@/core/evaluate'
import { sizeAll } from '@/core/proposals'
import type { FromWorker, ToWorker } from './messages'

const send = (message: FromWorker) => self.postMessage(message)

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  const { type, requestId, plan } = data
  const started = performance.now()
  try {
    if (type === 'size-all') send({ type: 'sized', requestId, edits: sizeAll(plan) })
    else send({ type: 'evaluated', requestId, evaluation: evaluate(plan), took_ms: performance.now() - started })
  } catch (error) {
    send({ type: 'failed', requestId, message: error instanceof Error ? error.message : String(error) })
  }
}

send({ type: 'ready' })
