'use client'
import { useState } from 'react'
import type { BehaviourKind } from '@/core/plan'
import { Button, later } from '@/ui/primitives'

const AddDeviceDialog = later(async () => ({ default: (await import('./AddDeviceDialog')).AddDeviceDialog }))

/** A button and the parts behind it. */
export function AddDevice({
  label,
  only,
  look = 'plain',
}: {
  readonly label: string
  readonly only?: readonly BehaviourKind[]
  readonly look?: 'main' | 'plain'
}) {
  const [isOpen, setOpen] = useState(false)
  return (
    <>
      <Button look={look} onClick={() => setOpen(true)}>
        {label}
      </Button>
      {isOpen ? <AddDeviceDialog label={label} only={only} onClose={() => setOpen(false)} /> : null}
    </>
  )
}
