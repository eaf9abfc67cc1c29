'use client'
import { counted } from '@/core/quantity'
import { useState } from 'react'

import { findFreeSpot, footprint, grow, turnMargins } from '@/core/geometry'

import type { Command, DeviceId, EnclosureId, FaceId, Plan } from '@/core/plan'
import { Button } from '@/ui/primitives'

import { roomAsked } from '@/core/proposals'

import { useRoom } from '@/ui/room'

const GRID_mm = 5
const BARE = { top: 0, right: 0, bottom: 0, left: 0 }

/** Where a part finds room on a face: with all it asks for, else at least without covering anything. */
function spotFor(plan: Plan, enclosure: EnclosureId, face: FaceId, id: DeviceId) {
  const part = plan.parts[plan.devices[id]!.part]!
  const others = Object.values(plan.devices).flatMap((device) =>
    device!.place.kind === 'face' &&
    device!.place.enclosure === enclosure &&
    device!.place.face === face &&
    device!.origin !== 'remove'
      ? [{ place: device!.place, part: plan.parts[device!.part]! }]
      : [],
  )
  const data = plan.enclosures[enclosure]!.faces[face]!
  const bodies = others.map(({ place, part: other }) => footprint(other.body, place))
  const rooms = others.map(({ place, part: other }, i) =>
    grow(bodies[i]!, turnMargins(roomAsked(other), place.rotation_deg)),
  )
  // The room of what stands there already must stay free as well.
  const room = roomAsked(part)
  // A plate ends short of the walls: that much of the room is there already.
  const beyond_mm = data.kind === 'plate' ? (data.left_mm ?? 0) : 0
  const edges = {
    top: Math.max(0, room.top - beyond_mm),
    right: Math.max(0, room.right - beyond_mm),
    bottom: Math.max(0, room.bottom - beyond_mm),
    left: Math.max(0, room.left - beyond_mm),
  }
  const search = (taken: typeof bodies, margins: typeof BARE, within?: typeof BARE) =>
    findFreeSpot({ face: data, taken, body: part.body, margins, edges: within, grid_mm: GRID_mm })
  return search(rooms, room, edges) ?? search(rooms, BARE, edges) ?? search(rooms, BARE) ?? search(bodies, BARE)
}

/** Parts for the box that stand nowhere yet, in the order in which they are built in. */
export function WaitingQueue({
  enclosure,
  face,
  onPlaced,
}: {
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly onPlaced: (id: string) => void
}) {
  const { plan, evaluation, edit } = useRoom()
  const [error, setError] = useState<string | null>(null)
  const order = new Map(
    (evaluation?.procedure ?? [])
      .flatMap(({ acts }) => acts)
      .flatMap(({ id, device }, i) => (device && id.startsWith('mount:') ? [[device, i] as const] : [])),
  )
  const all = (Object.keys(plan.devices) as DeviceId[])
    .filter((id) => {
      const { place, origin, part } = plan.devices[id]!
      // Metal that hands can touch is the box, its door, a frame: it is where things stand, and stands nowhere itself.
      return (
        place.kind === 'unplaced' &&
        origin !== 'remove' &&
        (place.enclosure === null || place.enclosure === enclosure) &&
        plan.parts[part]!.behaviour.kind !== 'exposed-metal'
      )
    })
    .sort((a, b) => (order.get(a) ?? Infinity) - (order.get(b) ?? Infinity))
  const isPlate = plan.enclosures[enclosure]!.faces[face]!.kind === 'plate'
  const waiting = all.filter((id) => (plan.parts[plan.devices[id]!.part]!.mounting === 'panel') !== isPlate)
  const elsewhere = all.filter((id) => !waiting.includes(id))
  const put = (id: DeviceId) => {
    const spot = spotFor(plan, enclosure, face, id)
    const { tag } = plan.devices[id]!
    if (!spot) return setError(`${tag} finds no free place on this face; make room, or take a larger one`)
    setError(null)
    const problems = edit(`Place ${tag}`, { type: 'moveDevice', id, place: { kind: 'face', enclosure, face, ...spot } })
    if (problems.length > 0) return setError(problems[0]!.message)
    onPlaced(id)
  }
  const putAll = () => {
    let present = plan
    const commands: Command[] = []
    const left: string[] = []
    for (const id of [...waiting].sort((a, b) => area(plan, b) - area(plan, a))) {
      const spot = spotFor(present, enclosure, face, id)
      if (!spot) {
        left.push(plan.devices[id]!.tag)
        continue
      }
      const place = { kind: 'face' as const, enclosure, face, ...spot }
      commands.push({ type: 'moveDevice', id, place })
      present = { ...present, devices: { ...present.devices, [id]: { ...present.devices[id]!, place } } }
    }
    setError(left.length > 0 ? `No room was found for ${left.join(', ')}` : null)
    if (commands.length > 0) edit(`Place ${counted(commands.length, 'part')}`, ...commands)
  }
  if (waiting.length === 0 && elsewhere.length === 0)
    return (
      <section aria-label="Waiting for their place">
        <p className="text-[13.5px] text-mute">Everything for this box has its place.</p>
      </section>
    )
  return (
    <section aria-labelledby="waiting" className="rounded-xl border border-hair bg-sheet px-3 py-2">
      <div className="mb-1.5 flex items-center justify-between gap-2">
        <h2 id="waiting" className="font-bold">
          Waiting for their place
        </h2>
        {waiting.length > 1 ? <Button onClick={putAll}>Place all, largest first</Button> : null}
      </div>
      {waiting.length === 0 ? <p className="text-[14px] text-mute">Nothing more for this face.</p> : null}
      {elsewhere.length > 0 ? (
        <p className="mb-1 text-[13px] text-mute">
          {isPlate ? 'For a wall or the door' : 'For the plate'}:{' '}
          <span className="figures">{elsewhere.map((id) => plan.devices[id]!.tag).join(' ')}</span>
        </p>
      ) : null}
      <ul className="flex max-h-24 flex-wrap gap-1.5 overflow-y-auto">
        {waiting.map((id) => {
          const { tag, name, part } = plan.devices[id]!
          const { width_mm, height_mm } = plan.parts[part]!.body
          return (
            <li key={id}>
              <button
                type="button"
                onClick={() => put(id)}
                className="rounded-md border border-hair px-2 py-1 text-left text-[13px] hover:border-accent"
                aria-label={`Place ${tag}, ${name}`}
              >
                <span className="figures font-bold">{tag}</span> {name}{' '}
                <span className="figures text-mute">
                  {width_mm} × {height_mm}
                </span>
              </button>
            </li>
          )
        })}
      </ul>
      {error ? (
        <p role="alert" className="mt-1.5 text-[13px] font-semibold text-stop">
          {error}.
        </p>
      ) : null}
    </section>
  )
}

function area(plan: Plan, id: DeviceId): number {
  const { width_mm, height_mm } = plan.parts[plan.devices[id]!.part]!.body
  return width_mm * height_mm
}
