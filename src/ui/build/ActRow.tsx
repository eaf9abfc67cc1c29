'use client'
import { judgeReading, limitWords, type Act } from '@/core/procedure'
import { INPUT, Labelled, readNumber, Sign } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { wrongLength } from './cutLength'

const JUDGED = { within: 'as expected', low: 'lower than expected', high: 'higher than expected' } as const

const doneWords = ({ title, ends }: Act): string =>
  `Done: ${title}${ends.length === 0 ? '' : ends.length === 1 ? ', its end tugged' : `, both ends tugged`}`

/** One act of a step: what it is, how it is done, its reading, and whether it is done. */
export function ActRow({
  act,
  isOnly,
  isWaiting,
  reading,
  onReading,
  cutTo,
  onCutTo,
  onSign,
  onTakeBack,
}: {
  readonly act: Act
  readonly isOnly: boolean
  readonly isWaiting: boolean
  readonly reading: string
  readonly onReading: (text: string) => void
  readonly cutTo: string
  readonly onCutTo: (text: string) => void
  readonly onSign: () => void
  readonly onTakeBack: () => void
}) {
  const { progress } = useRoom()
  const status = progress.get(act.id)?.status ?? 'open'
  const lines = (
    <ul className="space-y-1 text-[16px]">
      {act.lines.map((line, i) => (
        <li key={i} className="flex gap-2">
          <span aria-hidden className="text-accent">
            –
          </span>
          <span>{line}</span>
        </li>
      ))}
    </ul>
  )
  const read = reading.trim() === '' ? null : readNumber(reading, act.title)
  const judged = act.reading && read && 'value' in read ? judgeReading(act.reading, read.value) : null
  const field =
    act.reading && status !== 'done' ? (
      <Labelled
        label={`${act.reading.what}; expected ${limitWords(act.reading)}`}
        error={null}
        hint={judged === null ? undefined : JUDGED[judged]}
      >
        {(props) => <Measured props={props} value={reading} unit={act.reading!.unit} onChange={onReading} />}
      </Labelled>
    ) : null
  const cut =
    act.heldAlong !== null && status !== 'done' ? (
      <Labelled
        label="It was cut to"
        hint="As it lies on the ruler; kept as its length. Empty where nobody measured."
        error={cutTo.trim() === '' ? null : wrongLength(cutTo)}
      >
        {(props) => <Measured props={props} value={cutTo} unit="mm" onChange={onCutTo} />}
      </Labelled>
    ) : null
  const undecided =
    act.undecided !== null && status !== 'done' ? (
      <p className="text-[15px] font-semibold text-caution">
        <Sign of="caution" /> {act.undecided}.
      </p>
    ) : null
  if (isOnly)
    return (
      <li className="space-y-2 py-2">
        {lines}
        {undecided}
        {field}
        {cut}
      </li>
    )
  return (
    <li className="py-1.5">
      <div className="flex items-start gap-2">
        <button
          type="button"
          disabled={(isWaiting || act.undecided !== null) && status !== 'done'}
          onClick={status === 'done' ? onTakeBack : onSign}
          aria-label={status === 'done' ? `Take back ${act.title}` : doneWords(act)}
          title={status === 'done' ? undefined : doneWords(act)}
          className={`flex size-11 shrink-0 items-center justify-center rounded-lg border text-[20px] disabled:opacity-50 ${status === 'done' ? 'border-good text-good' : status === 'redo' ? 'border-caution text-caution' : 'border-hair hover:border-accent'}`}
        >
          {status === 'done' || status === 'redo' ? <Sign of={status === 'done' ? 'good' : 'caution'} /> : null}
        </button>
        <details className="min-w-0 flex-1">
          <summary className="flex min-h-11 items-center text-[16px]">{act.title}</summary>
          {lines}
        </details>
      </div>
      {undecided ? <div className="pl-13">{undecided}</div> : null}
      {field ? <div className="mt-1 pl-13">{field}</div> : null}
      {cut ? <div className="mt-1 pl-13">{cut}</div> : null}
    </li>
  )
}

/** A figure that is read off a meter or a ruler, in digits that are seen at arm's length. */
function Measured({
  props,
  value,
  unit,
  onChange,
}: {
  readonly props: Parameters<Parameters<typeof Labelled>[0]['children']>[0]
  readonly value: string
  readonly unit: string
  readonly onChange: (text: string) => void
}) {
  return (
    <span className="flex items-center gap-2">
      <input
        {...props}
        inputMode="decimal"
        className={`${INPUT} figures min-h-12 text-[20px]`}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
      <span className="text-[17px]">{unit}</span>
    </span>
  )
}
