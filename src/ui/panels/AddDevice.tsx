'use client'
import { useState } from 'react'
import { newDevice, nextTag } from '@/core/catalogue'
import type { BehaviourKind, DeviceId, Part, PartId, Place } from '@/core/plan'
import { Button, Modal } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { PartList } from './PartList'

const IN_THE_FIELD: readonly BehaviourKind[] = [
  'motor',
  'heater',
  'sensor',
  'encoder',
  'pixel-string',
  'lamp',
  'thermal-cut-out',
]

/** A button and the parts behind it; the device gets the next free tag and opens in the drawer. */
export function AddDevice({
  label,
  only,
  look = 'plain',
}: {
  readonly label: string
  readonly only?: readonly BehaviourKind[]
  readonly look?: 'main' | 'plain'
}) {
  const { plan, edit, open } = useRoom()
  const [isOpen, setOpen] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const add = (partId: PartId, part: Part) => {
    const own = plan.parts[partId] ?? part
    const tag = nextTag(plan, own.behaviour.kind)
    const id = `device:${crypto.randomUUID().slice(0, 8)}` as DeviceId
    const place: Place = IN_THE_FIELD.includes(own.behaviour.kind)
      ? { kind: 'field', path: 'machine' }
      : { kind: 'unplaced', enclosure: null }
    const problems = edit(`Add ${tag}, ${own.name}`, {
      type: 'addDevice',
      id,
      device: newDevice(partId, tag, own.name.slice(0, 80), { place }),
      part: { id: partId, part: own },
    })
    if (problems.length > 0) return setError(problems[0]!.message)
    setOpen(false)
    open({ kind: 'device', id })
  }
  return (
    <>
      <Button look={look} onClick={() => setOpen(true)}>
        {label}
      </Button>
      <Modal wide title={label} open={isOpen} onClose={() => setOpen(false)}>
        {error ? (
          <p role="alert" className="mb-2 font-semibold text-stop">
            {error}
          </p>
        ) : null}
        <PartList own={plan.parts} only={only} onPick={add} />
      </Modal>
    </>
  )
}
