'use client'
import { useEffect, useState } from 'react'
import type { SizeEdit } from '@/core/proposals'
import { Button, Modal } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { proposeSizes } from '@/workers'

/** All fuses and wires at once: first the list of edits, then one step that one undo takes back. */
export function SizeAllDialog({ onClose }: { readonly onClose: () => void }) {
  const { plan, edit } = useRoom()
  const [answer, setAnswer] = useState<readonly SizeEdit[] | Error | null>(null)
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [error, setError] = useState<string | null>(null)
  useEffect(() => {
    const control = new AbortController()
    void proposeSizes(plan, control.signal).then((found) => {
      if (!control.signal.aborted) setAnswer(found)
    })
    return () => control.abort()
  }, [plan])
  const edits = answer instanceof Error || answer === null ? [] : answer.filter(({ what }) => !left.has(what))
  const toggle = (what: string) =>
    setLeft(new Set(left.has(what) ? [...left].filter((each) => each !== what) : [...left, what]))
  return (
    <Modal wide title="Size all fuses and wires" open onClose={onClose}>
      {answer === null ? (
        <p aria-live="polite">
          Working it out … <progress aria-label="Working it out" className="ml-2 align-middle" />
        </p>
      ) : null}
      {answer instanceof Error ? (
        <p role="alert" className="font-semibold text-stop">
          It could not be worked out: {answer.message}
        </p>
      ) : null}
      {answer !== null && !(answer instanceof Error) && answer.length === 0 ? (
        <p>
          Nothing to change: every fuse is the smallest that carries its load, and every wire of a fixed size is
          protected and thick enough.
        </p>
      ) : null}
      {answer !== null && !(answer instanceof Error) && answer.length > 0 ? (
        <>
          <p className="mb-2 text-[14px] text-mute">
            The smallest rating that carries each load; wires of a fixed size that are too thin go back to a reckoned
            one. Measured wires stay. Untick what should stay as it is.
          </p>
          <ul className="divide-y divide-hair/70">
            {answer.map(({ what, why }) => (
              <li key={what}>
                <label className="flex gap-2 py-1.5">
                  <input
                    type="checkbox"
                    className="mt-1 h-4 w-4 accent-(--accent)"
                    checked={!left.has(what)}
                    onChange={() => toggle(what)}
                  />
                  <span>
                    <span className="figures font-semibold">{what}</span>
                    <span className="block text-[13px] text-mute">{why}</span>
                  </span>
                </label>
              </li>
            ))}
          </ul>
        </>
      ) : null}
      {error ? (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {error}
        </p>
      ) : null}
      <div className="mt-4 flex gap-2">
        {edits.length > 0 ? (
          <Button
            look="main"
            onClick={() => {
              const problems = edit('Size all fuses and wires', ...edits.map(({ command }) => command))
              if (problems.length > 0) setError(problems[0]!.message)
              else onClose()
            }}
          >
            Make {edits.length === 1 ? 'this change' : `these ${edits.length} changes`}
          </Button>
        ) : null}
        <Button onClick={onClose}>{edits.length > 0 ? 'Leave all as it is' : 'Shut'}</Button>
      </div>
    </Modal>
  )
}
