'use client'
import { Button, Modal } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

/** Two people, or two windows, changed the same thing: both are shown, and the person decides. */
export function ConflictDialog() {
  const { state, client } = useRoom()
  const { conflict } = state
  if (!conflict) return null
  const canKeep = conflict.issues.length === 0
  return (
    <Modal title="The plan changed meanwhile" open onClose={() => undefined}>
      <div className="grid gap-3 sm:grid-cols-2">
        <section className="rounded-lg border border-hair p-3">
          <h3 className="font-bold">Yours, not saved yet</h3>
          <p>{conflict.mine.label}</p>
        </section>
        <section className="rounded-lg border border-hair p-3">
          <h3 className="font-bold">Saved meanwhile</h3>
          <ul>
            {conflict.theirs.map((label, i) => (
              <li key={i}>{label}</li>
            ))}
          </ul>
        </section>
      </div>
      {canKeep ? (
        <p className="mt-3">Both change the same thing. What shall it be?</p>
      ) : (
        <p className="mt-3 text-stop">
          Yours no longer fits: {conflict.issues.map(({ message }) => message).join('; ')}.
        </p>
      )}
      <div className="mt-4 flex flex-wrap gap-2">
        {canKeep ? (
          <Button look="main" onClick={() => client.settle('mine')}>
            Put mine on top
          </Button>
        ) : null}
        <Button onClick={() => client.settle('theirs')}>Drop mine, keep what is saved</Button>
      </div>
    </Modal>
  )
}
