'use client'
import { useMemo, useState } from 'react'
import { chainOfSteps, eveningOf, TOGETHER_WORDS, type Phase, type Step } from '@/core/procedure'
import { INPUT, Labelled, readNumber } from '@/ui/primitives'
import { duration } from '@/ui/bench'
import { useRoom } from '@/ui/room'

/** An evening is not planned by the day. */
const MOST_MIN = 720

/** "I have 90 minutes": what fits, in which order, and how it ends; and the chain that no helper shortens. */
export function EveningPanel({
  steps,
  pace,
  onGo,
}: {
  readonly steps: readonly Step[]
  readonly pace: (phase: Phase) => number
  readonly onGo: (step: string) => void
}) {
  const { progress } = useRoom()
  const [text, setText] = useState('90')
  const [isOpen, setOpen] = useState(false)
  const read = readNumber(text, 'The time')
  const budget = 'value' in read ? read.value : null
  const error =
    'error' in read ? read.error : read.value < 5 || read.value > MOST_MIN ? `must be 5 to ${MOST_MIN} minutes` : null
  const evening = useMemo(
    () => (!isOpen || budget === null || error !== null ? null : eveningOf(steps, progress, pace, budget)),
    [isOpen, steps, progress, pace, budget, error],
  )
  const chain = useMemo(() => chainOfSteps(steps, progress, pace), [steps, progress, pace])
  return (
    <details className="rounded-xl border border-hair bg-sheet" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="px-3 py-1.5 font-bold">I have {error === null ? text : '…'} minutes</summary>
      <div className="space-y-2 px-3 pb-3">
        <Labelled label="Minutes this evening" error={error}>
          {(props) => (
            <input
              {...props}
              inputMode="numeric"
              className={`${INPUT} figures w-24`}
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          )}
        </Labelled>
        {evening ? (
          <>
            <ol className="space-y-1" aria-label="What fits">
              {evening.parts.map((part, i) => (
                <li key={`${part.step.id}${i}`}>
                  <button
                    type="button"
                    onClick={() => onGo(part.step.id)}
                    className="flex w-full gap-2 rounded-md px-1 py-0.5 text-left text-[14px] hover:bg-wash"
                  >
                    <span className="figures w-12 shrink-0 text-right text-mute">{Math.round(part.from_min)}′</span>
                    <span className="min-w-0 flex-1">
                      {part.step.title}
                      {part.acts.length < part.step.acts.length ? (
                        <span className="figures text-mute">
                          {' '}
                          ({part.acts.length} of {part.step.acts.length})
                        </span>
                      ) : null}
                      {part.picks.length > 0 ? (
                        <span className="block text-[13px] text-mute">take: {part.picks.join(', ')}</span>
                      ) : null}
                    </span>
                  </button>
                </li>
              ))}
            </ol>
            <p className="text-[14px] text-mute">
              {evening.parts.length === 0
                ? 'Nothing that is ready fits into this.'
                : `Done after ${Math.round(evening.used_min)} min${evening.idle_min > 0.5 ? `, ${Math.round(evening.idle_min)} of them waiting` : ''}; the box may be left then.`}{' '}
              {evening.tooLong.map(({ together, minutes }) => (
                <span key={together}>
                  {TOGETHER_WORDS[together] ?? together} takes {duration(minutes)} in one go: keep a longer evening for
                  it.{' '}
                </span>
              ))}
            </p>
          </>
        ) : null}
        {chain.steps.length > 0 ? (
          <p className="text-[14px]">
            <strong>Longest chain:</strong> {duration(chain.minutes)}; however many help, it stays.{' '}
            <span className="text-mute">{chain.steps.map(({ title }) => title.split(':')[0]).join(' → ')}</span>
          </p>
        ) : null}
      </div>
    </details>
  )
}
