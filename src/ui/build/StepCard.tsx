'use client'
import { useState } from 'react'
import type { Command } from '@/core/plan'
import {
  endsIn,
  impossibleReading,
  judgeReading,
  type Act,
  type Deviation,
  type LogDraft,
  type Step,
} from '@/core/procedure'
import {
  duration,
  PhotoPicker,
  SignerField,
  useHalfTyped,
  useHeadInSight,
  useSigner,
  useStopwatch,
  WherePicture,
} from '@/ui/bench'
import { Button, INPUT, Labelled, readNumber, Sign } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { ActRow } from './ActRow'
import { readLength } from './cutLength'
import { DeviationField, deviationOf, NO_DEVIATION, type SaidDeviation } from './DeviationField'
import { PHASE_WORDS } from './phaseWords'
import { StepLog } from './StepLog'

const UNFINISHED = 'Finish what was made otherwise than planned, or set it to nothing'

/** Under which name the half-typed reading of an act is kept. */
const readingOf = (act: string) => `reading ${act}`

/** Under which name the half-typed length of a wire that is held along its way is kept. */
const cutOf = (act: string) => `cut ${act}`

/** What is still to be said of what was made otherwise; null where nothing is. */
function unsaidDeviation(deviation: SaidDeviation, note: string): string | null {
  if (deviation === 'unfinished') return UNFINISHED
  return deviation?.what === 'other' && note.trim() === '' ? 'Say in the note what was made otherwise' : null
}

/** What the signature says. */
function signWords(left: number, all: number, ends: number, isWhole: boolean): string {
  if (!isWhole) return 'Sign off (tick first)'
  const which = left < all && left > 1 ? ` the other ${left}` : left > 1 ? ` all ${left}` : ''
  return `Sign off${which}${ends > 0 ? `: ${ends === 1 ? 'its end' : `${ends} ends`} tugged` : ''}`
}

/** One step: what lies ready, where it is, its acts, what counts as done, and the signature. */
export function StepCard({
  step,
  pace,
  blocked,
  onDone,
}: {
  readonly step: Step
  readonly pace: number
  readonly blocked: number
  readonly onDone: () => void
}) {
  const { plan, progress, record, evaluation, open, edit } = useRoom()
  const [typed, type, forget] = useHalfTyped(step.id)
  const note = typed.note ?? ''
  const photos = typed.photos?.split(' ') ?? []
  const deviation = deviationOf(step.acts, typed)
  /** What was said goes with the signature that it was said for; readings of acts that are still open stay. */
  const saidOff = (acts: readonly Act[]) => {
    type({
      note: '',
      photos: '',
      ...NO_DEVIATION,
      ...Object.fromEntries(
        acts.flatMap(({ id }) => [
          [readingOf(id), ''],
          [cutOf(id), ''],
        ]),
      ),
    })
  }
  const [meter, setMeter] = useState('')
  const { doneBy } = useSigner()
  /** Of which step it was said that all of it is done. */
  const [whole, setWhole] = useState<string | null>(null)
  const [error, setError] = useState<string | null>(null)
  const card = useHeadInSight<HTMLElement>()
  const took = useStopwatch(step.id)
  const { status, changed } = progress.get(step.id) ?? { status: 'open', changed: [] }
  const isDone = (act: Act) => progress.get(act.id)?.status === 'done'
  const before = step.after.flatMap((id) =>
    progress.has(id) && progress.get(id)!.status !== 'done'
      ? (evaluation?.procedure.filter((other) => other.id === id) ?? [])
      : [],
  )
  const hasReading = step.acts.some(({ reading }) => reading !== null)

  /** What an act's line in the logbook would be, or what is wrong with it. */
  const lineOf = (act: Act): LogDraft | string => {
    if (act.undecided !== null) return act.undecided
    const cut = (typed[cutOf(act.id)] ?? '').trim()
    if (act.heldAlong !== null && cut !== '') {
      const read = readLength(cut)
      if ('error' in read) return `${plan.wires[act.heldAlong]?.label ?? act.title}: ${read.error}`
      return {
        step: act.id,
        kind: 'signed',
        facts: act.facts,
        deviation: { what: 'length', wire: act.heldAlong, length_mm: read.length_mm },
      }
    }
    if (act.reading === null) return { step: act.id, kind: 'signed', facts: act.facts }
    const entered = (typed[readingOf(act.id)] ?? '').trim()
    if (entered === '') return `Enter what the meter shows for ${act.title}`
    const read = readNumber(entered, act.title)
    if ('error' in read) return read.error
    const impossible = impossibleReading(act.reading, read.value)
    if (impossible) return `${act.title}: ${impossible}`
    if (judgeReading(act.reading, read.value) !== 'within' && note.trim() === '')
      return `${act.title}: the reading is not what was expected. Say in the note why it is good all the same, or mend it first`
    return {
      step: act.id,
      kind: 'signed',
      facts: act.facts,
      reading: read.value,
      unit: act.reading.unit,
      meter: meter.trim() || null,
    }
  }
  const sign = (acts: readonly Act[]) => {
    const unsaid = unsaidDeviation(deviation, note)
    if (unsaid) return setError(unsaid)
    const lines = acts.map(lineOf)
    const wrong = lines.find((line) => typeof line === 'string')
    if (wrong !== undefined) return setError(wrong as string)
    const planned = acts.reduce((sum, { minutes }) => sum + minutes, 0)
    const took_min = took()
    for (const [i, line] of (lines as LogDraft[]).entries()) {
      const share = planned > 0 ? acts[i]!.minutes / planned : 0
      const failure = record({
        ...line,
        doneBy,
        took_min: took_min === null ? null : Math.round(took_min * share * 100) / 100,
        ...(i === 0 ? { note: note.trim(), photos } : {}),
        ...(i === 0 && deviation !== null ? { deviation: deviation as Deviation } : {}),
      })
      if (failure) return setError(`${failure}. What you typed is still here; try again`)
    }
    keepLengths(lines as LogDraft[])
    saidOff(acts)
    setWhole(null)
    setError(null)
    const all = step.acts.every((act) => isDone(act) || acts.includes(act))
    if (all) {
      forget()
      onDone()
    }
  }
  /** What was cut where it lies is as long as it was cut. */
  const keepLengths = (lines: readonly LogDraft[]) => {
    const commands = lines.flatMap(({ deviation: own, step: of }): Command[] =>
      own?.what === 'length' && step.acts.some((act) => act.id === of && act.heldAlong === own.wire)
        ? [{ type: 'updateWire', id: own.wire, changes: { measured_mm: own.length_mm } }]
        : [],
    )
    if (commands.length > 0) edit('Cut where it lies', ...commands)
  }
  const takeBack = (acts: readonly Act[]) => {
    if (note.trim() === '') return setError('Say in the note why it is taken back')
    for (const act of acts) {
      const failure = record({ step: act.id, kind: 'withdrawn', facts: act.facts, note: note.trim(), doneBy })
      if (failure) return setError(`${failure}. What you typed is still here; try again`)
    }
    saidOff(acts)
    setError(null)
  }
  const noteAlone = () => {
    const unsaid = unsaidDeviation(deviation, note)
    if (unsaid) return setError(unsaid)
    const failure = record({
      step: step.acts[0]!.id,
      kind: 'noted',
      note: note.trim(),
      doneBy,
      photos,
      deviation: deviation as Deviation | null,
    })
    if (failure) return setError(`${failure}. What you typed is still here; try again`)
    saidOff([])
    setError(null)
  }
  const isWaiting = before.length > 0 || blocked > 0
  const rest = step.acts.filter((act) => !isDone(act))
  const ends = endsIn(rest)
  const isWhole = rest.length <= 1 || whole === step.id
  return (
    <article
      ref={card}
      aria-labelledby="step-title"
      className="flex scroll-mt-20 flex-col rounded-2xl border border-hair bg-sheet"
    >
      <div className="rounded-t-2xl bg-rail px-4 py-3 text-rail-ink">
        <p className="text-[13px] text-rail-mute">
          {PHASE_WORDS[step.phase]}, about {duration(step.minutes * pace)}
          {step.wait_min > 0 ? `, then ${duration(step.wait_min)} by itself` : ''}
          {step.hands === 2 ? ', two people' : ''}
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
                <Sign of="caution" className="text-caution" /> {caution}
              </li>
            ))}
          </ul>
        ) : null}
        {step.tools.length + step.takes.length > 0 ? (
          <dl className="text-[15px]">
            {step.tools.length > 0 ? (
              <div className="flex gap-2">
                <dt className="w-16 shrink-0 text-mute">Tools</dt>
                <dd>{step.tools.join(', ')}</dd>
              </div>
            ) : null}
            {step.takes.length > 0 ? (
              <div className="flex gap-2">
                <dt className="w-16 shrink-0 text-mute">Ready</dt>
                <dd>{step.takes.join('; ')}</dd>
              </div>
            ) : null}
          </dl>
        ) : null}
        <WherePicture place={step.place} />
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
            <Sign of="stop" /> Do not power: {blocked} {blocked === 1 ? 'stop stands' : 'stops stand'}.{' '}
            <button type="button" className="underline" onClick={() => open({ kind: 'findings' })}>
              See what and why
            </button>
          </p>
        ) : null}
        {status === 'redo' ? (
          <div className="rounded-lg border border-caution/40 bg-caution-wash p-2.5 text-[15px]">
            <p className="font-semibold text-caution">
              <Sign of="caution" /> Signed off under other facts; the plan has changed:
            </p>
            <ul className="figures text-[13px]">
              {changed.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          </div>
        ) : null}
        <ul className="divide-y divide-hair border-y border-hair" aria-label="What is done in this step">
          {step.acts.map((act) => (
            <ActRow
              key={act.id}
              act={act}
              isOnly={step.acts.length === 1}
              isWaiting={isWaiting}
              reading={typed[readingOf(act.id)] ?? ''}
              onReading={(text) => {
                type({ [readingOf(act.id)]: text })
                setError(null)
              }}
              cutTo={typed[cutOf(act.id)] ?? ''}
              onCutTo={(text) => {
                type({ [cutOf(act.id)]: text })
                setError(null)
              }}
              onSign={() => sign([act])}
              onTakeBack={() => takeBack([act])}
            />
          ))}
        </ul>
        {rest.length > 1 && !isWaiting ? (
          <label className="flex min-h-11 cursor-pointer items-start gap-2.5 rounded-lg border border-hair p-2.5 text-[16px]">
            <input
              type="checkbox"
              className="mt-1 size-5 shrink-0 accent-(--accent)"
              data-act={whole === step.id ? undefined : ''}
              checked={whole === step.id}
              onChange={(event) => setWhole(event.target.checked ? step.id : null)}
            />
            <span>
              All {rest.length} of these are done{ends > 0 ? `, each of their ${ends} ends tugged` : ''}. Or tick them
              one by one above.
            </span>
          </label>
        ) : null}
        <p className="text-[15px]">
          <strong>Done when:</strong> {step.doneWhen} <span className="text-mute">{step.why}</span>
        </p>
        {hasReading && status !== 'done' ? (
          <Labelled label="Meter" hint="Which one it was read on; it goes into the record.">
            {(props) => (
              <input
                {...props}
                maxLength={80}
                className={INPUT}
                value={meter}
                onChange={(event) => setMeter(event.target.value)}
              />
            )}
          </Labelled>
        ) : null}
        <Labelled label={status === 'done' ? 'Why it is taken back, or a note' : 'Note'}>
          {(props) => (
            <textarea
              {...props}
              rows={2}
              maxLength={2000}
              className={INPUT}
              value={note}
              onChange={(event) => {
                type({ note: event.target.value })
                setError(null)
              }}
            />
          )}
        </Labelled>
        <DeviationField acts={step.acts} typed={typed} onType={type} />
        <PhotoPicker photos={photos} onChange={(next) => type({ photos: next.join(' ') })} />
        <SignerField />
        {error ? (
          <p role="alert" className="font-semibold text-stop">
            {error}
          </p>
        ) : null}
        <StepLog acts={step.acts} />
      </div>
      <div className="mt-auto grid grid-cols-[auto_1fr] gap-2 p-3 max-md:sticky max-md:bottom-0 max-md:rounded-b-2xl max-md:border-t max-md:border-hair max-md:bg-sheet">
        <Button big disabled={note.trim() === '' && photos.length === 0 && deviation === null} onClick={noteAlone}>
          Note only
        </Button>
        {status === 'done' ? (
          <Button big onClick={() => takeBack(step.acts)}>
            Take the sign-off back
          </Button>
        ) : (
          <Button big look="main" data-act="" disabled={isWaiting || !isWhole} onClick={() => sign(rest)}>
            {before.length > 0
              ? 'Waits for the steps before it'
              : blocked > 0
                ? 'Waits for the stops'
                : signWords(rest.length, step.acts.length, ends, isWhole)}
          </Button>
        )}
      </div>
    </article>
  )
}
