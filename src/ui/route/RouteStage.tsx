'use client'
import { counted } from '@/core/quantity'
import { useEffect, useState } from 'react'

import type { EnclosureId, RacewayId, RacewayKind } from '@/core/plan'
import { FindingCard } from '@/ui/panels'

import { Button, later } from '@/ui/primitives'

import { useRoom } from '@/ui/room'

import { proposeLeading } from '@/workers'

import type { WayDraft } from './AddWay'
import { OutsideMap, outsideWays } from './OutsideMap'

import { RouteCanvas } from './RouteCanvas'

import { KIND_WORDS } from './wayWords'

const ROOM = <div aria-hidden className="h-40" />
const Overview = later(async () => ({ default: (await import('./Overview')).Overview }), ROOM, 'after the view')
const WhereThingsAre = later(
  async () => ({ default: (await import('./Overview')).WhereThingsAre }),
  null,
  'after the view',
)
const WayPanel = later(async () => ({ default: (await import('./WayPanel')).WayPanel }))
const LeadPanel = later(async () => ({ default: (await import('./LeadPanel')).LeadPanel }))
const SpacePicture = later(async () => ({ default: (await import('@/ui/space')).SpacePicture }), ROOM)
const AddWay = later(async () => ({ default: (await import('./AddWay')).AddWay }))

const TOOLS: readonly RacewayKind[] = ['duct', 'clip-line', 'gland', 'grommet', 'hinge-loop']
const OUTSIDE_TOOLS: readonly RacewayKind[] = ['stretch', 'chain', 'loop']
/** What goes into a wall or onto a door wants all of them in sight. */
const FOR_WALLS: readonly RacewayKind[] = ['gland', 'grommet', 'hinge-loop', 'clip-line']
const HINTS: Readonly<Partial<Record<RacewayKind, string>>> = {
  duct: 'Draw it on the plate, from end to end.',
  'clip-line': 'Draw it on a face, from end to end.',
  gland: 'Press where it sits in a wall.',
  grommet: 'Press where it sits in a wall.',
  'hinge-loop': 'Draw from the plate or a wall to the door.',
  stretch: 'Draw on the map outside, from a place to another or into the open for a new one.',
  chain: 'Draw on the map outside, from its still end to its moving end.',
  loop: 'Draw on the map outside, from its still end to its moving end.',
}

/** Every wire's way, how long it is, and what holds it. */
export function RouteStage() {
  const { plan, evaluation, edit } = useRoom()
  const [wantedBox, setBox] = useState<EnclosureId | null>(null)
  const [tool, setTool] = useState<RacewayKind | null>(null)
  const [picked, setPicked] = useState<string | null>(null)
  const [draft, setDraft] = useState<WayDraft | null>(null)
  const [isAll, setAll] = useState(false)
  const [isInSpace, setInSpace] = useState(false)
  const [working, setWorking] = useState<AbortController | null>(null)
  const [message, setMessage] = useState<string | null>(null)
  // A finding leads here with what it is about.
  useEffect(() => {
    const key = decodeURIComponent(window.location.hash.slice(1))
    if (key) setPicked(key)
  }, [])
  const boxes = (Object.keys(plan.enclosures) as EnclosureId[]).filter((id) => plan.enclosures[id]!.origin !== 'remove')
  const enclosure = wantedBox && boxes.includes(wantedBox) ? wantedBox : boxes[0]
  const routes = evaluation?.reckoning.routes
  const way = picked && plan.raceways[picked as RacewayId] ? (picked as RacewayId) : null
  const lead = (picked && routes?.leads[picked]) || null
  const here = evaluation?.findings.filter(({ stage, severity }) => stage === 'route' && severity !== 'note') ?? []
  const notes = evaluation?.findings.filter(({ stage, severity }) => stage === 'route' && severity === 'note') ?? []
  const known = Object.values(routes?.leads ?? {})
  const measured = known.filter(({ bare_mm }) => bare_mm !== null).length
  const isOutsideTool = tool !== null && OUTSIDE_TOOLS.includes(tool)
  const propose = async (what: 'ways' | 'glands') => {
    if (!enclosure) return
    const stop = new AbortController()
    setWorking(stop)
    setMessage(null)
    const led = await proposeLeading(plan, enclosure, what, stop.signal)
    setWorking(null)
    if (stop.signal.aborted) return
    if (led instanceof Error) return setMessage(led.message)
    const { commands, left } = led
    if (commands.length > 0)
      edit(what === 'ways' ? `Draw ${counted(commands.length, 'way')}` : 'A gland for each lead', ...commands)
    if (left.length > 0)
      setMessage(`The bottom has no room left for ${left.map((id) => plan.devices[id]!.tag).join(', ')}`)
    else if (commands.length === 0)
      setMessage(
        what === 'ways' ? 'Every lead in this box has its way' : 'Every lead that leaves this box has its gland',
      )
  }
  const draw = (kind: RacewayKind) => {
    setDraft(null)
    setTool(tool === kind ? null : kind)
  }
  return (
    <>
      <header className="mb-3 flex flex-wrap items-start justify-between gap-2">
        <div>
          <h1 className="text-[24px] leading-tight font-bold">Route</h1>
          <p className="max-w-prose text-[14px] text-mute">
            Every lead along its way. Draw ducts, loops and stretches; lengths, fills and what holds them follow.{' '}
            {known.length > 0 ? (
              <span className="figures">
                {measured} of {known.length} leads have their length.
              </span>
            ) : null}
          </p>
        </div>
        <div className="flex flex-wrap gap-1.5">
          {working ? (
            <>
              <p role="status" className="self-center text-[14px] text-mute">
                Looking for ways …
              </p>
              <Button onClick={() => working.abort()}>Stop looking</Button>
            </>
          ) : (
            <>
              <Button look="main" onClick={() => void propose('ways')} disabled={!enclosure || !evaluation}>
                Propose ways
              </Button>
              <Button onClick={() => void propose('glands')} disabled={!enclosure || !evaluation}>
                Glands for all leads
              </Button>
            </>
          )}
        </div>
      </header>
      <div className="mb-2 flex flex-wrap items-center gap-1.5" role="group" aria-label="Draw">
        {[...TOOLS, ...OUTSIDE_TOOLS].map((kind) => (
          <button
            key={kind}
            type="button"
            aria-pressed={tool === kind}
            onClick={() => draw(kind)}
            className={`rounded-md border px-2.5 py-1 text-[14px] ${tool === kind ? 'border-accent bg-accent font-semibold text-accent-ink' : 'border-hair bg-sheet hover:border-accent'}`}
          >
            {KIND_WORDS[kind]}
          </button>
        ))}
        <Button
          onClick={() => {
            setTool(null)
            setDraft({ kind: tool ?? 'duct' })
          }}
        >
          By its figures …
        </Button>
        <label className="ml-auto flex items-center gap-1.5 text-[13px]">
          <input
            type="checkbox"
            className="h-4 w-4 accent-(--accent)"
            checked={isInSpace}
            onChange={(event) => setInSpace(event.target.checked)}
          />
          In space
        </label>
        <label className="flex items-center gap-1.5 text-[13px]">
          <input
            type="checkbox"
            className="h-4 w-4 accent-(--accent)"
            checked={isAll}
            onChange={(event) => setAll(event.target.checked)}
          />
          Bare walls too
        </label>
        {tool ? <p className="w-full text-[13px] text-mute">{HINTS[tool]}</p> : null}
        {message ? (
          <p role="status" className="text-[13px] font-semibold">
            {message}
          </p>
        ) : null}
      </div>
      {boxes.length > 1 ? (
        <div
          role="radiogroup"
          aria-label="Box shown"
          className="mb-2 inline-flex flex-wrap rounded-lg border border-hair bg-sheet p-0.5"
        >
          {boxes.map((id) => (
            <button
              key={id}
              type="button"
              role="radio"
              aria-checked={id === enclosure}
              onClick={() => setBox(id)}
              className={`rounded-md px-3 py-1 text-[14px] ${id === enclosure ? 'bg-accent font-semibold text-accent-ink' : 'hover:bg-wash'}`}
            >
              {plan.enclosures[id]!.name}
            </button>
          ))}
        </div>
      ) : null}
      <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_330px]">
        <div className="min-w-0 space-y-3">
          {enclosure && isInSpace && tool === null ? (
            <SpacePicture enclosure={enclosure} lead={lead} />
          ) : enclosure ? (
            <div className="rounded-xl border border-hair bg-sheet p-2">
              <RouteCanvas
                enclosure={enclosure}
                tool={tool && TOOLS.includes(tool) ? tool : null}
                hasAllFaces={isAll || (tool !== null && FOR_WALLS.includes(tool))}
                picked={picked}
                lead={lead}
                onPick={setPicked}
                onDrawn={() => setTool(null)}
              />
            </div>
          ) : (
            <p className="max-w-prose rounded-lg border border-dashed border-hair bg-sheet p-6">
              No box yet. Lay one out first; then ways are drawn on its faces.
            </p>
          )}
          {enclosure && (outsideWays(plan).length > 0 || isOutsideTool) ? (
            <section aria-label="Outside" className="rounded-xl border border-hair bg-sheet p-3.5">
              <h2 className="mb-1 font-bold">Outside</h2>
              <OutsideMap
                picked={picked}
                isDrawing={isOutsideTool}
                onPick={setPicked}
                onDraw={(from, to) => {
                  setDraft({ kind: tool!, from, to })
                  setTool(null)
                }}
              />
            </section>
          ) : null}
          <WhereThingsAre />
          {here.length > 0 ? (
            <section aria-label="What to mend here" className="grid gap-2 md:grid-cols-2">
              {here.slice(0, 12).map((finding) => (
                <FindingCard key={finding.id} finding={finding} />
              ))}
            </section>
          ) : null}
          {notes.length > 0 ? (
            <details>
              <summary className="cursor-pointer text-[14px] font-semibold">
                {notes.length === 1 ? 'One thing' : `${notes.length} things`} worth knowing
              </summary>
              <div className="mt-2 grid gap-2 md:grid-cols-2">
                {notes.slice(0, 12).map((finding) => (
                  <FindingCard key={finding.id} finding={finding} />
                ))}
              </div>
            </details>
          ) : null}
        </div>
        <aside className="min-w-0 space-y-3">
          {draft ? (
            <AddWay
              key={JSON.stringify(draft)}
              enclosure={enclosure ?? null}
              draft={draft}
              onDrawn={(id) => {
                setDraft(null)
                setPicked(id)
              }}
              onClose={() => setDraft(null)}
            />
          ) : null}
          {way || lead ? (
            <Button look="quiet" onClick={() => setPicked(null)}>
              ← All ways and leads
            </Button>
          ) : null}
          {way ? (
            <WayPanel key={way} id={way} onPick={setPicked} onGone={() => setPicked(null)} />
          ) : lead ? (
            <LeadPanel lead={lead} onPick={setPicked} />
          ) : (
            <Overview onPick={setPicked} />
          )}
        </aside>
      </div>
    </>
  )
}
