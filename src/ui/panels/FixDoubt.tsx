'use client'
import { Button, SEVERITY_WORDS, Sign } from '@/ui/primitives'
import type { FixDesk, FixState } from './fixDesk'

/** As many new findings as are named before a fix is taken. */
const TOLD = 4

/** What a fix would bring with it, and the decision. */
export function FixDoubt({
  doubt,
  desk,
}: {
  readonly doubt: Extract<FixState, { kind: 'doubt' }>
  readonly desk: FixDesk
}) {
  const { fix, trial } = doubt
  return (
    <div role="alert" className="w-full rounded-md border border-hair bg-sheet p-2 text-[14px] text-ink">
      <p className="font-semibold">“{fix.label}” would bring with it:</p>
      <ul className="mt-1 space-y-0.5">
        {trial.raised.slice(0, TOLD).map(({ severity, what }) => (
          <li key={what}>
            <Sign of={severity} className={SEVERITY_WORDS[severity].tone} />{' '}
            <span className="sr-only">{SEVERITY_WORDS[severity].one}: </span>
            {what}
          </li>
        ))}
        {trial.raised.length > TOLD ? <li>and {trial.raised.length - TOLD} more</li> : null}
      </ul>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        <Button onClick={() => desk.take(fix)}>Do it all the same</Button>
        <Button look="quiet" onClick={() => desk.leave()}>
          Leave it
        </Button>
      </div>
    </div>
  )
}
