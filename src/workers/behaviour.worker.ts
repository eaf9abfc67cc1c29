import { Behaviour } from '@/core/behaviour'
import { settlePlan } from '@/core/figures'
import type { FromKept } from './keptWorker'
import type { BehaviourAnswers, ToBehaviour } from './behaviourMessages'

let behaviour: Behaviour | null = null
let later: ReturnType<typeof setTimeout> | undefined
/** The question that is being worked on. */
let current: number | null = null

/** So long at a time, before a newer plan is heard. */
const SLICE_ms = 20

const send = (message: FromKept) => self.postMessage(message)

const answer = <K extends keyof BehaviourAnswers>(id: number, what: BehaviourAnswers[K]) =>
  send({ type: 'answer', id, answer: what })

const fail = (id: number, error: unknown) =>
  send({ type: 'failed', id, message: error instanceof Error ? error.message : String(error) })

function solve({ id, plan }: Extract<ToBehaviour, { type: 'table' }>): void {
  clearTimeout(later)
  if (current !== null) answer<'table'>(current, null)
  current = id
  const { model, sized } = settlePlan(plan)
  const own = new Behaviour(plan, model, sized.conditions)
  behaviour = own
  const steps = own.steps()
  const goOn = () => {
    try {
      const until = performance.now() + SLICE_ms
      for (let step = steps.next(); ; step = steps.next()) {
        if (step.done) {
          current = null
          return answer<'table'>(id, step.value)
        }
        if (performance.now() > until) {
          send({ type: 'progress', id, share: step.value })
          break
        }
      }
      later = setTimeout(goOn)
    } catch (error) {
      current = null
      fail(id, error)
    }
  }
  goOn()
}

self.onmessage = ({ data }: MessageEvent<ToBehaviour>) => {
  try {
    if (data.type === 'table') return solve(data)
    if (!behaviour) throw new Error('no plan has been solved')
    answer<'explain'>(data.id, behaviour.explain(data.situation, data.row))
  } catch (error) {
    if (current === data.id) current = null
    fail(data.id, error)
  }
}

send({ type: 'ready' })
