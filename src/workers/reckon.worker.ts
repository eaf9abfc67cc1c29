import { evaluate, tryOut, verdictOf, workOf, type Evaluation, type Work } from '@/core/evaluate'
import { bySeverity } from '@/core/findings'
import { causeSteps } from '@/core/repair'
import { lookAlikeSteps } from '@/core/lookAlikes'
import { playScenario, reckon } from '@/core/figures'
import { proposeWiring } from '@/core/joining'
import { emptyPlan, type Plan } from '@/core/plan'
import { secure } from '@/core/securing'
import { proposeGlands, proposeWays, sizeAll } from '@/core/proposals'
import { differenceOf, keepAlike, withDifference } from './difference'
import type { FromWorker, LedEdits, ToWorker } from './messages'

const send = (message: FromWorker) => self.postMessage(message)

/** The plan and the evaluation that the page has. */
let plan: Plan | null = null
let known: Evaluation | null = null

/** Of a plan of which no work was counted yet. */
const NO_WORK: Work = { procedure: [], securing: secure(emptyPlan('', 'IEC')) }

/** After so long without an edit the work is put in order, and after so much longer the slowest part is worked out anew. */
const REST_ms = 400
const IDLE_ms = 200
/** What the rules told last, and that with its causes. */
let explained: { readonly told: Evaluation['findings']; readonly findings: Evaluation['findings'] } | null = null
let later: ReturnType<typeof setTimeout> | undefined

/** So long at a time, before an edit that came meanwhile is heard. */
const SLICE_ms = 12

/** What rules tell; plugs that can be confused are found by other means, later, and have no cause. */
const ofRules = (findings: Evaluation['findings']) => findings.filter(({ rule }) => rule !== 'plug-mixed-up')

/** The causes of before, where the rules tell the same as then. */
function withKnownCauses(evaluation: Evaluation): Evaluation {
  if (!explained || keepAlike(explained.told, ofRules(evaluation.findings)) !== explained.told) return evaluation
  const plugs = evaluation.findings.filter(({ rule }) => rule === 'plug-mixed-up')
  return { ...evaluation, findings: bySeverity([...explained.findings, ...plugs]), isExplained: true }
}

/** Causes are looked for once nobody edits any more, one trial at a time. */
function explainLater(requestId: number, then: () => void): void {
  if (!plan || !known || known.isExplained) return then()
  const [current, evaluation] = [plan, known]
  const steps = causeSteps(current, evaluation.findings)
  const goOn = () => {
    try {
      const until = performance.now() + SLICE_ms
      for (let step = steps.next(); ; step = steps.next()) {
        if (step.done) {
          explained = { told: ofRules(evaluation.findings), findings: ofRules(step.value) }
          tellSettled(requestId, { ...evaluation, findings: step.value, isExplained: true })
          return then()
        }
        if (performance.now() > until) break
      }
      later = setTimeout(goOn)
    } catch (error) {
      // What the rules tell stands by itself.
      console.error(error)
      then()
    }
  }
  later = setTimeout(goOn, IDLE_ms)
}

/** Plugs that can be confused are solved once nobody edits any more, a little at a time; until then those of before stand. */
function lookLater(requestId: number): void {
  if (!plan) return
  const current = plan
  const steps = lookAlikeSteps(current)
  const goOn = () => {
    try {
      const until = performance.now() + SLICE_ms
      for (let step = steps.next(); ; step = steps.next()) {
        if (step.done) return tellSettled(requestId, withKnownCauses(evaluate(current, step.value)))
        if (performance.now() > until) break
      }
      later = setTimeout(goOn)
    } catch (error) {
      // What is told stands; the next edit tries again.
      console.error(error)
    }
  }
  later = setTimeout(goOn, IDLE_ms)
}

function tellSettled(requestId: number, evaluation: Evaluation): void {
  const next = keepAlike(known, evaluation)
  send({ type: 'settled', requestId, evaluation: differenceOf(known, next) })
  known = next
}

/** The work in order, once nobody edits any more. */
function countLater(requestId: number): void {
  if (!plan || !known) return
  const [current, verdict] = [plan, known]
  later = setTimeout(() => {
    try {
      tellSettled(requestId, { ...verdict, ...workOf(current) })
      explainLater(requestId, () => lookLater(requestId))
    } catch (error) {
      send({ type: 'failed', requestId, message: error instanceof Error ? error.message : String(error) })
    }
  }, REST_ms)
}

function leadAlong({ plan: asked, enclosure, what }: Extract<ToWorker, { type: 'lead' }>): LedEdits {
  const reckoning = reckon(asked)
  return what === 'ways'
    ? { commands: proposeWays(asked, reckoning, enclosure), left: [] }
    : proposeGlands(asked, reckoning, enclosure)
}

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  const started = performance.now()
  clearTimeout(later)
  try {
    const { requestId } = data
    if (data.type === 'size-all') send({ type: 'sized', requestId, edits: sizeAll(data.plan) })
    else if (data.type === 'wire') send({ type: 'wired', requestId, proposal: proposeWiring(data.plan) })
    else if (data.type === 'lead') send({ type: 'led', requestId, led: leadAlong(data) })
    else if (data.type === 'try') send({ type: 'tried', requestId, trial: tryOut(data.plan, data.commands) })
    else if (data.type === 'play') send({ type: 'played', requestId, rails: playScenario(data.plan, data.scenario) })
    else {
      plan = withDifference(plan, data.plan) as Plan
      const verdict = verdictOf(plan, known?.lookAlikes ?? [])
      const { procedure, securing } = data.withWork ? workOf(plan) : (known ?? NO_WORK)
      const next = keepAlike(known, withKnownCauses({ ...verdict, procedure, securing }))
      const evaluation = differenceOf(known, next)
      known = next
      send({
        type: 'evaluated',
        requestId: data.requestId,
        evaluation,
        isCounted: data.withWork,
        took_ms: performance.now() - started,
      })
      if (data.withWork) explainLater(data.requestId, () => lookLater(data.requestId))
      else countLater(data.requestId)
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
