import { evaluate, tryOut, type Evaluation } from '@/core/evaluate'
import { playScenario } from '@/core/figures'
import { proposeWiring } from '@/core/joining'
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
    const { requestId } = data
    if (data.type === 'size-all') send({ type: 'sized', requestId, edits: sizeAll(data.plan) })
    else if (data.type === 'wire') send({ type: 'wired', requestId, proposal: proposeWiring(data.plan) })
    else if (data.type === 'try') send({ type: 'tried', requestId, trial: tryOut(data.plan, data.commands) })
    else if (data.type === 'play') send({ type: 'played', requestId, rails: playScenario(data.plan, data.scenario) })
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
