'use client'
import { useState } from 'react'
import { judgeReading, PHASES, type LogEntry, type Phase, type Step } from '@/core/procedure'
import { formatNumber } from '@/core/quantity'
import { Button, INPUT, Labelled, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const PHASE_WORDS: Readonly<Record<Phase, string>> = {
  'take-out': 'Take out',
  set: 'Set',
  holes: 'Holes',
  mount: 'Mount',
  mains: 'Mains',
  earth: 'Earth',
  dc: 'DC and signals',
  tie: 'Lay and tie',
  checks: 'Checks, no power',
  'first-power': 'First power',
}

function expectation({ from, to, unit }: NonNullable<Step['reading']>): string {
  if (from !== null && to !== null) return `${formatNumber(from, 4)} to ${formatNumber(to, 4)} ${unit}`
  return from !== null ? `${formatNumber(from, 4)} ${unit} or more` : `${formatNumber(to!, 4)} ${unit} or less`
}

function moment(at: string): string {
  return new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
}

/** The work in its order, one step at a time, signed off with reading and note. */
export function BuildStage() {
  const { evaluation, progress, log } = useRoom()
  const [chosen, setChosen] = useState<string | null>(null)
  if (!evaluation) return <p className="text-mute">Working it out …</p>
  const { procedure, findings } = evaluation
  if (procedure.length === 0) {
    return (
      <>
        <h1 className="mb-2 text-[24px] font-bold">Build</h1>
        <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">
          There is nothing to build yet. Each device and wire of the plan becomes a step here, in an order its
          dependencies allow.
        </p>
      </>
    )
  }
  const status = (id: string) => progress.get(id)?.status ?? 'open'
  const redo = procedure.filter(({ id }) => status(id) === 'redo')
  const next =
    redo[0] ?? procedure.find(({ id }) => status(id) === 'ready') ?? procedure.find(({ id }) => status(id) !== 'done')
  const step = procedure.find(({ id }) => id === chosen) ?? next ?? procedure[procedure.length - 1]!
  const left = procedure.filter(({ id }) => status(id) !== 'done').reduce((sum, { minutes }) => sum + minutes, 0)
  const stops = findings.filter(({ severity }) => severity === 'stop').length
  return (
    <>
      <header className="mb-3 flex flex-wrap items-end justify-between gap-2">
        <div>
          <h1 className="text-[24px] leading-tight font-bold">Build</h1>
          <p className="text-[14px] text-mute">
            {procedure.length - procedure.filter(({ id }) => status(id) === 'done').length} steps left, about{' '}
            {left >= 60 ? `${Math.floor(left / 60)} h ${left % 60} min` : `${left} min`}.{' '}
            {redo.length > 0 ? (
              <strong className="text-caution">{redo.length} to be redone after a change.</strong>
            ) : null}
          </p>
        </div>
      </header>
      <div className="grid items-start gap-4 md:grid-cols-[minmax(0,300px)_minmax(0,520px)]">
        <nav aria-label="Steps" className="space-y-1 max-md:order-2 md:max-h-[calc(100vh-150px)] md:overflow-y-auto">
          {PHASES.map((phase) => {
            const steps = procedure.filter((candidate) => candidate.phase === phase)
            if (steps.length === 0) return null
            const done = steps.filter(({ id }) => status(id) === 'done').length
            return (
              <details key={phase} open={step.phase === phase} className="rounded-xl border border-hair bg-sheet">
                <summary className="flex items-baseline justify-between px-3 py-1.5 font-bold">
                  <span>{PHASE_WORDS[phase]}</span>
                  <span className="figures text-[13px] font-normal text-mute">
                    {done} of {steps.length}
                  </span>
                </summary>
                <ol className="px-1.5 pb-1.5">
                  {steps.map((candidate) => {
                    const state = status(candidate.id)
                    return (
                      <li key={candidate.id}>
                        <button
                          type="button"
                          aria-current={candidate === step}
                          onClick={() => setChosen(candidate.id)}
                          className={`flex w-full gap-2 rounded-md px-2 py-1 text-left text-[14px] ${candidate === step ? 'bg-accent-wash font-semibold' : 'hover:bg-wash'}`}
                        >
                          <span
                            aria-hidden
                            className={`w-4 shrink-0 ${state === 'done' ? 'text-good' : state === 'redo' ? 'text-caution' : 'text-mute'}`}
                          >
                            {state === 'done' ? '✓' : state === 'redo' ? '△' : state === 'ready' ? '▸' : '·'}
                          </span>
                          <span className="min-w-0 flex-1">
                            {candidate.title}
                            <span className="sr-only">, {state}</span>
                          </span>
                        </button>
                      </li>
                    )
                  })}
                </ol>
              </details>
            )
          })}
        </nav>
        <StepCard
          key={step.id}
          step={step}
          blocked={step.phase === 'first-power' && stops > 0 ? stops : 0}
          entries={log.filter((entry) => entry.step === step.id)}
          onDone={() => setChosen(null)}
        />
      </div>
    </>
  )
}

function StepCard({
  step,
  blocked,
  entries,
  onDone,
}: {
  readonly step: Step
  readonly blocked: number
  readonly entries: readonly LogEntry[]
  readonly onDone: () => void
}) {
  const { progress, record, evaluation, open } = useRoom()
  const [reading, setReading] = useState('')
  const [note, setNote] = useState('')
  const [error, setError] = useState<string | null>(null)
  const { status, changed } = progress.get(step.id) ?? { status: 'open', changed: [] }
  const before = step.after.flatMap((id) =>
    progress.has(id) && progress.get(id)!.status !== 'done'
      ? (evaluation?.procedure.filter((other) => other.id === id) ?? [])
      : [],
  )
  const read = reading.trim() === '' ? null : readNumber(reading, 'The reading')
  const value = read && 'value' in read ? read.value : null
  const judged = step.reading && value !== null ? judgeReading(step.reading, value) : null
  const sign = (kind: 'signed' | 'withdrawn') => {
    if (kind === 'signed' && step.reading && (read === null || 'error' in read))
      return setError(read && 'error' in read ? read.error : 'Enter what the meter shows')
    if (kind === 'signed' && judged && judged !== 'within' && note.trim() === '')
      return setError(
        'The reading is not what was expected: say in the note why it is good all the same, or mend it first',
      )
    if (kind === 'signed' && step.reading?.unit === 'Ω' && value !== null && value < 0)
      return setError('A resistance is 0 Ω or more; zero the leads and measure again')
    const failure = record({
      step: step.id,
      kind,
      facts: step.facts,
      reading: kind === 'signed' ? value : null,
      unit: kind === 'signed' ? (step.reading?.unit ?? null) : null,
      note: note.trim(),
    })
    if (failure) return setError(`${failure}. What you typed is still here; try again`)
    setReading('')
    setNote('')
    setError(null)
    if (kind === 'signed') onDone()
  }
  return (
    <article aria-labelledby="step-title" className="flex flex-col rounded-2xl border border-hair bg-sheet">
      <div className="rounded-t-2xl bg-rail px-4 py-3 text-rail-ink">
        <p className="text-[13px] text-rail-mute">
          {PHASE_WORDS[step.phase]}, about {step.minutes} min
        </p>
        <h2 id="step-title" className="text-[20px] leading-tight font-bold">
          {step.title}
        </h2>
      </div>
      <div className="space-y-2.5 p-4 text-[17px]">
        {step.cautions.length > 0 ? (
          <ul className="space-y-1 rounded-lg border border-caution/40 bg-caution-wash p-3 text-[15px]">
            {step.cautions.map((caution) => (
              <li key={caution}>
                <span aria-hidden className="text-caution">
                  △{' '}
                </span>
                {caution}
              </li>
            ))}
          </ul>
        ) : null}
        <ul className="space-y-1">
          {step.lines.map((line, i) => (
            <li key={i} className="flex gap-2">
              <span aria-hidden className="text-accent">
                –
              </span>
              <span>{line}</span>
            </li>
          ))}
        </ul>
        <p className="text-[15px] text-mute">{step.why}</p>
        {before.length > 0 && status !== 'done' ? (
          <p className="rounded-lg bg-note-wash p-2.5 text-[15px]">
            <strong>First:</strong>{' '}
            {before
              .slice(0, 4)
              .map(({ title }) => title)
              .join('; ')}
            {before.length > 4 ? `; and ${before.length - 4} more` : ''}.
          </p>
        ) : null}
        {blocked > 0 ? (
          <p className="rounded-lg border border-stop/40 bg-stop-wash p-2.5 text-[15px] font-semibold text-stop">
            <span aria-hidden>⬢ </span>Do not power: {blocked} {blocked === 1 ? 'stop stands' : 'stops stand'}.{' '}
            <button type="button" className="underline" onClick={() => open({ kind: 'findings' })}>
              See what and why
            </button>
          </p>
        ) : null}
        {status === 'redo' ? (
          <div className="rounded-lg border border-caution/40 bg-caution-wash p-2.5 text-[15px]">
            <p className="font-semibold text-caution">
              <span aria-hidden>△ </span>Signed off under other facts; the plan has changed:
            </p>
            <ul className="figures text-[13px]">
              {changed.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          </div>
        ) : null}
        {status !== 'done' && step.reading ? (
          <Labelled
            label={`${step.reading.what}; expected ${expectation(step.reading)}`}
            error={null}
            hint={
              judged === null
                ? undefined
                : judged === 'within'
                  ? 'as expected'
                  : judged === 'low'
                    ? 'lower than expected'
                    : 'higher than expected'
            }
          >
            {(props) => (
              <span className="flex items-center gap-2">
                <input
                  {...props}
                  inputMode="decimal"
                  className={`${INPUT} figures min-h-12 text-[20px]`}
                  value={reading}
                  onChange={(event) => {
                    setReading(event.target.value)
                    setError(null)
                  }}
                />
                <span className="text-[17px]">{step.reading!.unit}</span>
              </span>
            )}
          </Labelled>
        ) : null}
        {status !== 'done' ? (
          <Labelled label="Note">
            {(props) => (
              <textarea
                {...props}
                rows={2}
                maxLength={2000}
                className={INPUT}
                value={note}
                onChange={(event) => {
                  setNote(event.target.value)
                  setError(null)
                }}
              />
            )}
          </Labelled>
        ) : null}
        {error ? (
          <p role="alert" className="font-semibold text-stop">
            {error}
          </p>
        ) : null}
        {entries.length > 0 ? (
          <ul className="border-t border-hair pt-2 text-[14px] text-mute" aria-label="Logbook of this step">
            {entries.map((entry) => (
              <li key={entry.entryId}>
                {entry.kind === 'signed' ? 'Signed off' : 'Taken back'}{' '}
                <time dateTime={entry.at}>{moment(entry.at)}</time>
                {entry.reading === null ? '' : `, ${entry.reading} ${entry.unit ?? ''}`}
                {entry.note ? `: ${entry.note}` : ''}
              </li>
            ))}
          </ul>
        ) : null}
      </div>
      <div className="mt-auto grid grid-cols-1 gap-2 p-3 max-md:sticky max-md:bottom-0 max-md:rounded-b-2xl max-md:border-t max-md:border-hair max-md:bg-sheet">
        {status === 'done' ? (
          <Button big onClick={() => sign('withdrawn')}>
            Take the sign-off back
          </Button>
        ) : (
          <Button big look="main" disabled={before.length > 0 || blocked > 0} onClick={() => sign('signed')}>
            {before.length > 0 ? 'Waits for the steps before it' : blocked > 0 ? 'Waits for the stops' : 'Sign off'}
          </Button>
        )}
      </div>
    </article>
  )
}
