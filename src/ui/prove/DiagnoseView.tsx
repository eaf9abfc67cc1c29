'use client'
import { useEffect, useMemo, useState } from 'react'
import type { CaseReading, Diagnosis, NamedSuggestion, SeenWrong } from '@/core/diagnosis'
import { asMeterShows } from '@/core/procedure'
import { caseOf, clearedEntry, probeEntry, type SheetGroup } from '@/core/proof/sheet'
import { Button, INPUT, Labelled } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import type { BenchDesk } from './useBench'
import type { MeterDesk } from './useMeter'
import { FlagLine, labelOf, ProbePlaces } from './ProbePlaces'
import { readTyped } from './readingWords'
import { SeenList } from './SeenList'

const VERDICTS: Readonly<Record<Diagnosis['verdict'], string>> = {
  'nothing read': 'Nothing has been read yet. Begin with what looks wrong, or take the first measurement.',
  'as planned': 'All that was read is as planned. Nothing points to a fault.',
  searching: 'Several things would explain what was read. Measure on.',
  found: 'One thing explains all that was read.',
  'cannot tell': 'No measurement of this plan tells these apart: look at each.',
  'two at once': 'No single fault explains all that was read; two at once would.',
  unexplained:
    'Nothing that is known here explains all that was read. Read the odd one again; look for what the plan does not have.',
}

/** From the readings so far: what would explain them, and what to measure next. */
export function DiagnoseView({
  bench,
  sheet,
  meter,
}: {
  readonly bench: BenchDesk
  readonly sheet: readonly SheetGroup[]
  readonly meter: MeterDesk
}) {
  const { log, record, plan } = useRoom()
  const { client, prepared, share } = bench
  const [answered, setAnswered] = useState<{ readonly diagnosis: Diagnosis; readonly count: number } | null>(null)
  const [error, setError] = useState<string | null>(null)
  /** Null until somebody says: then as far as the readings went. */
  const [allowed, setAllowed] = useState<boolean | null>(null)
  useEffect(() => {
    if (client && !prepared && share === null && bench.error === null) bench.prepare()
    // Once, as soon as there is a bench.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [client])
  const readings = useMemo<readonly CaseReading[]>(
    () =>
      prepared
        ? caseOf(sheet, log, (device, kind) =>
            prepared.watched.findIndex((each) => each.device === device && each.kind === kind),
          )
        : [],
    [prepared, sheet, log],
  )
  const wasLive = readings.some(({ situation }) => situation !== 'dead')
  const mayBeLive = allowed ?? wasLive
  useEffect(() => {
    if (!client || !prepared) return
    let isWanted = true
    void client.ask({ type: 'diagnose', readings, mayBeLive }).then((answer) => {
      if (!isWanted) return
      if (answer instanceof Error) setError(answer.message)
      else setAnswered({ diagnosis: answer, count: readings.length })
    })
    return () => {
      isWanted = false
    }
  }, [client, prepared, readings, mayBeLive])
  if (bench.error) return <p className="font-semibold text-stop">The bench could not be made: {bench.error}</p>
  if (!prepared)
    return (
      <div className="max-w-[560px] rounded-2xl border border-hair bg-sheet p-5">
        <p className="mb-2 font-bold">Solving every single fault of this plan, at every place a probe can go …</p>
        <div
          role="progressbar"
          aria-label="Faults solved"
          aria-valuenow={Math.round((share ?? 0) * 100)}
          className="h-3 overflow-hidden rounded-full bg-wash"
        >
          <div className="h-full bg-accent" style={{ width: `${(share ?? 0) * 100}%` }} />
        </div>
        <div className="mt-3 flex gap-2">
          {share === null ? (
            <Button onClick={bench.prepare}>Begin</Button>
          ) : (
            <Button onClick={bench.cancel}>Leave it</Button>
          )}
        </div>
      </div>
    )
  if (!answered) return <p className="text-mute">{error ?? 'Thinking …'}</p>
  const { diagnosis, count } = answered
  // What was proposed before the last reading was thought over is measured already: nobody takes it again meanwhile.
  const isThinking = count !== readings.length
  const write = (reading: CaseReading): string | null => {
    const failure = record({ ...probeEntry(reading, meter.name.trim() || null), doneBy: meter.by.trim() || null })
    setError(failure)
    return failure
  }
  const mended = (words: string) => setError(record(clearedEntry(`Mended: ${words}`)))
  const [first] = diagnosis.suggestions
  return (
    <div className="grid items-start gap-4 md:grid-cols-[minmax(0,600px)_minmax(0,1fr)]">
      <section aria-label="What next" className="space-y-3">
        <p
          role="status"
          className={`rounded-2xl border p-4 text-[18px] font-bold ${diagnosis.verdict === 'found' ? 'border-good/40 bg-good-wash' : diagnosis.verdict === 'as planned' ? 'border-hair bg-sheet' : 'border-caution/40 bg-caution-wash'}`}
        >
          {VERDICTS[diagnosis.verdict]}
        </p>
        <label className="flex min-h-11 items-center gap-2 text-[16px]">
          <input
            type="checkbox"
            className="size-5"
            checked={mayBeLive}
            onChange={(event) => setAllowed(event.target.checked)}
          />
          The dead tests are done: power may be on
        </label>
        {!first && !mayBeLive && diagnosis.verdict !== 'found' && diagnosis.verdict !== 'as planned' ? (
          <p className="rounded-lg bg-note-wash p-3">
            Nothing more can be told with the power off. What is left wants power: allow it once the dead tests are
            done.
          </p>
        ) : null}
        {isThinking ? (
          <p role="status" className="text-mute">
            Thinking …
          </p>
        ) : first && diagnosis.verdict !== 'found' ? (
          <SuggestionCard
            key={`${first.point} ${count}`}
            suggestion={first}
            others={diagnosis.suggestions.slice(1)}
            watched={prepared.watched}
            meter={meter}
            onRead={write}
          />
        ) : null}
        {error ? (
          <p role="alert" className="font-semibold text-stop">
            {error}
          </p>
        ) : null}
      </section>
      <section aria-label="What it may be" className="space-y-2">
        <h2 className="text-[18px] font-bold">What would explain it</h2>
        {diagnosis.verdict === 'nothing read' ? (
          <p className="text-[15px] text-mute">
            {prepared.faults.length} single faults of this plan have been solved, at {prepared.points} places each.
            Readings of the test sheet count here too.
          </p>
        ) : null}
        <ol className="space-y-2">
          {(diagnosis.verdict === 'nothing read' ? [] : diagnosis.candidates).map((candidate) => (
            <li key={candidate.words.join()} className="rounded-xl border border-hair bg-sheet p-3">
              <div className="mb-1 h-2 overflow-hidden rounded-full bg-wash" aria-hidden>
                <div className="h-full bg-accent" style={{ width: `${Math.max(2, candidate.belief * 100)}%` }} />
              </div>
              <p className="sr-only">{Math.round(candidate.belief * 100)} in 100</p>
              {candidate.words.slice(0, 4).map((words) => (
                <p key={words} className="font-semibold">
                  {words}
                </p>
              ))}
              {candidate.words.length > 4 ? (
                <p className="text-[14px] text-mute">
                  and {candidate.words.length - 4} more that read alike everywhere
                </p>
              ) : null}
              {candidate.remedy ? <p className="text-[14px] text-mute">{candidate.remedy}</p> : null}
              {candidate.faultIds.length > 0 && candidate.belief > 0.2 && readings.length > 0 ? (
                <Button className="mt-2" onClick={() => mended(candidate.words[0]!)}>
                  It was this: mended
                </Button>
              ) : null}
            </li>
          ))}
        </ol>
        <details className="rounded-xl border border-hair bg-sheet">
          <summary className="px-3 py-2 font-bold">
            {readings.length} {readings.length === 1 ? 'reading' : 'readings'} so far
          </summary>
          <ul className="space-y-1 border-t border-hair p-3 text-[14px]">
            {readings.map((reading, i) => (
              <li key={i}>{readingLine(plan, reading, prepared.watched)}</li>
            ))}
          </ul>
          <div className="p-3 pt-0">
            <Button onClick={() => setError(record(clearedEntry('A new search')))}>Begin a new search</Button>
          </div>
        </details>
        {diagnosis.ignored > 0 ? (
          <p className="text-[14px] text-mute">
            {diagnosis.ignored} {diagnosis.ignored === 1 ? 'reading is' : 'readings are'} left out: of places that this
            plan no longer has.
          </p>
        ) : null}
      </section>
    </div>
  )
}

type WatchedLine = NonNullable<BenchDesk['prepared']>['watched'][number]

function readingLine(plan: ReturnType<typeof useRoom>['plan'], reading: CaseReading, watched: readonly WatchedLine[]) {
  switch (reading.what) {
    case 'look':
      return reading.wrong.length === 0
        ? 'Looked: all as it should'
        : reading.wrong
            .map(
              ({ watched: at, seen }) =>
                `${watched[at]?.words ?? 'something'}: ${seen === 'right' ? 'so it is' : seen}`,
            )
            .join('; ')
    case 'amperes':
      return `${plan.wires[reading.wire]?.label || reading.wire}: ${reading.value} A`
    default:
      return `${labelOf(plan, reading.red)} to ${labelOf(plan, reading.black)}: ${reading.value === null ? 'as expected' : `${reading.value === Infinity ? 'OL' : reading.value} ${reading.what === 'ohms' ? 'Ω' : `V ${reading.system.toUpperCase()}`}`}`
  }
}

function SuggestionCard({
  suggestion,
  others,
  watched,
  meter,
  onRead,
}: {
  readonly suggestion: NamedSuggestion
  readonly others: readonly NamedSuggestion[]
  readonly watched: readonly WatchedLine[]
  readonly meter: MeterDesk
  readonly onRead: (reading: CaseReading) => string | null
}) {
  const all = [suggestion, ...others]
  const [at, setAt] = useState(0)
  const own = all[at]!
  const [typed, setTyped] = useState('')
  const [wrong, setWrong] = useState<readonly SeenWrong[]>([])
  const [error, setError] = useState<string | null>(null)
  const isOhms = own.what === 'ohms'
  const enter = () => {
    if (own.what === 'look') return setError(onRead({ what: 'look', situation: own.situation, wrong, isWhole: true }))
    const read = readTyped(typed, 'The reading', isOhms)
    if ('error' in read) return setError(read.error)
    const value = isOhms && read.value >= 5e6 ? Infinity : read.value
    const failure =
      own.what === 'amperes'
        ? onRead({ what: 'amperes', situation: own.situation, wire: own.wire!, value })
        : onRead({
            what: own.what,
            situation: own.situation,
            system: own.system,
            red: own.redKey!,
            black: own.blackKey!,
            value,
          })
    setError(failure)
  }
  const take = async () => {
    const value = await meter.take(
      isOhms ? 'ohms' : own.what === 'amperes' ? 'amperes' : own.system === 'ac' ? 'volts-ac' : 'volts-dc',
      { red: own.redKey, black: own.blackKey, situation: own.situation, held: null },
    )
    if (typeof value === 'string') setError(value)
    else setTyped(value === Infinity ? 'OL' : String(asMeterShows(value)))
  }
  const lines = useMemo(
    () => watched.map((each, i) => ({ words: each.words, watched: i, isResting: own.usual[i] === '0' })),
    [watched, own.usual],
  )
  return (
    <article aria-labelledby="next-title" className="rounded-2xl border border-hair bg-sheet">
      <div className="rounded-t-2xl bg-rail px-4 py-3 text-rail-ink">
        <p className="text-[13px] text-rail-mute">Measure next; it tells most for its trouble and risk</p>
        <h2 id="next-title" className="text-[20px] leading-tight font-bold">
          {own.title}
        </h2>
      </div>
      <div className="space-y-3 p-4">
        {own.what === 'look' ? (
          <SeenList lines={lines} wrong={wrong} onChange={setWrong} />
        ) : (
          <>
            <div className="space-y-1 text-[16px]">
              <FlagLine flag="red" at={own.red} />
              <FlagLine flag="black" at={own.black} />
            </div>
            <ProbePlaces red={own.redKey} black={own.blackKey} />
            <div className="grid grid-cols-[1fr_auto] items-end gap-2">
              <Labelled
                label={`What the meter shows, ${isOhms ? 'Ω; OL where it is open' : own.what === 'amperes' ? 'A' : `V ${own.system.toUpperCase()}`}`}
                hint={`With nothing wrong: ${own.healthy}.`}
                error={error}
              >
                {(props) => (
                  <input
                    {...props}
                    autoComplete="off"
                    className={`${INPUT} figures min-h-12 text-[20px]`}
                    value={typed}
                    onChange={(event) => {
                      setTyped(event.target.value)
                      setError(null)
                    }}
                    onKeyDown={(event) => {
                      if (event.key === 'Enter') enter()
                    }}
                  />
                )}
              </Labelled>
              {meter.isConnected ? (
                <Button big disabled={meter.isBusy} onClick={() => void take()}>
                  Take it
                </Button>
              ) : null}
            </div>
          </>
        )}
        <Button big look="main" className="w-full" onClick={enter}>
          {own.what === 'look'
            ? wrong.length === 0
              ? 'All of it is as it should'
              : `Enter what is wrong (${wrong.length})`
            : 'Enter the reading'}
        </Button>
        <details>
          <summary className="text-[15px] text-mute">What each reading would say</summary>
          <ul className="mt-1 space-y-1 text-[14px]">
            {own.outcomes.map((outcome, i) => (
              <li key={i} className="flex gap-2">
                <span className="figures w-28 shrink-0">{outcome.reading}</span>
                <span className="text-mute">
                  {Math.round(outcome.share * 100)} in 100, such as {outcome.likeliest}
                </span>
              </li>
            ))}
          </ul>
        </details>
        {all.length > 1 ? (
          <p className="flex flex-wrap items-center gap-2 text-[14px] text-mute">
            Cannot reach it?
            {all.map((each, i) =>
              i === at ? null : (
                <button
                  key={each.point}
                  type="button"
                  className="font-semibold text-accent underline"
                  onClick={() => {
                    setAt(i)
                    setTyped('')
                    setError(null)
                  }}
                >
                  {each.red ? `${each.red} to ${each.black}` : 'look instead'}
                </button>
              ),
            )}
          </p>
        ) : null}
      </div>
    </article>
  )
}
