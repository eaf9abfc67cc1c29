'use client'
import { useState } from 'react'
import { retag } from '@/core/naming'
import { highestWireNumber, type Command, type DeviceId, type TerminalId, type WireId, newWire } from '@/core/plan'
import { AddDevice, FindingCard } from '@/ui/panels'
import { later, Button, holdsWords, INPUT, newId } from '@/ui/primitives'
import { byTag, isWireable, useRoom } from '@/ui/room'
import { DeviceSheet } from './DeviceSheet'

// Fetched when they are wanted, not with the page.
const WiringDialog = later(async () => ({ default: (await import('./WiringDialog')).WiringDialog }))
const InOrderDialog = later(async () => ({ default: (await import('./InOrderDialog')).InOrderDialog }))
const CablesView = later(async () => ({ default: (await import('@/ui/cables')).CablesView }))
const LookAlikesView = later(async () => ({ default: (await import('@/ui/cables')).LookAlikesView }))
const WireListDialog = later(async () => ({ default: (await import('./WireListDialog')).WireListDialog }))

/** The rules about terminals that want a wire: shown at the terminals themselves. */
const OPEN: readonly string[] = ['required-terminal-open', 'metal-without-earth']

/** Joins terminals, device by device; what is open stands first. */
export function ConnectStage() {
  const { plan, evaluation, edit } = useRoom()
  const [chosen, setChosen] = useState<DeviceId | null>(null)
  const [query, setQuery] = useState('')
  const [message, setMessage] = useState<string | null>(null)
  const [isWiring, setWiring] = useState(false)
  const [isListing, setListing] = useState(false)
  const [isOrdering, setOrdering] = useState(false)
  const [view, setView] = useState<View>('devices')
  const openOf = new Map<DeviceId, readonly TerminalId[]>()
  // What is told with its cause is open all the same.
  for (const { rule, subjects, followers } of evaluation?.findings ?? [])
    for (const told of [{ id: rule, subjects }, ...followers]) {
      if (!OPEN.some((open) => told.id.startsWith(open))) continue
      for (const subject of told.subjects)
        if (subject.kind === 'terminal')
          openOf.set(subject.device, [...(openOf.get(subject.device) ?? []), subject.terminal])
    }
  const devices = (Object.keys(plan.devices) as DeviceId[])
    .map((id) => ({ id, tag: plan.devices[id]!.tag, name: plan.devices[id]!.name, open: openOf.get(id)?.length ?? 0 }))
    .filter(({ tag, name }) => holdsWords(`${tag} ${name}`, query))
    .sort((a, b) => Number(b.open > 0) - Number(a.open > 0) || byTag(a, b))
  const shown = chosen && plan.devices[chosen] ? chosen : devices[0]?.id
  const tagging = retag(plan)
  const hasMains = Object.values(plan.devices).some(({ part }) => plan.parts[part]!.behaviour.kind === 'mains-inlet')
  const earths = hasMains
    ? (evaluation?.reckoning.earths.filter(
        ({ device, path }) => path === null && plan.devices[device]?.origin !== 'remove',
      ) ?? [])
    : []
  const others =
    evaluation?.findings.filter(
      ({ stage, rule, severity }) => stage === 'connect' && severity !== 'note' && !OPEN.includes(rule),
    ) ?? []

  /** One earth conductor from the stud (or the inlet) to every metal part that has none. */
  const earthAll = () => {
    const stud = (Object.keys(plan.devices) as DeviceId[]).find(
      (id) => plan.parts[plan.devices[id]!.part]!.behaviour.kind === 'earth-stud',
    )
    const inlet = (Object.keys(plan.devices) as DeviceId[]).find(
      (id) => plan.parts[plan.devices[id]!.part]!.behaviour.kind === 'mains-inlet',
    )
    if (!inlet) return setMessage('There is no mains inlet to bring the earth in; add one under Feed')
    const commands: Command[] = []
    const inletPart = plan.parts[plan.devices[inlet]!.part]!
    const earth = inletPart.behaviour.kind === 'mains-inlet' ? inletPart.behaviour.earth : null
    let number = highestWireNumber(plan)
    const join = (from: DeviceId, fromTerminal: TerminalId, to: DeviceId, toTerminal: TerminalId) => {
      number += 1
      commands.push({
        type: 'connect',
        id: `wire:${newId().slice(0, 8)}` as WireId,
        wire: newWire(
          { kind: 'terminal', device: from, terminal: fromTerminal },
          { kind: 'terminal', device: to, terminal: toTerminal },
          'PE',
          `W${number}`,
        ),
      })
    }
    const isStudFed =
      stud &&
      Object.values(plan.wires).some(
        (wire) =>
          wire.function === 'PE' &&
          [wire.from, wire.to].some((end) => end.kind === 'terminal' && end.device === stud) &&
          [wire.from, wire.to].some((end) => end.kind === 'terminal' && end.device === inlet),
      )
    if (stud && earth && !isStudFed) join(inlet, earth, stud, 'PE' as TerminalId)
    for (const { device, terminal } of earths)
      if (device !== stud) join(stud ?? inlet, stud ? ('PE' as TerminalId) : earth!, device, terminal)
    setMessage(
      edit(`Earth ${earths.length} metal parts`, ...commands)
        .map(({ message: text }) => text)
        .join('; ') || null,
    )
  }
  return (
    <>
      <header className="mb-3 flex flex-wrap items-start justify-between gap-2">
        <div>
          <h1 className="text-[24px] leading-tight font-bold">Connect</h1>
          <p className="text-[14px] text-mute">
            Take a device, then say where each terminal goes. Sizes, fuses and ends follow.
          </p>
        </div>
        <div className="flex flex-wrap gap-2">
          {earths.length > 0 ? (
            <Button onClick={earthAll}>
              Earth {earths.length === 1 ? 'the metal part' : `all ${earths.length} metal parts`}
            </Button>
          ) : null}
          <ViewSwitch
            view={view}
            burning={
              evaluation?.lookAlikes.filter(({ outcome, remedy }) => outcome === 'burns' && remedy === null).length ?? 0
            }
            onView={setView}
          />
          <Button onClick={() => setListing(true)}>Wire list</Button>
          {shown ? <Button onClick={() => setOrdering(true)}>Join in order</Button> : null}
          <Button data-look="main" onClick={() => setWiring(true)}>
            Propose wiring
          </Button>
          <AddDevice label="Add a device" />
        </div>
      </header>
      {isOrdering && shown ? <InOrderDialog first={shown} onClose={() => setOrdering(false)} /> : null}
      {isListing ? <WireListDialog onClose={() => setListing(false)} /> : null}
      {isWiring ? <WiringDialog onClose={() => setWiring(false)} /> : null}
      {message ? (
        <p role="alert" className="mb-2 font-semibold text-stop">
          {message}
        </p>
      ) : null}
      {view === 'cables' ? <CablesView /> : null}
      {view === 'look alikes' ? <LookAlikesView /> : null}
      {view === 'devices' && others.length > 0 ? (
        <details className="mb-3">
          <summary className="cursor-pointer rounded-lg border border-hair bg-sheet px-3 py-1.5 font-semibold">
            {(['stop', 'caution'] as const)
              .map((wanted) => [wanted, others.filter(({ severity }) => severity === wanted).length] as const)
              .flatMap(([word, n]) => (n === 0 ? [] : [`${n} ${word}${n === 1 ? '' : 's'}`]))
              .join(' and ')}{' '}
            about what is joined
          </summary>
          <div className="mt-2 grid gap-2 xl:grid-cols-2">
            {others.map((finding) => (
              <FindingCard key={finding.id} finding={finding} />
            ))}
          </div>
        </details>
      ) : null}
      {view !== 'devices' ? null : devices.length === 0 && query === '' ? (
        <p className="rounded-xl border border-dashed border-hair bg-sheet p-6">
          There is nothing to connect yet. Add what must run under Brief, an inlet and a supply under Feed.
        </p>
      ) : (
        <div className="grid items-start gap-4 md:grid-cols-[208px_minmax(0,1fr)]">
          <section aria-label="Devices" className="rounded-xl border border-hair bg-sheet p-2 md:sticky md:top-[70px]">
            <input
              aria-label="Find a device"
              placeholder="Find a device"
              className={INPUT}
              value={query}
              onChange={(event) => setQuery(event.target.value)}
            />
            <ul className="mt-1.5 max-h-[60vh] overflow-y-auto" tabIndex={-1}>
              {devices.map(({ id, tag, name, open }) => (
                <li key={id}>
                  <button
                    type="button"
                    aria-current={id === shown}
                    onClick={() => setChosen(id)}
                    className={`flex w-full items-baseline gap-2 rounded-md px-2 py-1 text-left ${id === shown ? 'bg-accent-wash font-semibold' : 'hover:bg-wash'}`}
                  >
                    <span className="figures w-9 shrink-0 font-semibold">{tag}</span>
                    <span className="min-w-0 flex-1 truncate text-[14px]">{name}</span>
                    {open > 0 ? <span className="figures text-[12px] font-bold text-stop">{open} open</span> : null}
                  </button>
                </li>
              ))}
            </ul>
            {tagging.length > 0 && query === '' ? (
              <Button
                look="quiet"
                className="mt-1 w-full text-left text-[13px]"
                onClick={() => edit('Tag devices anew', ...tagging)}
              >
                Tag all anew by kind, from 1
              </Button>
            ) : null}
          </section>
          {shown ? (
            <DeviceSheet
              key={shown}
              id={shown}
              open={new Set(openOf.get(shown) ?? [])}
              wireable={(Object.keys(plan.parts[plan.devices[shown]!.part]!.terminals) as TerminalId[]).filter(
                (terminal) => isWireable(plan.parts[plan.devices[shown]!.part]!.terminals[terminal]!.clamp),
              )}
            />
          ) : null}
        </div>
      )}
    </>
  )
}

type View = 'devices' | 'cables' | 'look alikes'
const VIEWS: readonly { readonly view: View; readonly label: string }[] = [
  { view: 'devices', label: 'Devices' },
  { view: 'cables', label: 'Cables' },
  { view: 'look alikes', label: 'Look alikes' },
]

/** What is worked on: device by device, cable by cable, or what can be confused. */
function ViewSwitch({
  view,
  burning,
  onView,
}: {
  readonly view: View
  readonly burning: number
  readonly onView: (view: View) => void
}) {
  return (
    <div role="group" aria-label="What is worked on" className="flex rounded-lg border border-hair bg-wash p-0.5">
      {VIEWS.map(({ view: each, label }) => (
        <button
          key={each}
          type="button"
          aria-pressed={view === each}
          onClick={() => onView(each)}
          className={`rounded-md px-2.5 py-1 text-[15px] font-semibold ${view === each ? 'bg-sheet shadow-sm' : 'text-mute hover:text-ink'}`}
        >
          {label}
          {each === 'look alikes' && burning > 0 ? <span className="figures ml-1 text-caution">{burning}</span> : null}
        </button>
      ))}
    </div>
  )
}
