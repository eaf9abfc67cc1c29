'use client'
import { useEffect } from 'react'
import { Button } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { useFixState } from './fixDesk'
import { FixDoubt } from './FixDoubt'
import { useFixDesk } from './useFixDesk'

/** Of a fix whose drawer was shut while it was tried: that it goes on, and what it did. */
export function FixNotice() {
  const { drawer } = useRoom()
  const desk = useFixDesk()
  const state = useFixState(desk)
  const isSeen = state.kind === 'done' && drawer?.kind === 'findings'
  useEffect(() => {
    if (isSeen) desk.leave()
  }, [isSeen, desk])
  if (state.kind === 'idle' || drawer?.kind === 'findings') return null
  return (
    <div className="flex flex-wrap items-center gap-3 border-b border-hair bg-note-wash px-5 py-2">
      {state.kind === 'doubt' ? (
        <FixDoubt doubt={state} desk={desk} />
      ) : (
        <>
          <p role="status" className="flex-1">
            {state.kind === 'trying'
              ? `“${state.fix.label}” is being tried …`
              : state.kind === 'done'
                ? `Done: ${state.fix.label}. Undo takes it back.`
                : `“${state.fix.label}” was not done: ${state.why}`}
          </p>
          {state.kind === 'trying' ? null : (
            <Button look="quiet" onClick={() => desk.leave()}>
              Good
            </Button>
          )}
        </>
      )}
    </div>
  )
}
