import { CALCULATORS } from '@/core/calculators'
import type { FromSumsWorker, ToSumsWorker } from './messages'

const send = (message: FromSumsWorker) => self.postMessage(message)

self.onmessage = ({ data }: MessageEvent<ToSumsWorker>) => {
  send({ type: 'answered', outcome: CALCULATORS[data.name].run(data.request) })
}

send({ type: 'ready' })
