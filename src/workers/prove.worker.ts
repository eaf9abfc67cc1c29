import {
  diagnose,
  dictionarySteps,
  FAULT_KINDS,
  patternOf,
  SEEN_LETTERS,
  situationNamed,
  solveAll,
  watchedWords,
  type Dictionary,
  type ExtraPoint,
} from '@/core/diagnosis'
import { allOn, type Situation } from '@/core/model'
import type { Plan } from '@/core/plan'
import { hideFault, isSameFault, referenceRun } from '@/core/practice'
import { AS_PLANNED, benchOf, explainReading, measure, type Probe } from '@/core/proof/bench'
import type { FromKept } from './keptWorker'
import type { Answers, Asked, BenchProbe, BenchStand, LookLine, ToProve } from './proveMessages'

const send = (message: FromKept) => self.postMessage(message)

let plan: Plan | null = null
let extra: readonly ExtraPoint[] = []
let dictionary: Dictionary | null = null
/** The fault of a drill, by its place; it leaves the worker only when it is asked for. */
let hidden: number | null = null

/** So long at a time, before a message that came meanwhile is heard. */
const SLICE_ms = 25

const opened = () => {
  if (!plan) throw new Error('no plan has been opened')
  return { plan, bench: benchOf(plan) }
}

const prepared = () => {
  if (!dictionary) throw new Error('the faults have not been worked out yet')
  return dictionary
}

const altered = () => (hidden === null ? AS_PLANNED : prepared().faults[hidden]!.alteration)

const situationOf = ({ mains, usb, battery, held }: BenchStand): Situation =>
  allOn({ sources: { mains, usb, battery }, held })

function withHeld(situation: Situation, held: Asked['held']): Situation {
  if (held === null) return situation
  const own = { ...situation.held[held.device], [held.actuator]: held.position }
  return { ...situation, held: { ...situation.held, [held.device]: own } }
}

function probeOf(probe: BenchProbe): Probe {
  if (probe.what === 'amperes') return { what: 'amperes', branch: probe.wire }
  const { model } = opened().bench
  return { what: probe.what, red: model.jointOf(probe.red), black: model.jointOf(probe.black) }
}

function look(situation: 'idle' | 'all on' | 'dead'): readonly LookLine[] {
  const { bench, watched } = prepared()
  const name = situation === 'dead' ? 'all on' : situation
  const [seen, usual] = [altered(), AS_PLANNED].map((each) =>
    patternOf(bench, watched, name, solveAll(bench, each)),
  ) as [string, string]
  const words = Object.fromEntries(Object.entries(SEEN_LETTERS).map(([key, letter]) => [letter, key]))
  return watched.map((each, i) => ({
    watched: i,
    words: watchedWords(opened().plan, bench, each),
    seen: words[seen[i]!] as LookLine['seen'],
    usual: words[usual[i]!] as LookLine['usual'],
  }))
}

/** Works out all faults a little at a time, so that a newer question can be heard. */
function prepare(id: number): void {
  const started = performance.now()
  const steps = dictionarySteps(opened().plan, extra)
  const goOn = () => {
    try {
      const until = performance.now() + SLICE_ms
      for (let step = steps.next(); ; step = steps.next()) {
        if (step.done) {
          dictionary = step.value
          return answer('prepare', id, preparedAnswer(performance.now() - started))
        }
        if (performance.now() > until) {
          send({ type: 'progress', id, share: step.value })
          break
        }
      }
      setTimeout(goOn)
    } catch (error) {
      fail(id, error)
    }
  }
  goOn()
}

function preparedAnswer(took_ms: number): Answers['prepare'] {
  const { faults, watched, points, bench } = prepared()
  return {
    faults: faults.map(({ id, words }) => ({ id, words })),
    watched: watched.map((each) => ({
      device: each.device,
      kind: each.kind,
      words: watchedWords(opened().plan, bench, each),
    })),
    points: points.length,
    took_ms,
  }
}

const answer = <K extends keyof Answers>(_of: K, id: number, what: Answers[K]) =>
  send({ type: 'answer', id, answer: what })

const fail = (id: number, error: unknown) =>
  send({ type: 'failed', id, message: error instanceof Error ? error.message : String(error) })

function hear(data: ToProve): void {
  const { id } = data
  switch (data.type) {
    case 'open': {
      plan = data.plan
      extra = data.extra
      dictionary = null
      hidden = null
      const { model } = opened().bench
      return answer('open', id, { terminals: model.nets.flatMap(({ terminals }) => terminals) })
    }
    case 'measure': {
      const { bench } = opened()
      const situation = situationOf(data.stand)
      const { blown, differing, isRestless } = bench.solve(situation, altered())
      const reading = measure(bench, situation, probeOf(data.probe), altered())
      return answer('measure', id, { reading, blown, differing, isRestless })
    }
    case 'expect': {
      const { bench } = opened()
      const readings = data.asked.map(({ key, what, situation: name, red, black, held }) => {
        const situation = withHeld(situationNamed(bench.model, name), held)
        const [p, q] = [bench.model.jointOf(red), bench.model.jointOf(black)]
        return [
          key,
          {
            reading: measure(bench, situation, { what: what === 'ohms' ? 'ohms' : 'volts', red: p, black: q }),
            explained: explainReading(opened().plan, bench, situation, what, p, q),
          },
        ]
      })
      return answer('expect', id, Object.fromEntries(readings) as Answers['expect'])
    }
    case 'prepare':
      return dictionary ? answer('prepare', id, preparedAnswer(0)) : prepare(id)
    case 'diagnose':
      return answer('diagnose', id, diagnose(opened().plan, prepared(), data.readings, data.mayBeLive))
    case 'look':
      return answer('look', id, look(data.situation))
    case 'hide':
      hidden = hideFault(prepared(), data.difficulty, data.seed)
      return answer('hide', id, { isHidden: hidden !== null })
    case 'guess': {
      const guessed = prepared().faults.findIndex((fault) => fault.id === data.fault)
      return answer('guess', id, {
        isRight: hidden !== null && guessed >= 0 && isSameFault(prepared(), guessed, hidden),
      })
    }
    case 'reveal': {
      const fault = prepared().faults[hidden!]!
      const run = referenceRun(opened().plan, prepared(), hidden!)
      hidden = null
      return answer('reveal', id, { words: fault.words, remedy: FAULT_KINDS[fault.kind].remedy, run })
    }
  }
}

self.onmessage = ({ data }: MessageEvent<ToProve>) => {
  try {
    hear(data)
  } catch (error) {
    fail(data.id, error)
  }
}

send({ type: 'ready' })
