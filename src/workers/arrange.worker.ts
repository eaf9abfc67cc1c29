import { arrange } from '@/core/packing'
import type { FromArrangeWorker, ToArrangeWorker } from './messages'

const send = (message: FromArrangeWorker) => self.postMessage(message)

self.onmessage = ({ data }: MessageEvent<ToArrangeWorker>) => {
  try {
    const run = arrange(data.request)
    let step = run.next()
    while (!step.done) {
      send({ type: 'progress', progress: step.value })
      step = run.next()
    }
    send({ type: 'arranged', arrangement: step.value })
  } catch (error) {
    send({ type: 'failed', message: error instanceof Error ? error.message : String(error) })
  }
}

send({ type: 'ready' })
