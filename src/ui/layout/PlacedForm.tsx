'use client'
import type { QuarterTurn } from '@/core/geometry'
import type { Command, DeviceId } from '@/core/plan'
import { Button, Choice, CommitField, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

/** Exact figures for what is chosen; several at once can be lined up. */
export function PlacedForm({ chosen }: { readonly chosen: ReadonlySet<DeviceId> }) {
  const { plan, edit, open } = useRoom()
  const items = [...chosen].flatMap((id) => {
    const device = plan.devices[id]
    return device?.place.kind === 'face' ? [{ id, device, place: device.place, part: plan.parts[device.part]! }] : []
  })
  if (items.length === 0) return <p className="rounded-xl border border-dashed border-hair p-3.5 text-[14px] text-mute">Choose a part on the plate for its exact place; with Shift several, to line them up.</p>
  if (items.length > 1) {
    const line = (label: string, key: 'x_mm' | 'y_mm') => {
      const middle = Math.round(items.reduce((sum, { place }) => sum + place[key], 0) / items.length)
      edit(label, ...items.map(({ id, place }): Command => ({ type: 'moveDevice', id, place: { ...place, [key]: middle } })))
    }
    const spread = (key: 'x_mm' | 'y_mm') => {
      const sorted = [...items].sort((a, b) => a.place[key] - b.place[key])
      const [from, to] = [sorted[0]!.place[key], sorted.at(-1)!.place[key]]
      edit('Spread evenly', ...sorted.map(({ id, place }, i): Command => ({ type: 'moveDevice', id, place: { ...place, [key]: Math.round((from + ((to - from) * i) / (sorted.length - 1)) * 10) / 10 } })))
    }
    return (
      <section aria-label="Chosen parts" className="space-y-2 rounded-xl border border-hair bg-sheet p-3.5">
        <h2 className="font-bold">{items.map(({ device }) => device.tag).join(', ')}</h2>
        <div className="flex flex-wrap gap-1.5">
          <Button onClick={() => line('Centres on one height', 'y_mm')}>On one height</Button>
          <Button onClick={() => line('Centres below one another', 'x_mm')}>Below one another</Button>
          {items.length > 2 ? <><Button onClick={() => spread('x_mm')}>Spread across</Button><Button onClick={() => spread('y_mm')}>Spread down</Button></> : null}
        </div>
      </section>
    )
  }
  const [{ id, device, place, part }] = items as [(typeof items)[number]]
  const number = (label: string, key: 'x_mm' | 'y_mm') => (
    <CommitField label={label} unit="mm" numeric value={String(place[key])} onCommit={(text) => {
      const read = readNumber(text, label)
      return 'error' in read ? read.error : (edit(`Move ${device.tag}`, { type: 'moveDevice', id, place: { ...place, [key]: read.value } })[0]?.message ?? null)
    }} />
  )
  return (
    <section aria-label={`${device.tag} in its place`} className="space-y-2 rounded-xl border border-hair bg-sheet p-3.5">
      <h2 className="font-bold"><span className="figures">{device.tag}</span> {device.name}</h2>
      <p className="text-[13px] text-mute"><span className="figures">{part.body.width_mm} × {part.body.height_mm} × {part.body.depth_mm} mm</span>{part.orientations === 'upright' ? ', upright only' : ''}</p>
      <div className="grid grid-cols-2 gap-2">{number('Centre across', 'x_mm')}{number('Centre down', 'y_mm')}</div>
      <Choice label="Turned, clockwise" value={String(place.rotation_deg)} options={['0', '90', '180', '270'].map((value) => ({ value, label: `${value}°` }))} onChoose={(value) => edit(`Turn ${device.tag}`, { type: 'moveDevice', id, place: { ...place, rotation_deg: Number(value) as QuarterTurn } })} />
      <div className="flex flex-wrap gap-1.5">
        <Button onClick={() => open({ kind: 'device', id })}>Open {device.tag}</Button>
        <Button onClick={() => edit(`Take ${device.tag} off the plate`, { type: 'moveDevice', id, place: { kind: 'unplaced', enclosure: place.enclosure } })}>Take it off</Button>
      </div>
    </section>
  )
}
