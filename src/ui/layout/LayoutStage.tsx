'use client'
import { useState } from 'react'
import { standardFaces, type Enclosure, type EnclosureId, type FaceId } from '@/core/plan'
import { FindingCard } from '@/ui/panels'
import { Button, later, newId, Sign } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { FaceCanvas, type View } from './FaceCanvas'

// What stands below the dry fit comes after it.
const ROOM = <div aria-hidden className="h-40" />
const AddToFace = later(async () => ({ default: (await import('./AddToFace')).AddToFace }), null, 'after the view')
const SiteSketch = later(async () => ({ default: (await import('./SiteSketch')).SiteSketch }), ROOM, 'after the view')
const WaitingQueue = later(
  async () => ({ default: (await import('./WaitingQueue')).WaitingQueue }),
  ROOM,
  'after the view',
)
const ThingForm = later(async () => ({ default: (await import('./ThingForm')).ThingForm }), ROOM, 'after the view')
const BoxForm = later(async () => ({ default: (await import('./BoxForm')).BoxForm }), ROOM, 'after the view')
const HeatPanel = later(async () => ({ default: (await import('./HeatPanel')).HeatPanel }), ROOM, 'after the view')
const HolesPanel = later(async () => ({ default: (await import('./HolesPanel')).HolesPanel }), ROOM, 'after the view')
const ModulesPanel = later(
  async () => ({ default: (await import('./ModulesPanel')).ModulesPanel }),
  ROOM,
  'after the view',
)
const FixingsPanel = later(
  async () => ({ default: (await import('./FixingsPanel')).FixingsPanel }),
  ROOM,
  'after the view',
)
const SpacePicture = later(async () => ({ default: (await import('@/ui/space')).SpacePicture }), ROOM, 'after the view')
const NewBox = later(async () => ({ default: (await import('./NewBox')).NewBox }))
const ArrangeDialog = later(async () => ({ default: (await import('./ArrangeDialog')).ArrangeDialog }))

/** The dry fit, to scale: what stands where on each face, before anything is drilled. */
export function LayoutStage() {
  const { plan, evaluation, edit } = useRoom()
  const [wantedBox, setWantedBox] = useState<EnclosureId | null>(null)
  const [wantedFace, setWantedFace] = useState<FaceId | null>(null)
  const [wantedView, setView] = useState<View>('outside')
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [isArranging, setArranging] = useState(false)
  const [isAdding, setAdding] = useState(false)
  const boxes = Object.keys(plan.enclosures) as EnclosureId[]
  const enclosure =
    wantedBox && boxes.includes(wantedBox)
      ? wantedBox
      : (boxes.find((id) => plan.enclosures[id]!.origin !== 'remove') ?? boxes[0])
  const faces = enclosure ? (Object.keys(plan.enclosures[enclosure]!.faces) as FaceId[]) : []
  const face = wantedFace && faces.includes(wantedFace) ? wantedFace : faces[0]
  const here = evaluation?.findings.filter(({ stage, severity }) => stage === 'layout' && severity !== 'note') ?? []
  const notes = evaluation?.findings.filter(({ stage, severity }) => stage === 'layout' && severity === 'note') ?? []
  const putBox = (enclosure: Enclosure): string | null => {
    const id = `enclosure:${newId().slice(0, 8)}` as EnclosureId
    const [problem] = edit(`Add ${enclosure.name}`, { type: 'addEnclosure', id, enclosure })
    if (problem) return `${problem.path.replace(/^enclosure\./, '')} ${problem.message}`
    show(id, null)
    setAdding(false)
    return null
  }
  const show = (id: EnclosureId | null, next: FaceId | null) => {
    setWantedBox(id)
    setWantedFace(next)
    setChosen(new Set())
  }
  const data = enclosure && face ? plan.enclosures[enclosure]!.faces[face]! : null
  const view: View = data?.kind === 'plate' ? 'outside' : wantedView
  const drilled = evaluation?.reckoning.faces.filter((each) => each.enclosure === enclosure) ?? []
  return (
    <>
      <header className="mb-3 flex flex-wrap items-start justify-between gap-2">
        <div>
          <h1 className="text-[24px] leading-tight font-bold">Lay out</h1>
          <p className="max-w-prose text-[14px] text-mute">
            The dry fit, to scale. Drag; or take a part with Tab and move it with the arrow keys, Shift by tens. R turns
            it, Delete takes it off.
          </p>
        </div>
        <div className="flex flex-wrap gap-1.5">
          {enclosure && evaluation ? (
            <Button look="main" onClick={() => setArranging(true)}>
              Propose an arrangement
            </Button>
          ) : null}
          {enclosure && faces.length < 2 && plan.enclosures[enclosure]!.kind !== 'open-frame' ? (
            <Button
              onClick={() => {
                const box = plan.enclosures[enclosure]!
                edit(
                  'Give it walls and a door',
                  ...Object.entries(standardFaces(box.inner, box.kind === 'machine-base' ? 'box' : box.kind))
                    .filter(([key]) => !Object.hasOwn(box.faces, key))
                    .map(([key, data]) => ({ type: 'addFace' as const, enclosure, face: key as FaceId, data: data! })),
                )
              }}
            >
              Give it walls and a door
            </Button>
          ) : null}
          <Button onClick={() => setAdding(true)}>Add a box</Button>
        </div>
      </header>
      {!enclosure || !face || !data ? (
        <p className="max-w-prose rounded-lg border border-dashed border-hair bg-sheet p-6">
          {boxes.length === 0
            ? 'No box yet. Add one, give it its inner size, and the parts queue here in the order in which they are built in.'
            : 'This box has no faces to put anything on.'}
        </p>
      ) : (
        <>
          {boxes.length > 1 ? <SiteSketch shown={enclosure} onShow={(id) => show(id, null)} /> : null}
          <div className="mb-2 flex flex-wrap items-center gap-3">
            <div
              role="radiogroup"
              aria-label="Face shown"
              className="inline-flex flex-wrap rounded-lg border border-hair bg-sheet p-0.5"
            >
              {faces.map((id) => {
                const each = drilled.find((other) => other.face === id)
                const wrong = each
                  ? each.overlapping.length + each.outside.length + each.onRaceway.length + each.spacing.length
                  : 0
                return (
                  <button
                    key={id}
                    type="button"
                    role="radio"
                    aria-checked={id === face}
                    onClick={() => show(enclosure, id)}
                    className={`rounded-md px-3 py-1 text-[14px] ${id === face ? 'bg-accent font-semibold text-accent-ink' : 'hover:bg-wash'}`}
                  >
                    {plan.enclosures[enclosure]!.faces[id]!.name}
                    {each && each.items.length + each.raceways.length > 0 ? (
                      <span className="figures ml-1">
                        {each.isPlate ? each.items.length : each.items.length + each.raceways.length}
                      </span>
                    ) : null}
                    {wrong > 0 ? (
                      <span className="ml-1">
                        <Sign of="caution" />
                        <span className="sr-only">{wrong} wrong</span>
                      </span>
                    ) : null}
                  </button>
                )
              })}
            </div>
            {data.kind === 'plate' ? null : (
              <div
                role="radiogroup"
                aria-label="Seen from"
                className="inline-flex rounded-lg border border-hair bg-sheet p-0.5"
              >
                {(['outside', 'inside'] as const).map((each) => (
                  <button
                    key={each}
                    type="button"
                    role="radio"
                    aria-checked={each === view}
                    onClick={() => setView(each)}
                    className={`rounded-md px-3 py-1 text-[14px] ${each === view ? 'bg-ink font-semibold text-sheet' : 'hover:bg-wash'}`}
                  >
                    From {each}
                    {each === 'inside' ? ', mirrored' : ''}
                  </button>
                ))}
              </div>
            )}
          </div>
          <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_270px]">
            <div className="min-w-0 space-y-3">
              <WaitingQueue enclosure={enclosure} face={face} onPlaced={(id) => setChosen(new Set([id]))} />
              <FaceCanvas enclosure={enclosure} face={face} view={view} chosen={chosen} onChoose={setChosen} />
              <AddToFace
                key={`${enclosure} ${face}`}
                enclosure={enclosure}
                face={face}
                onAdded={(key) => setChosen(new Set([key]))}
              />
              {here.length > 0 ? (
                <section aria-label="What to mend here" className="grid gap-2.5 lg:grid-cols-2">
                  {here.map((finding) => (
                    <FindingCard key={finding.id} finding={finding} />
                  ))}
                </section>
              ) : null}
              <HolesPanel enclosure={enclosure} face={face} view={view} />
              {boxes.length > 1 ? null : (
                <section aria-labelledby="stands" className="rounded-xl border border-hair bg-sheet p-3.5">
                  <h2 id="stands" className="mb-1 font-bold">
                    What runs out of it
                  </h2>
                  <SiteSketch shown={enclosure} onShow={(id) => show(id, null)} />
                </section>
              )}
              {notes.length > 0 ? (
                <section aria-label="Notes on the lay-out" className="grid gap-2.5 lg:grid-cols-2">
                  {notes.map((finding) => (
                    <FindingCard key={finding.id} finding={finding} />
                  ))}
                </section>
              ) : null}
            </div>
            <div className="space-y-4">
              <ThingForm enclosure={enclosure} face={face} chosen={chosen} onChoose={setChosen} />
              <HeatPanel enclosure={enclosure} />
              <SpacePicture enclosure={enclosure} face={face} onPickFace={(next) => show(enclosure, next)} />
              <BoxForm id={enclosure} face={face} />
              <ModulesPanel enclosure={enclosure} />
              <FixingsPanel enclosure={enclosure} />
            </div>
          </div>
        </>
      )}
      {isAdding ? <NewBox name={`Box ${boxes.length + 1}`} onPut={putBox} onClose={() => setAdding(false)} /> : null}
      {isArranging && enclosure ? <ArrangeDialog enclosure={enclosure} onClose={() => setArranging(false)} /> : null}
    </>
  )
}
