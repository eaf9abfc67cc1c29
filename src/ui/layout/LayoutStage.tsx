'use client'
import { useState } from 'react'
import { standardFaces, type DeviceId, type EnclosureId, type FaceId } from '@/core/plan'
import { FindingCard } from '@/ui/panels'
import { Button } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { BoxForm } from './BoxForm'
import { PlacedForm } from './PlacedForm'
import { PlateEditor } from './PlateEditor'
import { WaitingQueue } from './WaitingQueue'

const NEW_INNER = { width_mm: 500, height_mm: 400, depth_mm: 200 }

/** The dry fit, to scale: what stands where on each face, before anything is drilled. */
export function LayoutStage() {
  const { plan, evaluation, edit } = useRoom()
  const [wanted, setWanted] = useState<string | null>(null)
  const [chosen, setChosen] = useState<ReadonlySet<DeviceId>>(new Set())
  const faces = Object.entries(plan.enclosures).flatMap(([enclosure, box]) => (box!.origin === 'remove' ? [] : Object.entries(box!.faces).map(([face, data]) => ({ key: `${enclosure} ${face}`, enclosure: enclosure as EnclosureId, face: face as FaceId, name: `${box!.name}, ${data!.name.toLowerCase()}`, data: data! }))))
  const shown = faces.find(({ key }) => key === wanted) ?? faces[0]
  const here = evaluation?.findings.filter(({ stage, severity }) => stage === 'layout' && severity !== 'note') ?? []
  const addBox = () =>
    edit('Add a box', {
      type: 'addEnclosure', id: `enclosure:${crypto.randomUUID().slice(0, 8)}` as EnclosureId,
      enclosure: { name: `Box ${Object.keys(plan.enclosures).length + 1}`, kind: 'box', inner: NEW_INNER, wall: { material: 'painted-steel', thickness_mm: 1.5 }, sealed: false, origin: 'new', faces: standardFaces(NEW_INNER) },
    })
  return (
    <>
      <header className="mb-3 flex flex-wrap items-start justify-between gap-2">
        <div>
          <h1 className="text-[24px] leading-tight font-bold">Lay out</h1>
          <p className="text-[14px] text-mute">The dry fit, to scale. Drag, or take a part with Tab and move it with the arrow keys; R turns it, Delete takes it off.</p>
        </div>
        <Button onClick={addBox}>Add a box</Button>
      </header>
      {!shown ? (
        <p className="max-w-prose rounded-lg border border-dashed border-hair bg-sheet p-6">No box yet. Add one, give it its inner size, and the parts queue here in the order in which they are built in.</p>
      ) : (
        <>
          {faces.length > 1 ? (
            <div role="radiogroup" aria-label="Face shown" className="mb-2 inline-flex flex-wrap rounded-lg border border-hair bg-sheet p-0.5">
              {faces.map(({ key, name }) => <button key={key} type="button" role="radio" aria-checked={key === shown.key} onClick={() => { setWanted(key); setChosen(new Set()) }} className={`rounded-md px-3 py-1 text-[14px] ${key === shown.key ? 'bg-accent font-semibold text-accent-ink' : 'hover:bg-wash'}`}>{name}</button>)}
            </div>
          ) : null}
          <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_260px]">
            <div className="min-w-0 space-y-3">
              <PlateEditor enclosure={shown.enclosure} face={shown.face} chosen={chosen} onChoose={setChosen} />
              <WaitingQueue enclosure={shown.enclosure} face={shown.face} onPlaced={(id) => setChosen(new Set([id]))} />
            </div>
            <div className="space-y-4">
              <PlacedForm chosen={chosen} />
              <BoxForm id={shown.enclosure} face={shown.face} />
            </div>
          </div>
        </>
      )}
      {here.length > 0 ? <section aria-label="What to mend here" className="mt-3 grid gap-2.5 lg:grid-cols-2">{here.map((finding) => <FindingCard key={finding.id} finding={finding} />)}</section> : null}
    </>
  )
}
