import { evaluate, type Evaluation } from '@/core/evaluate'
import type { Plan } from '@/core/plan'
import { sizeAll } from '@/core/proposals'
import { differenceOf, keepAlike, withDifference } from './difference'
import type { FromWorker, ToWorker } from './messages'

const send = (message: FromWorker) => self.postMessage(message)

/** The plan and the evaluation that the page has. */
let plan: Plan | null = null
let known: Evaluation | null = null

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  const started = performance.now()
  try {
    if (data.type === 'size-all') send({ type: 'sized', requestId: data.requestId, edits: sizeAll(data.plan) })
    else {
      plan = withDifference(plan, data.plan) as Plan
      const next = keepAlike(known, evaluate(plan))
      const evaluation = differenceOf(known, next)
      known = next
      send({ type: 'evaluated', requestId: data.requestId, evaluation, took_ms: performance.now() - started })
    }
  } catch (error) {
    send({
      type: 'failed',
      requestId: data.requestId,
      message: error instanceof Error ? error.message : String(error),
    })
  }
}

send({ type: 'ready' })
