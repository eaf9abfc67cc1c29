'use client'
import { useState } from 'react'
import { dealSupplies, type SupplyOption } from '@/core/proposals'
import type { Rail } from '@/core/figures'
import { Button, Modal } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

/** A rail dealt over two supplies: the list of edits first, then one step that one undo takes back. */
export function DealDialog({
  rail,
  option,
  onClose,
}: {
  readonly rail: Rail
  readonly option: SupplyOption
  readonly onClose: () => void
}) {
  const { plan, edit } = useRoom()
  const [error, setError] = useState<string | null>(null)
  const answer = dealSupplies(plan, rail, option)
  return (
    <Modal wide title="Deal the loads over two supplies" open onClose={onClose}>
      {answer.kind === 'not-possible' ? (
        <p role="status">It cannot be done by itself here: {answer.reason}.</p>
      ) : (
        <ul className="divide-y divide-hair/70">
          {answer.edits.map(({ what, why }) => (
            <li key={what} className="py-1.5">
              <span className="figures font-semibold">{what}</span>
              <span className="block text-[13px] text-mute">{why}</span>
            </li>
          ))}
        </ul>
      )}
      {error ? (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {error}
        </p>
      ) : null}
      <div className="mt-4 flex gap-2">
        {answer.kind === 'dealt' ? (
          <Button
            look="main"
            onClick={() => {
              const problems = edit(
                'Deal the loads over two supplies',
                ...answer.edits.flatMap(({ commands }) => commands),
              )
              if (problems.length > 0) setError(problems[0]!.message)
              else onClose()
            }}
          >
            Deal them so
          </Button>
        ) : null}
        <Button onClick={onClose}>{answer.kind === 'dealt' ? 'Leave it at one' : 'Shut'}</Button>
      </div>
    </Modal>
  )
}
