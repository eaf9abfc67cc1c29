'use client'
import { useEffect, useRef, useState } from 'react'
import type { Trial } from '@/core/evaluate'
import type { Finding } from '@/core/findings'
import { Button, SEVERITY_WORDS, Sign } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { tryEdit } from '@/workers'

type Fix = Finding['fixes'][number]

/** As many new findings as are named before a fix is taken. */
const TOLD = 4

/** Each fix is tried before it is taken: what it would make worse stands there first. */
export function FixButtons({ fixes }: { readonly fixes: readonly Fix[] }) {
  const { plan, edit } = useRoom()
  const [busy, setBusy] = useState<string | null>(null)
  const [doubt, setDoubt] = useState<{ readonly fix: Fix; readonly trial: Extract<Trial, { kind: 'tried' }> } | null>(
    null,
  )
  const [error, setError] = useState<string | null>(null)
  const asking = useRef<AbortController | null>(null)
  useEffect(() => () => asking.current?.abort(), [])

  const take = (fix: Fix) => {
    setDoubt(null)
    setError(
      edit(fix.label, ...fix.commands)
        .map(({ message }) => message)
        .join('; ') || null,
    )
  }
  const tryFirst = async (fix: Fix) => {
    asking.current?.abort()
    const controller = new AbortController()
    asking.current = controller
    setBusy(fix.label)
    setDoubt(null)
    const trial = await tryEdit(plan, fix.commands, controller.signal)
    if (controller.signal.aborted) return
    setBusy(null)
    if (trial instanceof Error) return setError(`It could not be tried: ${trial.message}`)
    if (trial.kind === 'refused') return setError(trial.reason)
    if (trial.raised.length === 0) return take(fix)
    setDoubt({ fix, trial })
  }
  return (
    <>
      {fixes.map((fix) => (
        <Button key={fix.label} disabled={busy === fix.label} onClick={() => void tryFirst(fix)}>
          {busy === fix.label ? 'Trying it …' : fix.label}
        </Button>
      ))}
      {doubt ? (
        <div role="alert" className="w-full rounded-md border border-hair bg-sheet p-2 text-[14px]">
          <p className="font-semibold">“{doubt.fix.label}” would bring with it:</p>
          <ul className="mt-1 space-y-0.5">
            {doubt.trial.raised.slice(0, TOLD).map(({ severity, what }) => (
              <li key={what}>
                <Sign of={severity} className={SEVERITY_WORDS[severity].tone} />{' '}
                <span className="sr-only">{SEVERITY_WORDS[severity].one}: </span>
                {what}
              </li>
            ))}
            {doubt.trial.raised.length > TOLD ? <li>and {doubt.trial.raised.length - TOLD} more</li> : null}
          </ul>
          <div className="mt-1.5 flex flex-wrap gap-1.5">
            <Button onClick={() => take(doubt.fix)}>Do it all the same</Button>
            <Button look="quiet" onClick={() => setDoubt(null)}>
              Leave it
            </Button>
          </div>
        </div>
      ) : null}
      {error ? (
        <p role="alert" className="w-full text-[13px] font-semibold text-stop">
          {error}
        </p>
      ) : null}
    </>
  )
}
