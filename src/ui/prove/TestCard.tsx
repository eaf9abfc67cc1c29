'use client'
import { counted } from '@/core/quantity'
import { useState } from 'react'

import {
  asMeterShows,
  impossibleReading,
  judgeReading,
  limitWords,
  readingWords,
  unbuiltBefore,
} from '@/core/procedure'
import { terminalWords } from '@/core/plan'

import { OVERRULED, type SheetGroup, type SheetLine } from '@/core/proof/sheet'

import { GROUP_WORDS } from '@/core/proof/sheet'

import { moment, useHalfTyped, useHeadInSight, useStopwatch } from '@/ui/bench'

import { Button, INPUT, Labelled, Sign } from '@/ui/primitives'

import { useRoom } from '@/ui/room'

import type { Expected } from '@/workers'
import { BoardLines } from './BoardLines'

import { HowSolved } from './HowSolved'

import type { MeterDesk } from './useMeter'
import { FlagLine, ProbePlaces } from './ProbePlaces'

import { readTyped, shownOf } from './readingWords'

const STANDING_WORDS = {
  open: '',
  good: 'As expected',
  off: 'Off: a stop',
  overruled: 'Overruled in writing',
  redo: 'To be done again: the plan has changed',
} as const

/** Said by who signs before what it looks at was signed. */
const builtWords = (count: number): string =>
  `All of it is built as planned, though ${counted(count, 'act')} of Build ${count === 1 ? 'is' : 'are'} not signed off.`

/** One test: where the probes go, what is expected, what was read, and what it means if it is off. */
export function TestCard({
  line,
  group,
  healthy,
  meter,
  onNext,
  onFind,
}: {
  readonly line: SheetLine
  readonly group: SheetGroup
  /** What the solved plan shows there. */
  readonly healthy: Expected | undefined
  readonly meter: MeterDesk
  readonly onNext: () => void
  readonly onFind: () => void
}) {
  const { plan, record, evaluation, open, progress } = useRoom()
  const { act, standing, entry } = line
  const test = act.test!
  const [{ typed = '', why = '' }, type, forget] = useHalfTyped(act.id)
  const [isOverruling, setOverruling] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const card = useHeadInSight<HTMLElement>()
  const took = useStopwatch(act.id)
  const isOhms = act.reading?.unit === 'Ω'
  const read = typed.trim() === '' ? null : readTyped(typed, 'The reading', isOhms)
  const judged = act.reading && read && 'value' in read ? judgeReading(act.reading, read.value) : null
  const stops = evaluation?.findings.filter(({ severity }) => severity === 'stop').length ?? 0
  const isLive = test.situation !== 'dead'
  // A reading speaks for itself; what is only looked at must be there to be looked at.
  const unbuilt = act.reading === null ? unbuiltBefore(act, evaluation?.procedure ?? [], progress) : []
  const [isBuilt, setBuilt] = useState(false)
  const needsWord = unbuilt.length > 0 && standing !== 'good' && !isBuilt
  const blocked = group.waitsFor !== null || (isLive && stops > 0)
  const write = (kind: 'signed' | 'failed', note: string, value: number | null) => {
    const failure = record({
      step: act.id,
      kind,
      facts: act.facts,
      note,
      took_min: took(),
      doneBy: meter.by.trim() || null,
      ...(value === null || act.reading === null
        ? {}
        : { reading: value, unit: act.reading.unit, meter: meter.name.trim() || null }),
    })
    if (failure) return setError(`${failure}. What you typed is still here; try again`)
    forget()
    setOverruling(false)
    setError(null)
    if (kind === 'signed') onNext()
  }
  const enter = () => {
    if (act.reading === null)
      return write(
        'signed',
        [why.trim(), unbuilt.length > 0 ? builtWords(unbuilt.length) : ''].filter((words) => words !== '').join(' '),
        null,
      )
    if (typed.trim() === '') return setError('Enter what the meter shows, OL for an open circuit')
    const value = readTyped(typed, 'The reading', isOhms)
    if ('error' in value) return setError(value.error)
    const impossible = impossibleReading(act.reading, value.value)
    if (impossible) return setError(impossible)
    write(judgeReading(act.reading, value.value) === 'within' ? 'signed' : 'failed', why.trim(), value.value)
  }
  const overrule = () => {
    if (why.trim().length < 8) return setError('Say in a sentence why this is good all the same')
    write('signed', `${OVERRULED}${why.trim()}`, entry?.reading ?? null)
  }
  const take = async () => {
    const value = await meter.take(test.meter!, test)
    if (typeof value === 'string') return setError(value)
    setError(null)
    type({ typed: value === Infinity ? 'OL' : String(asMeterShows(value)) })
  }
  const computed = healthy ? shownOf(healthy.reading, test.meter === 'volts-ac' ? 'ac' : 'dc') : null
  return (
    <article
      ref={card}
      aria-labelledby="test-title"
      className="flex scroll-mt-20 flex-col rounded-2xl border border-hair bg-sheet"
    >
      <div className="rounded-t-2xl bg-rail px-4 py-3 text-rail-ink">
        <p className="text-[13px] text-rail-mute">
          {GROUP_WORDS[test.group]}
          {act.wait_min > 0 ? `, after ${act.wait_min} min` : ''}
          {isLive ? ', power on' : ', power off'}
        </p>
        <h2 id="test-title" className="text-[20px] leading-tight font-bold">
          {act.title}
        </h2>
      </div>
      <div className="space-y-2.5 p-4 text-[17px]">
        {act.cautions.length > 0 ? (
          <ul className="space-y-1 rounded-lg border border-caution/40 bg-caution-wash p-3 text-[15px]">
            {act.cautions.map((caution) => (
              <li key={caution}>
                <Sign of="caution" className="text-caution" /> {caution}
              </li>
            ))}
          </ul>
        ) : null}
        {blocked ? (
          <p className="rounded-lg border border-stop/40 bg-stop-wash p-2.5 text-[15px] font-semibold text-stop">
            <Sign of="stop" />{' '}
            {group.waitsFor !== null
              ? group.isStopped
                ? `A reading under “${GROUP_WORDS[group.waitsFor]}” is off: mend it, or overrule it in writing, before this.`
                : `First: ${GROUP_WORDS[group.waitsFor]}.`
              : `Do not power: ${stops} ${stops === 1 ? 'stop stands' : 'stops stand'}.`}{' '}
            {group.waitsFor === null ? (
              <button type="button" className="underline" onClick={() => open({ kind: 'findings' })}>
                See what and why
              </button>
            ) : null}
          </p>
        ) : null}
        <ul className="space-y-1">
          {act.lines.map((text, i) => (
            <li key={i} className="flex gap-2">
              <span aria-hidden className="text-accent">
                –
              </span>
              <span>{text}</span>
            </li>
          ))}
        </ul>
        {test.red || test.black ? (
          <div className="space-y-1 text-[16px]">
            <FlagLine flag="red" at={test.red && terminalWords(plan, test.red)} />
            <FlagLine flag="black" at={test.black && terminalWords(plan, test.black)} />
          </div>
        ) : null}
        {act.reading ? (
          <dl className="grid grid-cols-[auto_1fr] items-baseline gap-x-3 rounded-lg bg-paper p-3">
            <dt className="text-[14px] text-mute">Expected</dt>
            <dd className="figures text-[22px] font-bold">{limitWords(act.reading)}</dd>
            {computed && test.meter ? (
              <>
                <dt className="text-[14px] text-mute">As solved</dt>
                <dd className="text-[15px]">
                  <span className="figures font-semibold">
                    {computed.figure} {computed.unit}
                  </span>{' '}
                  <span className="text-mute">{computed.beside}</span>
                  {healthy?.explained ? <HowSolved explained={healthy.explained} isOhms={isOhms} /> : null}
                </dd>
              </>
            ) : null}
            {entry?.reading != null ? (
              <>
                <dt className="text-[14px] text-mute">Read</dt>
                <dd className="figures text-[15px]">
                  {readingWords(entry.reading, entry.unit)}
                  {entry.meter ? ` on ${entry.meter}` : ''}, <time dateTime={entry.at}>{moment(entry.at)}</time>
                </dd>
              </>
            ) : null}
            <dt className="text-[14px] text-mute">Taken from</dt>
            <dd className="text-[14px] text-mute">{test.source}</dd>
          </dl>
        ) : null}
        {standing !== 'open' ? (
          <p
            className={`rounded-lg p-2.5 font-semibold ${standing === 'off' ? 'bg-stop-wash text-stop' : standing === 'good' ? 'bg-good-wash text-good' : 'bg-caution-wash text-caution'}`}
          >
            <Sign of={standing === 'off' ? 'stop' : standing === 'good' ? 'good' : 'caution'} />{' '}
            {STANDING_WORDS[standing]}
            {entry?.note ? `: ${entry.note.replace(OVERRULED, '')}` : ''}
          </p>
        ) : null}
        {act.reading ? (
          <Labelled
            label={`${act.reading.what}, ${act.reading.unit}`}
            hint={
              judged === null
                ? undefined
                : judged === 'within'
                  ? 'As expected.'
                  : `Off: ${judged === 'low' ? 'lower' : 'higher'} than expected. It will stop what follows.`
            }
            error={error}
          >
            {(props) => (
              <span className="flex gap-2">
                <input
                  {...props}
                  inputMode="text"
                  autoComplete="off"
                  data-act={blocked ? undefined : ''}
                  className={`${INPUT} figures min-h-12 text-[20px]`}
                  value={typed}
                  onChange={(event) => {
                    type({ typed: event.target.value })
                    setError(null)
                  }}
                  onKeyDown={(event) => {
                    if (event.key === 'Enter' && !blocked) enter()
                  }}
                />
                {meter.isConnected && test.meter ? (
                  <Button big className="shrink-0" onClick={() => void take()} disabled={meter.isBusy}>
                    Take it
                  </Button>
                ) : null}
              </span>
            )}
          </Labelled>
        ) : error ? (
          <p role="alert" className="font-semibold text-stop">
            {error}
          </p>
        ) : null}
        {unbuilt.length > 0 && standing !== 'good' ? (
          <label className="flex min-h-11 cursor-pointer items-start gap-2.5 rounded-lg border border-caution/40 bg-caution-wash p-2.5 text-[16px]">
            <input
              type="checkbox"
              className="mt-1 size-5 shrink-0 accent-(--accent)"
              data-act={isBuilt ? undefined : ''}
              checked={isBuilt}
              onChange={(event) => setBuilt(event.target.checked)}
            />
            <span>{builtWords(unbuilt.length)}</span>
          </label>
        ) : null}
        <BoardLines act={act} meter={meter} />
        <ProbePlaces red={test.red} black={test.black} />
        <p className="text-[15px]">
          <strong>If it is off:</strong> {test.ifOff} <span className="text-mute">{act.why}</span>
        </p>
        {standing === 'off' || isOverruling ? (
          <Labelled label="What was found, or why it is good all the same">
            {(props) => (
              <textarea
                {...props}
                rows={2}
                maxLength={1900}
                className={INPUT}
                value={why}
                onChange={(event) => {
                  type({ why: event.target.value })
                  setError(null)
                }}
              />
            )}
          </Labelled>
        ) : null}
      </div>
      <div className="mt-auto grid grid-cols-2 gap-2 p-3 max-md:sticky max-md:bottom-0 max-md:rounded-b-2xl max-md:border-t max-md:border-hair max-md:bg-sheet">
        {standing === 'off' ? (
          <>
            <Button big onClick={overrule}>
              Overrule
            </Button>
            <Button big onClick={onFind}>
              Find the fault
            </Button>
          </>
        ) : null}
        {act.reading === null && standing !== 'off' ? (
          <Button big disabled={blocked} onClick={() => write('failed', why.trim(), null)}>
            It is not so
          </Button>
        ) : null}
        <Button
          big
          look="main"
          data-act=""
          disabled={blocked || needsWord}
          className={act.reading ? 'col-span-2' : ''}
          onClick={enter}
        >
          {act.reading
            ? standing === 'off'
              ? 'Enter it anew'
              : 'Enter the reading'
            : standing === 'off'
              ? 'Mended: it is so'
              : needsWord && !blocked
                ? 'It is so (tick first)'
                : 'It is so'}
        </Button>
      </div>
    </article>
  )
}
