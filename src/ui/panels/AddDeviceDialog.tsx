'use client'
import { useMemo, useState } from 'react'
import { newDevice, nextTag } from '@/core/catalogue'
import { blankPart } from '@/core/ownParts'
import { suitsFor } from '@/core/suits'
import { PART_KINDS, type BehaviourKind, type DeviceId, type Part, type PartId, type Place } from '@/core/plan'
import { later, Button, INPUT, Modal, newId } from '@/ui/primitives'
import { useOwnParts } from '@/ui/parts'
import { useRoom } from '@/ui/room'
import { PartList } from './PartList'

// Fetched when a part is made, not with the page.
const PartEditor = later(async () => ({ default: (await import('@/ui/parts/PartEditor')).PartEditor }))

/** Nobody adds more of one thing in one go. */
const MOST_AT_ONCE = 40

/** The parts to choose from; a device gets the next free tag and opens in the drawer. */
export function AddDeviceDialog({
  label,
  only,
  onClose,
}: {
  readonly label: string
  readonly only?: readonly BehaviourKind[]
  readonly onClose: () => void
}) {
  const { plan, edit, open } = useRoom()
  const [error, setError] = useState<string | null>(null)
  const [count, setCount] = useState(1)
  const [isStaying, setStaying] = useState(false)
  const [added, setAdded] = useState<readonly string[]>([])
  const [isMaking, setMaking] = useState(false)
  const { parts: own, reload } = useOwnParts(true)
  const suits = useMemo(() => suitsFor(plan), [plan])
  const shelf = Object.fromEntries((own ?? []).map(({ id, part }) => [id, part]))
  const add = (partId: PartId, part: Part) => {
    const own = plan.parts[partId] ?? part
    const place: Place = PART_KINDS[own.behaviour.kind].standsOutside
      ? { kind: 'field', path: 'machine' }
      : { kind: 'unplaced', enclosure: null }
    const tags: string[] = []
    const ids: DeviceId[] = []
    let at = plan
    for (let n = 0; n < count; n += 1) {
      const tag = nextTag(at, own.behaviour.kind)
      const id = `device:${newId().slice(0, 8)}` as DeviceId
      const device = newDevice(partId, tag, own.name.slice(0, 80), { place })
      at = { ...at, devices: { ...at.devices, [id]: device } }
      tags.push(tag)
      ids.push(id)
    }
    const problems = edit(
      `Add ${tags.join(', ')}, ${own.name}`,
      ...ids.map((id) => ({
        type: 'addDevice' as const,
        id,
        device: at.devices[id]!,
        part: { id: partId, part: own },
      })),
    )
    if (problems.length > 0) return setError(problems[0]!.message)
    setError(null)
    setCount(1)
    if (isStaying) return setAdded((before) => [...before, `${tags.join(', ')}, ${own.name}`])
    onClose()
    open({ kind: 'device', id: ids[0]! })
  }
  return (
    <>
      <Modal wide title={label} open onClose={onClose}>
        {error ? (
          <p role="alert" className="mb-2 font-semibold text-stop">
            {error}
          </p>
        ) : null}
        <PartList own={{ ...shelf, ...plan.parts }} only={only} suits={suits} onPick={add} />
        <div className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2 text-[14px]">
          <Button onClick={() => setMaking(true)}>Make a part</Button>
          <label className="flex items-center gap-2 whitespace-nowrap">
            How many at once
            <input
              type="number"
              min={1}
              max={MOST_AT_ONCE}
              step={1}
              className={`${INPUT} w-20`}
              value={count}
              onChange={({ target }) =>
                setCount(Math.min(MOST_AT_ONCE, Math.max(1, Math.round(Number(target.value)) || 1)))
              }
            />
          </label>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="h-4 w-4 accent-(--accent)"
              checked={isStaying}
              onChange={({ target }) => setStaying(target.checked)}
            />
            Stay here to add more
          </label>
          {isStaying ? <Button onClick={onClose}>Done</Button> : null}
        </div>
        {added.length > 0 ? (
          <p role="status" className="mt-2 text-[14px]">
            Added: {added.join('; ')}.
          </p>
        ) : null}
      </Modal>
      {isMaking ? (
        <PartEditor
          start={{ id: null, part: blankPart(only?.[0] ?? 'other') }}
          keepLabel="Keep it, and use it here"
          onClose={() => setMaking(false)}
          onKept={({ id, part }) => {
            setMaking(false)
            reload()
            add(id, part)
          }}
        />
      ) : null}
    </>
  )
}
