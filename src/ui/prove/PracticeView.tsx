'use client'
import { useMemo, useState } from 'react'
import { DIFFICULTIES, scoreOf, type Difficulty } from '@/core/practice'
import { SITUATION_WORDS } from '@/core/diagnosis'
import { moment } from '@/ui/bench'
import { Button, holdsWords, INPUT, Labelled, later } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import type { Answers, LookLine } from '@/workers'
import { BenchView } from './BenchView'
import type { BenchDesk } from './useBench'

const LessonView = later(async () => ({ default: (await import('./LessonView')).LessonView }))

const DIFFICULTY_WORDS: Readonly<Record<Difficulty, string>> = {
  first: 'First: something is open or dead',
  usual: 'Usual: something is in the wrong place',
  hard: 'Hard: something hardly shows',
}

/** The logbook's line of a drill that was played. */
const DRILL = 'practice:drill'
const MOST_NAMED = 7

type Phase =
  | { readonly at: 'choosing' }
  | { readonly at: 'looking'; readonly difficulty: Difficulty; readonly probes: number; readonly wrongly: number }
  | { readonly at: 'told'; readonly probes: number; readonly isFound: boolean; readonly told: Answers['reveal'] }

const SEEN_WORDS = { right: 'runs', nothing: 'nothing', weak: 'weak', 'wrong way': 'the wrong way' } as const

/** A fault is hidden on the virtual bench; it is probed, named, and compared with the best that could be done. */
export function PracticeView({ bench }: { readonly bench: BenchDesk }) {
  const { record, log } = useRoom()
  const { client, prepared, share } = bench
  const [phase, setPhase] = useState<Phase>({ at: 'choosing' })
  const [looked, setLooked] = useState<{
    readonly state: 'idle' | 'all on'
    readonly lines: readonly LookLine[]
  } | null>(null)
  const [typed, setTyped] = useState('')
  const [isLesson, setLesson] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const fitting = useMemo(
    () =>
      typed.trim() === '' || !prepared
        ? []
        : prepared.faults.filter(({ words }) => holdsWords(words, typed)).slice(0, MOST_NAMED),
    [typed, prepared],
  )
  if (isLesson) return <LessonView onDone={() => setLesson(false)} />
  const lesson = (
    <p className="text-[15px]">
      Never used a meter?{' '}
      <button type="button" className="font-semibold text-accent underline" onClick={() => setLesson(true)}>
        The first lesson
      </button>{' '}
      has a battery, a switch and a lamp.
    </p>
  )
  if (!client) return <p className="text-mute">A moment …</p>
  if (!prepared)
    return (
      <div className="max-w-[560px] space-y-3 rounded-2xl border border-hair bg-sheet p-5">
        <p>
          One thing of this plan goes wrong, where you cannot see it. Probe for it on the virtual bench, as you would on
          the real one, and name it. Nothing here can hurt you.
        </p>
        {share === null ? (
          <Button big look="main" onClick={bench.prepare}>
            Lay out the bench
          </Button>
        ) : (
          <div className="flex items-center gap-3">
            <div
              role="progressbar"
              aria-label="Faults solved"
              aria-valuenow={Math.round(share * 100)}
              className="h-3 flex-1 overflow-hidden rounded-full bg-wash"
            >
              <div className="h-full bg-accent" style={{ width: `${share * 100}%` }} />
            </div>
            <Button onClick={bench.cancel}>Leave it</Button>
          </div>
        )}
        {bench.error ? <p className="font-semibold text-stop">{bench.error}</p> : null}
        {lesson}
        <History log={log} />
      </div>
    )
  const hide = (difficulty: Difficulty) => {
    const seed = crypto.getRandomValues(new Uint32Array(1))[0]!
    void client.ask({ type: 'hide', difficulty, seed }).then((answer) => {
      if (answer instanceof Error) return setError(answer.message)
      if (!answer.isHidden) return setError('There is nothing in this plan that could be hidden')
      setError(null)
      setLooked(null)
      setTyped('')
      setPhase({ at: 'looking', difficulty, probes: 0, wrongly: 0 })
    })
  }
  const tell = (isFound: boolean, probes: number) => {
    void client.ask({ type: 'reveal' }).then((told) => {
      if (told instanceof Error) return setError(told.message)
      const { percent, best } = scoreOf(probes, told.run.length)
      setError(
        record({
          step: DRILL,
          kind: 'noted',
          reading: isFound ? percent : 0,
          unit: '%',
          note: `${isFound ? 'Found' : 'Given up'}: ${told.words}; ${probes} probes, ${best} at best`,
        }),
      )
      setPhase({ at: 'told', probes, isFound, told })
    })
  }
  if (phase.at === 'choosing')
    return (
      <div className="max-w-[560px] space-y-3 rounded-2xl border border-hair bg-sheet p-5">
        <p className="font-bold">How hard shall it be?</p>
        {DIFFICULTIES.map((each) => (
          <Button key={each} big className="w-full text-left" onClick={() => hide(each)}>
            {DIFFICULTY_WORDS[each]}
          </Button>
        ))}
        {error ? (
          <p role="alert" className="font-semibold text-stop">
            {error}
          </p>
        ) : null}
        {lesson}
        <History log={log} />
      </div>
    )
  if (phase.at === 'told')
    return (
      <article className="max-w-[640px] space-y-3 rounded-2xl border border-hair bg-sheet p-5" aria-labelledby="told">
        <h2 id="told" className="text-[20px] font-bold">
          {phase.isFound ? 'Found' : 'It was'}: {phase.told.words}
        </h2>
        <p>{phase.told.remedy}</p>
        <dl className="grid grid-cols-3 gap-2 text-center">
          {(
            [
              ['Your probes', phase.probes],
              ['The diagnosis needs', phase.told.run.length],
              ['Score', phase.isFound ? `${scoreOf(phase.probes, phase.told.run.length).percent} %` : '–'],
            ] as const
          ).map(([name, value]) => (
            <div key={name} className="rounded-xl bg-paper p-2">
              <dt className="text-[13px] text-mute">{name}</dt>
              <dd className="figures text-[26px] font-bold">{value}</dd>
            </div>
          ))}
        </dl>
        <details open>
          <summary className="font-bold">How the diagnosis would have found it</summary>
          <ol className="mt-1 space-y-1.5 text-[15px]">
            {phase.told.run.map((step, i) => (
              <li key={i}>
                <span className="figures text-mute">{i + 1}.</span> {step.title}
                {step.red ? `: ${step.red} to ${step.black}` : ''}. <strong>{step.read}</strong>.{' '}
                <span className="text-mute">{step.left} left.</span>
              </li>
            ))}
          </ol>
        </details>
        <Button big look="main" onClick={() => setPhase({ at: 'choosing' })}>
          Another one
        </Button>
      </article>
    )
  const count = () => setPhase({ ...phase, probes: phase.probes + 1 })
  const lookAt = (state: 'idle' | 'all on') => {
    void client.ask({ type: 'look', situation: state }).then((lines) => {
      if (lines instanceof Error) return setError(lines.message)
      setLooked({ state, lines })
      count()
    })
  }
  const name = (fault: string) => {
    void client.ask({ type: 'guess', fault }).then((answer) => {
      if (answer instanceof Error) return setError(answer.message)
      if (answer.isRight) return tell(true, phase.probes)
      setTyped('')
      setError('No: that would have read otherwise. Measure on.')
      setPhase({ ...phase, wrongly: phase.wrongly + 1, probes: phase.probes + 1 })
    })
  }
  return (
    <div className="space-y-3">
      <div className="flex flex-wrap items-center justify-between gap-2 rounded-2xl border border-hair bg-sheet px-4 py-2">
        <p>
          Something is wrong. <strong className="figures">{phase.probes}</strong>{' '}
          {phase.probes === 1 ? 'probe' : 'probes'} so far{phase.wrongly > 0 ? `, ${phase.wrongly} named wrongly` : ''}.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => lookAt('idle')}>Look: power on, nothing commanded</Button>
          <Button onClick={() => lookAt('all on')}>Look: everything commanded</Button>
          <Button look="quiet" onClick={() => tell(false, phase.probes)}>
            Give up
          </Button>
        </div>
      </div>
      {looked ? (
        <details open className="rounded-2xl border border-hair bg-sheet">
          <summary className="px-4 py-2 font-bold">Seen, with {SITUATION_WORDS[looked.state]}</summary>
          <ul className="grid gap-x-6 border-t border-hair px-4 py-2 text-[15px] md:grid-cols-2">
            {inSight(looked.lines).map(({ watched, words, seen, usual }) => (
              <li key={watched} className="flex justify-between gap-2 py-0.5">
                <span>{words}</span>
                <span className={seen === usual ? 'text-mute' : 'font-bold text-stop'}>
                  {seen === usual ? (seen === 'right' ? 'yes' : 'at rest') : SEEN_WORDS[seen]}
                </span>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
      <BenchView client={client} isSecret onMeasured={count} />
      <section aria-label="Name it" className="max-w-[640px] rounded-2xl border border-hair bg-sheet p-4">
        <Labelled label="Name what is wrong: a wire, a fuse, two terminals" error={error}>
          {(props) => (
            <input
              {...props}
              autoComplete="off"
              className={`${INPUT} min-h-12 text-[17px]`}
              value={typed}
              placeholder="as: PS1 open, F2 blown, exchanged, bridged"
              onChange={(event) => {
                setTyped(event.target.value)
                setError(null)
              }}
            />
          )}
        </Labelled>
        <ul className="mt-2 space-y-1">
          {fitting.map((fault) => (
            <li key={fault.id}>
              <button
                type="button"
                className="min-h-11 w-full rounded-lg border border-hair px-3 text-left hover:border-accent"
                onClick={() => name(fault.id)}
              >
                {fault.words}
              </button>
            </li>
          ))}
        </ul>
      </section>
    </div>
  )
}

/** What is otherwise than it should comes first. */
const inSight = (lines: readonly LookLine[]) => [
  ...lines.filter(({ seen, usual }) => seen !== usual),
  ...lines.filter(({ seen, usual }) => seen === usual),
]

/** Drills that were played on this plan, the newest first. */
function History({ log }: { readonly log: ReturnType<typeof useRoom>['log'] }) {
  const played = log.filter(({ step }) => step === DRILL)
  if (played.length === 0) return null
  const mean = played.reduce((sum, { reading }) => sum + (reading ?? 0), 0) / played.length
  return (
    <details>
      <summary className="font-bold">
        {played.length} {played.length === 1 ? 'drill' : 'drills'} on this plan, {Math.round(mean)} % on average
      </summary>
      <ol className="mt-1 space-y-1 text-[14px]">
        {played.toReversed().map((entry) => (
          <li key={entry.entryId} className="flex gap-2">
            <span className="figures w-12 shrink-0 font-bold">{entry.reading} %</span>
            <span>
              {entry.note} <span className="text-mute">{moment(entry.at)}</span>
            </span>
          </li>
        ))}
      </ol>
    </details>
  )
}
