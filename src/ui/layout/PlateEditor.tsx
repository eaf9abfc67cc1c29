'use client'
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { footprint, grow, turnMargins, type QuarterTurn } from '@/core/geometry'
import type { Command, Device, DeviceId, EnclosureId, FaceId, Part } from '@/core/plan'
import { byTag, useRoom } from '@/ui/room'

const GRID_mm = 5
const EDGE_mm = 22

type Placed = Device & { readonly place: Extract<Device['place'], { kind: 'face' }> }

interface Drag {
  readonly from: { readonly x: number; readonly y: number }
  readonly by: { readonly x: number; readonly y: number }
}

const snap = (value: number) => Math.round(value / GRID_mm) * GRID_mm

/** One face to scale: parts as they stand, the room they ask for about them, moved by hand or by keys. */
export function PlateEditor({ enclosure, face, chosen, onChoose }: { readonly enclosure: EnclosureId; readonly face: FaceId; readonly chosen: ReadonlySet<DeviceId>; readonly onChoose: (ids: ReadonlySet<DeviceId>) => void }) {
  const { plan, evaluation, edit } = useRoom()
  const svg = useRef<SVGSVGElement>(null)
  const [drag, setDrag] = useState<Drag | null>(null)
  const { width_mm, height_mm, name } = plan.enclosures[enclosure]!.faces[face]!
  const items = (Object.entries(plan.devices) as [DeviceId, Device][])
    .filter((entry): entry is [DeviceId, Placed] => entry[1].place.kind === 'face' && entry[1].place.enclosure === enclosure && entry[1].place.face === face)
    .map(([id, device]) => ({ id, tag: device.tag, device, part: plan.parts[device.part]! }))
    .sort(byTag)
  const reckoned = evaluation?.reckoning.faces.find((each) => each.enclosure === enclosure && each.face === face)
  const wrong = new Set<DeviceId>([...(reckoned?.overlapping.flat() ?? []), ...(reckoned?.outside ?? [])])
  const tight = new Set<DeviceId>(reckoned?.crowded.flat() ?? [])

  const move = (label: string, change: (place: Placed['place']) => Placed['place'], ids: Iterable<DeviceId>) => {
    const commands = [...ids].flatMap((id): Command[] => {
      const item = items.find((each) => each.id === id)
      return item ? [{ type: 'moveDevice', id, place: change(item.device.place) }] : []
    })
    if (commands.length > 0) edit(label, ...commands)
  }
  const tags = (ids: ReadonlySet<DeviceId>) => items.filter(({ id }) => ids.has(id)).map(({ tag }) => tag).join(', ')
  const at_mm = (event: PointerEvent) => {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.current!.getScreenCTM()!.inverse())
    return { x: point.x, y: point.y }
  }
  const take = (event: PointerEvent<SVGGElement>, id: DeviceId) => {
    event.currentTarget.setPointerCapture(event.pointerId)
    const next = event.shiftKey ? new Set([...chosen, id]) : chosen.has(id) ? chosen : new Set([id])
    onChoose(next)
    setDrag({ from: at_mm(event), by: { x: 0, y: 0 } })
  }
  const pull = (event: PointerEvent) => {
    if (!drag) return
    const now = at_mm(event)
    setDrag({ ...drag, by: { x: snap(now.x - drag.from.x), y: snap(now.y - drag.from.y) } })
  }
  const drop = () => {
    if (drag && (drag.by.x !== 0 || drag.by.y !== 0)) move(`Move ${tags(chosen)}`, (place) => ({ ...place, x_mm: place.x_mm + drag.by.x, y_mm: place.y_mm + drag.by.y }), chosen)
    setDrag(null)
  }
  const press = (event: KeyboardEvent, id: DeviceId) => {
    const ids = chosen.has(id) ? chosen : new Set([id])
    const step = event.shiftKey ? 10 : 1
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[event.key]
    if (by) {
      event.preventDefault()
      onChoose(ids)
      move(`Nudge ${tags(ids)}`, (place) => ({ ...place, x_mm: place.x_mm + by[0]!, y_mm: place.y_mm + by[1]! }), ids)
    } else if (event.key === 'r' || event.key === 'R') {
      event.preventDefault()
      move(`Turn ${tags(ids)}`, (place) => ({ ...place, rotation_deg: ((place.rotation_deg + 90) % 360) as QuarterTurn }), ids)
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault()
      edit(`Take ${tags(ids)} off the plate`, ...[...ids].map((each): Command => ({ type: 'moveDevice', id: each, place: { kind: 'unplaced', enclosure } })))
    } else if (event.key === ' ' || event.key === 'Enter') {
      event.preventDefault()
      onChoose(chosen.has(id) && event.key === ' ' ? new Set([...chosen].filter((each) => each !== id)) : event.shiftKey ? new Set([...chosen, id]) : new Set([id]))
    }
  }
  const marks = (length: number) => Array.from({ length: Math.floor(length / 50) + 1 }, (_, i) => i * 50)
  return (
    <div className="overflow-hidden rounded-xl border border-hair bg-sheet p-2">
      <svg ref={svg} viewBox={`${-EDGE_mm} ${-EDGE_mm} ${width_mm + EDGE_mm + 6} ${height_mm + EDGE_mm + 6}`} className="block max-h-[68vh] w-full touch-none" role="group" aria-label={`${name}, ${width_mm} by ${height_mm} mm, from the front`} onPointerMove={pull} onPointerUp={drop} onPointerCancel={() => setDrag(null)}>
        <rect x="0" y="0" width={width_mm} height={height_mm} fill="var(--paper)" stroke="var(--ink)" strokeWidth="1" onPointerDown={() => onChoose(new Set())} />
        {marks(width_mm).map((x) => <line key={`x${x}`} x1={x} x2={x} y1="0" y2={height_mm} stroke="var(--hair)" strokeWidth={x % 100 === 0 ? 0.6 : 0.3} pointerEvents="none" />)}
        {marks(height_mm).map((y) => <line key={`y${y}`} x1="0" x2={width_mm} y1={y} y2={y} stroke="var(--hair)" strokeWidth={y % 100 === 0 ? 0.6 : 0.3} pointerEvents="none" />)}
        {marks(width_mm).filter((x) => x % 100 === 0).map((x) => <text key={x} x={x} y="-6" fontSize="9" textAnchor="middle" className="figures" fill="var(--mute)">{x}</text>)}
        {marks(height_mm).filter((y) => y % 100 === 0 && y > 0).map((y) => <text key={y} x="-5" y={y + 3} fontSize="9" textAnchor="end" className="figures" fill="var(--mute)">{y}</text>)}
        {items.map(({ id, tag, device, part }) => {
          const isChosen = chosen.has(id)
          const offset = isChosen && drag ? drag.by : { x: 0, y: 0 }
          const place = { ...device.place, x_mm: device.place.x_mm + offset.x, y_mm: device.place.y_mm + offset.y }
          const body = footprint(part.body, place)
          const room = grow(body, turnMargins(part.clearance_mm, place.rotation_deg))
          const tone = wrong.has(id) ? 'var(--stop)' : tight.has(id) ? 'var(--caution)' : isChosen ? 'var(--accent)' : hasMains(part) ? 'var(--mains)' : 'var(--return)'
          const [w, h] = [body.right_mm - body.left_mm, body.bottom_mm - body.top_mm]
          const size = Math.max(6, Math.min(14, w / (tag.length * 0.75), h * 0.6))
          return (
            <g key={id} role="button" tabIndex={0} aria-pressed={isChosen} aria-label={`${tag} ${device.name}, ${place.x_mm} mm across, ${place.y_mm} mm down, turned ${place.rotation_deg}°`} className="cursor-move outline-none [&:focus-visible>.body]:[stroke-width:2.6]" onPointerDown={(event) => take(event, id)} onKeyDown={(event) => press(event, id)}>
              {isChosen ? <rect x={room.left_mm} y={room.top_mm} width={room.right_mm - room.left_mm} height={room.bottom_mm - room.top_mm} fill="none" stroke="var(--accent)" strokeWidth="0.8" strokeDasharray="4 3" /> : null}
              <rect className="body" x={body.left_mm} y={body.top_mm} width={w} height={h} rx="2" fill={wrong.has(id) ? 'var(--stop-wash)' : tight.has(id) ? 'var(--caution-wash)' : isChosen ? 'var(--accent-wash)' : 'var(--sheet)'} stroke={tone} strokeWidth="1.4" />
              <TopMark body={body} turn={place.rotation_deg} />
              <text x={place.x_mm} y={place.y_mm + size * 0.35} fontSize={size} fontWeight="700" textAnchor="middle" className="figures" fill="var(--ink)" pointerEvents="none">{tag}</text>
              {h > 3.4 * size && w > 60 ? <text x={place.x_mm} y={place.y_mm + size * 1.5} fontSize={Math.min(8, (w / device.name.length) * 1.7)} textAnchor="middle" fill="var(--mute)" pointerEvents="none">{device.name}</text> : null}
            </g>
          )
        })}
      </svg>
      <p className="px-1 pt-1 text-[13px] text-mute">{name}, <span className="figures">{width_mm} × {height_mm} mm</span>, seen from the front; centres from its upper left corner. The bar is a part’s own top. Orange outlines carry mains.</p>
    </div>
  )
}

function hasMains(part: Part): boolean {
  return Object.values(part.terminals).some((terminal) => terminal!.function === 'L') || part.behaviour.kind === 'mains-inlet'
}

/** A short bar along the side that is the part's top. */
function TopMark({ body, turn }: { readonly body: ReturnType<typeof footprint>; readonly turn: QuarterTurn }) {
  const { left_mm: l, top_mm: t, right_mm: r, bottom_mm: b } = body
  const [cx, cy] = [(l + r) / 2, (t + b) / 2]
  const half = Math.min(r - l, b - t) * 0.18
  const ends = { 0: [cx - half, t + 2.2, cx + half, t + 2.2], 90: [r - 2.2, cy - half, r - 2.2, cy + half], 180: [cx - half, b - 2.2, cx + half, b - 2.2], 270: [l + 2.2, cy - half, l + 2.2, cy + half] }[turn] as [number, number, number, number]
  return <line x1={ends[0]} y1={ends[1]} x2={ends[2]} y2={ends[3]} stroke="var(--mute)" strokeWidth="1.6" strokeLinecap="round" pointerEvents="none" />
}
