'use client'
import type { Enclosure, EnclosureId, FaceId } from '@/core/plan'
import { Choice, CommitField, readNumber } from '@/ui/primitives'
import { FigureButton, useRoom } from '@/ui/room'

const SIDES = [['width_mm', 'Width inside'], ['height_mm', 'Height inside'], ['depth_mm', 'Depth inside']] as const
const MOST_mm = 5000

/** The box about the face: its size, its walls, and how warm it gets. */
export function BoxForm({ id, face }: { readonly id: EnclosureId; readonly face: FaceId }) {
  const { plan, evaluation, edit } = useRoom()
  const box = plan.enclosures[id]!
  const heat = evaluation?.reckoning.boxes.find(({ enclosure }) => enclosure === id)
  const change = (label: string, changes: Partial<Enclosure>) => edit(label, { type: 'updateEnclosure', id, changes })[0]?.message ?? null
  const length = (label: string, value: number, commit: (value: number) => string | null) => (
    <CommitField key={label} label={label} unit="mm" numeric value={String(value)} onCommit={(text) => {
      const read = readNumber(text, label)
      if ('error' in read) return read.error
      return read.value <= 0 || read.value > MOST_mm ? `above 0 and at most ${MOST_mm} mm` : commit(read.value)
    }} />
  )
  const data = box.faces[face]!
  return (
    <section aria-label="The box" className="space-y-2 rounded-xl border border-hair bg-sheet p-3.5">
      <CommitField label="Box" value={box.name} onCommit={(text) => (text.trim() ? change(`Box ${text.trim()}`, { name: text.trim().slice(0, 80) }) : 'give it a name')} />
      <div className="grid grid-cols-2 gap-2">
        {SIDES.map(([key, label]) => length(label, box.inner[key], (value) => change(`${label} ${value} mm`, { inner: { ...box.inner, [key]: value } })))}
        {length('Wall', box.wall.thickness_mm, (value) => change(`Wall ${value} mm`, { wall: { ...box.wall, thickness_mm: value } }))}
        {length(`${data.name}, width`, data.width_mm, (value) => change(`${data.name} ${value} mm wide`, { faces: { ...box.faces, [face]: { ...data, width_mm: value } } }))}
        {length(`${data.name}, height`, data.height_mm, (value) => change(`${data.name} ${value} mm high`, { faces: { ...box.faces, [face]: { ...data, height_mm: value } } }))}
        <Choice label="Of" value={box.wall.material} options={[['painted-steel', 'painted steel'], ['stainless', 'stainless steel'], ['aluminium', 'aluminium'], ['plastic', 'plastic'], ['wood', 'wood']].map(([value, label]) => ({ value: value!, label: label! }))} onChoose={(value) => change(`Walls of ${value}`, { wall: { ...box.wall, material: value as Enclosure['wall']['material'] } })} />
        <Choice label="Stands" value={box.mounting ?? 'wall'} options={[{ value: 'wall', label: 'back on a wall' }, { value: 'free', label: 'free' }]} onChoose={(value) => change(`Stands ${value}`, { mounting: value as 'free' })} />
        <Choice label="Air" value={box.sealed ? 'sealed' : 'breathing'} options={[{ value: 'breathing', label: 'breathing' }, { value: 'sealed', label: 'sealed' }]} onChoose={(value) => change(value, { sealed: value === 'sealed' })} />
      </div>
      {heat ? <p className="text-[13.5px]"><FigureButton figure={heat.loss} title={box.name} subject="lost inside" /> inside, <FigureButton figure={heat.inside} title={box.name} subject="air inside" /> at full work.</p> : null}
    </section>
  )
}
