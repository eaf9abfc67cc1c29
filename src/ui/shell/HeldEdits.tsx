'use client'
import { useState } from 'react'
import { Button, Modal } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

/** Edits that could not be saved: kept until a person has decided over each. */
export function HeldEdits() {
  const { state, client } = useRoom()
  const [isOpen, setOpen] = useState(false)
  const { held } = state
  if (held.length === 0) return null
  return (
    <>
      <p
        role="alert"
        className="flex flex-wrap items-center gap-3 border-b border-hair bg-caution-wash px-5 py-2 text-caution"
      >
        <span>
          {held.length === 1 ? 'One edit' : `${held.length} edits`} could not be saved and{' '}
          {held.length === 1 ? 'is' : 'are'} kept aside; {held.length === 1 ? 'it is' : 'they are'} not in the plan.
        </span>
        <Button onClick={() => setOpen(true)}>See what and why</Button>
      </p>
      <Modal wide title="Kept aside" open={isOpen} onClose={() => setOpen(false)}>
        <p className="text-[14px] text-mute">
          Nothing of this is lost until you say so. Do it again by hand, or send it once more when its reason is gone.
        </p>
        <ul className="mt-3 space-y-3">
          {held.map(({ heldId, label, why, item, raw }) => (
            <li key={heldId} className="rounded-lg border border-hair p-3">
              <p className="font-bold">{label}</p>
              <p>{why}</p>
              <details className="mt-1 text-[13px]">
                <summary>As it is kept</summary>
                <pre className="figures mt-1 max-h-40 overflow-auto whitespace-pre-wrap">{raw}</pre>
              </details>
              <div className="mt-2 flex gap-2">
                {item ? (
                  <Button look="main" onClick={() => client.settleHeld(heldId, 'again')}>
                    Send it once more
                  </Button>
                ) : null}
                <Button look="danger" onClick={() => client.settleHeld(heldId, 'drop')}>
                  Let it go
                </Button>
              </div>
            </li>
          ))}
        </ul>
      </Modal>
    </>
  )
}
