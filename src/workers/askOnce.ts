import type { Trial } from '@/core/evaluate'
import type { Rail, Scenario } from '@/core/figures'
import type { Proposal } from '@/core/joining'
import type { Command, EnclosureId, Plan } from '@/core/plan'
import type { SizeEdit } from '@/core/proposals'
import type { FromWorker, LedEdits, ToWorker } from './messages'

/** Asks one question in a worker of its own, which ends with the answer, or when it is no longer wanted. */
function askOnce<T>(
  question: ToWorker,
  answerOf: (message: FromWorker) => T | null,
  signal: AbortSignal,
): Promise<T | Error> {
  return new Promise((done) => {
    const worker = new Worker(new URL('./reckon.worker.ts', import.meta.url), { type: 'module' })
    const end = (answer: T | Error) => {
      worker.terminate()
      done(answer)
    }
    signal.addEventListener('abort', () => end(new Error('no longer wanted')))
    worker.onerror = (event) => end(new Error(event.message || 'the reckoning worker stopped'))
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      if (data.type === 'ready') return worker.postMessage(question)
      if (data.type === 'failed') return end(new Error(data.message))
      const answer = answerOf(data)
      if (answer !== null) end(answer)
    }
  })
}

/** Works out "size all". */
export const proposeSizes = (plan: Plan, signal: AbortSignal): Promise<readonly SizeEdit[] | Error> =>
  askOnce({ type: 'size-all', requestId: 1, plan }, (data) => (data.type === 'sized' ? data.edits : null), signal)

/** Proposes wires for what is not joined yet. */
export const proposeWires = (plan: Plan, signal: AbortSignal): Promise<Proposal | Error> =>
  askOnce({ type: 'wire', requestId: 1, plan }, (data) => (data.type === 'wired' ? data.proposal : null), signal)

/** Proposes ways in a box, or a gland for each lead that leaves it. */
export const proposeLeading = (
  plan: Plan,
  enclosure: EnclosureId,
  what: 'ways' | 'glands',
  signal: AbortSignal,
): Promise<LedEdits | Error> =>
  askOnce(
    { type: 'lead', requestId: 1, plan, enclosure, what },
    (data) => (data.type === 'led' ? data.led : null),
    signal,
  )

/** Tries an edit before it is taken. */
export const tryEdit = (plan: Plan, commands: readonly Command[], signal: AbortSignal): Promise<Trial | Error> =>
  askOnce({ type: 'try', requestId: 1, plan, commands }, (data) => (data.type === 'tried' ? data.trial : null), signal)

/** Solves a scenario. */
export const play = (plan: Plan, scenario: Scenario, signal: AbortSignal): Promise<readonly Rail[] | Error> =>
  askOnce(
    { type: 'play', requestId: 1, plan, scenario },
    (data) => (data.type === 'played' ? data.rails : null),
    signal,
  )
