'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import { connectorName, connectorsOf, fitOf, plugIn, pullOut } from '@/core/cables'
import {
  highestWireNumber,
  landed,
  type CableId,
  type DeviceId,
  type Plan,
  type Terminal,
  type TerminalId,
  type Wire,
  type WireEnd,
  type WireFunction,
  type WireId,
  newWire,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { TerminalCombobox, useTerminals, type TerminalChoice } from '@/ui/panels'
import { Button, Choice, Swatch, newId } from '@/ui/primitives'
import { endName, FUNCTION_WORDS, terminalLabel, useRoom, wireColour } from '@/ui/room'
import { DeviceOutline } from './DeviceOutline'
import { guessFunction } from './guessFunction'

/** A device with its terminals in place, and a sentence for each, by the connector that it is in. */
export function DeviceSheet({
  id,
  open,
  wireable,
}: {
  readonly id: DeviceId
  readonly open: ReadonlySet<TerminalId>
  readonly wireable: readonly TerminalId[]
}) {
  const { plan, open: show } = useRoom()
  const [terminal, setTerminal] = useState<TerminalId | null>(null)
  const device = plan.devices[id]!
  const part = plan.parts[device.part]!
  const wires = useMemo(() => wiresByTerminal(plan, id), [plan, id])
  const wiresAt = (key: TerminalId) => wires.get(key) ?? []
  const ports = connectorsOf(plan).filter((use) => use.device === id)
  const inConnector = new Set(part.connectors.flatMap(({ ways }) => ways))
  const single = wireable.filter((key) => !inConnector.has(key))
  // Contacts moulded into a socket take no wire of their own, and stand with their socket.
  const all = [...single, ...ports.flatMap(({ spec }) => spec.ways.filter((way): way is TerminalId => way !== null))]
  const unjoined = single.filter((key) => wiresAt(key).length === 0)
  const isSaid = (key: TerminalId) =>
    part.terminals[key]!.need === 'later' || device.leftOpen.some(({ at }) => at === key)
  const later =
    unjoined.filter(isSaid).length +
    ports.filter(({ state }) => state === 'for later' || state === 'open on purpose').length
  const free = unjoined.filter((key) => !isSaid(key)).length
  const row = (key: TerminalId) => (
    <TerminalRow
      key={key}
      id={id}
      terminal={key}
      joined={wiresAt(key)}
      isOpen={open.has(key)}
      onJoin={wireable.includes(key) ? () => setTerminal(key) : null}
    />
  )
  return (
    <section aria-labelledby="sheet-title" className="min-w-0 rounded-xl border border-hair bg-sheet p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 id="sheet-title" className="text-lg font-bold">
          <span className="figures">{device.tag}</span> {device.name}
        </h2>
        <button
          type="button"
          className="text-[14px] text-accent hover:underline"
          onClick={() => show({ kind: 'device', id })}
        >
          Open it: loads, settings, another part
        </button>
      </div>
      <p className="text-[14px] text-mute">
        {[
          ...(ports.length > 0
            ? [`${ports.filter(({ state }) => state === 'free').length} of ${ports.length} connectors free`]
            : []),
          `${free} of ${single.length} other terminals free`,
          ...(open.size > 0 ? [`${open.size} must still be connected`] : []),
          ...(later > 0 ? [`${later} left open on purpose or for later`] : []),
        ].join(', ')}
      </p>
      <DeviceOutline
        part={part}
        wireable={all}
        open={open}
        used={(key) => wiresAt(key).length}
        chosen={terminal}
        onChoose={setTerminal}
      />
      {terminal ? (
        <Joiner
          key={terminal}
          id={id}
          terminal={terminal}
          spec={part.terminals[terminal]!}
          onDone={() => setTerminal(null)}
        />
      ) : null}
      <ul className="mt-3 divide-y divide-hair/70">{single.map(row)}</ul>
      {ports.map((use) => (
        <details
          key={use.connector}
          className="mt-1 border-t border-hair/70 pt-1"
          open={ports.length <= 4 || use.ways.length > 0}
        >
          <summary className="flex cursor-pointer flex-wrap items-center gap-x-3">
            <span className="figures w-24 shrink-0 font-bold">{use.spec.name}</span>
            <span className="min-w-0 flex-1 text-[14px] text-mute">
              {use.spec.family ?? 'connector'}, {use.spec.ways.length} ways
            </span>
            <span className="text-[14px] font-semibold">
              {use.plug
                ? (plan.cables[use.plug.cable]?.printed ?? plan.cables[use.plug.cable]?.name)
                : use.state === 'wired'
                  ? `${use.ways.length} wired`
                  : use.state}
            </span>
          </summary>
          {use.plug === null && use.ways.length === 0 ? (
            <LeftOpen id={id} at={`connector:${use.connector}`} name={use.spec.name} />
          ) : null}
          <PlugHere device={id} connector={use.connector} />
          <ul className="divide-y divide-hair/70 pl-3">
            {use.spec.ways.flatMap((way) => (way === null ? [] : [row(way)]))}
          </ul>
        </details>
      ))}
    </section>
  )
}

interface Joint {
  readonly wireId: WireId
  readonly wire: Wire
  readonly other: WireEnd
}

function wiresByTerminal(plan: Plan, id: DeviceId): ReadonlyMap<TerminalId, readonly Joint[]> {
  const found = new Map<TerminalId, Joint[]>()
  for (const [wireId, wire] of Object.entries(landed(plan).wires) as [WireId, Wire][])
    for (const side of ['from', 'to'] as const) {
      const end = wire[side]
      if (end.kind !== 'terminal' || end.device !== id) continue
      const joint = { wireId, wire, other: wire[side === 'from' ? 'to' : 'from'] }
      found.set(end.terminal, [...(found.get(end.terminal) ?? []), joint])
    }
  return found
}

/** A cable that fits here and hangs loose, plugged in with one press. */
function PlugHere({ device, connector }: { readonly device: DeviceId; readonly connector: string }) {
  const { plan, edit } = useRoom()
  const use = connectorsOf(plan).find((each) => each.device === device && each.connector === connector)!
  if (use.plug)
    return (
      <Button
        look="quiet"
        onClick={() =>
          edit(`Pull out of ${connectorName(plan, use)}`, ...pullOut(plan, use.plug!.cable, use.plug!.end))
        }
      >
        Pull it out
      </Button>
    )
  if (use.ways.length > 0) return null
  const fitting = (Object.keys(plan.cables) as CableId[]).flatMap((cable) =>
    (['a', 'b'] as const).flatMap((end) => {
      const own = plan.cables[cable]!.ends[end]
      return own.mates === null && fitOf(own, use.spec).goes === 'fits' ? [{ cable, end }] : []
    }),
  )
  if (fitting.length === 0) return null
  return (
    <p className="flex flex-wrap gap-1 py-1">
      {fitting.slice(0, 6).map(({ cable, end }) => (
        <Button
          key={`${cable} ${end}`}
          onClick={() => edit(`Plug into ${connectorName(plan, use)}`, ...plugIn(plan, cable, end, use))}
        >
          Plug in {plan.cables[cable]!.printed ?? plan.cables[cable]!.name}, end {end.toUpperCase()}
        </Button>
      ))}
    </p>
  )
}

/** One terminal as a sentence: what it is, where its wire goes and by which, or why it stays open. */
function TerminalRow({
  id,
  terminal: key,
  joined,
  isOpen,
  onJoin,
}: {
  readonly id: DeviceId
  readonly terminal: TerminalId
  readonly joined: readonly Joint[]
  readonly isOpen: boolean
  readonly onJoin: (() => void) | null
}) {
  const { plan, evaluation, open: show } = useRoom()
  const spec = plan.parts[plan.devices[id]!.part]!.terminals[key]!
  const name = spec.block ? `${spec.block} ${spec.label}` : spec.label
  const stays = isOpen ? 'is open and must be connected' : 'open'
  return (
    <li className="flex flex-wrap items-baseline gap-x-3 py-1.5 max-md:gap-x-2">
      <button
        type="button"
        disabled={onJoin === null}
        className={`figures w-24 shrink-0 truncate text-left max-md:w-20 font-semibold ${onJoin ? 'hover:underline' : ''} ${isOpen ? 'text-stop' : ''}`}
        onClick={onJoin ?? undefined}
      >
        {name}
      </button>
      <span className="w-28 shrink-0 text-[13px] text-mute max-md:w-20">{roleWords(spec)}</span>
      <span className="min-w-28 flex-1 text-[14px]">
        {joined.length === 0 ? (
          isOpen || onJoin === null ? (
            <span className={isOpen ? 'font-semibold text-stop' : 'text-mute'}>{stays}</span>
          ) : (
            <LeftOpen id={id} at={key} name={name} />
          )
        ) : null}
        {joined.map(({ wireId, wire, other }) => {
          const reckoned = evaluation?.reckoning.wires[wireId]
          return (
            <span key={wireId} className="flex flex-wrap items-center gap-x-2">
              <span>
                goes to{' '}
                <button
                  type="button"
                  className="font-semibold underline decoration-hair underline-offset-2 hover:decoration-accent"
                  onClick={() => show({ kind: 'wire', id: wireId })}
                >
                  {endName(plan, other)}
                </button>{' '}
                by {wire.label}
                {reckoned?.size ? `, ${reckoned.size}` : ''}
                {(reckoned?.worst.value ?? 0) > LEAST_A && wire.function !== 'PE'
                  ? `, ${formatNumber(reckoned!.worst.value!)} A`
                  : ''}
              </span>
              <Swatch colour={wireColour(plan, wire)} />
            </span>
          )
        })}
      </span>
      {onJoin ? (
        <Button look="quiet" aria-label={`Join ${name}`} data-act={isOpen ? '' : undefined} onClick={onJoin}>
          Join
        </Button>
      ) : null}
    </li>
  )
}

/** Less is what leaks through a pin or is left of arithmetic, and tells nobody how thick a lead must be. */
const LEAST_A = 5e-4

/** Why something stays open: nobody said, on purpose, or until something is added. */
function LeftOpen({ id, at, name }: { readonly id: DeviceId; readonly at: string; readonly name: string }) {
  const { plan, edit } = useRoom()
  const { tag, leftOpen } = plan.devices[id]!
  const said = leftOpen.find((each) => each.at === at)?.until ?? 'no'
  const others = leftOpen.filter((each) => each.at !== at)
  return (
    <select
      aria-label={`Why ${name} stays open`}
      className={`rounded max-w-full border border-transparent bg-transparent py-0.5 text-[14px] hover:border-hair ${said === 'no' ? 'text-ink' : 'text-mute'}`}
      value={said}
      onChange={({ target }) => {
        const until = target.value as 'no' | 'purpose' | 'later'
        edit(`${tag} ${name} stays open`, {
          type: 'updateDevice',
          id,
          changes: { leftOpen: until === 'no' ? others : [...others, { at, until }] },
        })
      }}
    >
      <option value="no">still open</option>
      <option value="purpose">open on purpose</option>
      <option value="later">open, for later</option>
    </select>
  )
}

/** "5 V signal in", "DC plus", "earth". */
function roleWords({ function: fn, direction, level_V, polarised }: Terminal): string {
  const level = level_V !== null && level_V > 0 ? `${formatNumber(level_V)} V ` : ''
  const way = direction === 'in' ? ' in' : direction === 'out' ? ' out' : ''
  const word = ROLE[fn] ?? fn
  return `${level}${level_V === 0 && (fn === 'signal' || fn === 'data') ? 'ground' : word}${way}${polarised && !POLAR.has(fn) ? ', polarised' : ''}`
}
const POLAR: ReadonlySet<string> = new Set(['V+', 'V-', 'control+', 'control-'])
const ROLE: Readonly<Partial<Record<Terminal['function'], string>>> = {
  FE: 'functional earth, protects nobody',
  L: 'line',
  N: 'neutral',
  PE: 'earth',
  'V+': 'DC plus',
  'V-': 'DC minus',
  'contact-COM': 'common contact',
  'contact-NO': 'open at rest',
  'contact-NC': 'closed at rest',
  'coil-A': 'winding A',
  'coil-B': 'winding B',
  'control+': 'control plus',
  'control-': 'control minus',
  any: 'any use',
}

/** Where a terminal's new wire goes, and what it does. */
function Joiner({
  id: from,
  terminal: key,
  spec,
  onDone,
}: {
  readonly id: DeviceId
  readonly terminal: TerminalId
  readonly spec: Terminal
  readonly onDone: () => void
}) {
  const { plan, evaluation, edit } = useRoom()
  const all = useTerminals()
  const [target, setTarget] = useState<TerminalChoice | null>(null)
  const [fn, setFunction] = useState<WireFunction | null>(null)
  const [error, setError] = useState<string | null>(null)
  const connectButton = useRef<HTMLButtonElement>(null)
  // Enter or a press took the terminal; the next one connects.
  useEffect(() => {
    if (target) connectButton.current?.focus()
  }, [target])
  const likely = new Set<string>(spec.function === 'any' ? [] : [spec.function, 'any'])
  const choices = all
    .filter((choice) => !(choice.device === from && choice.terminal === key))
    // What is taken comes last, whatever it does.
    .sort(
      (a, b) =>
        Number(a.used > 0) - Number(b.used > 0) ||
        Number(likely.has(b.spec.function)) - Number(likely.has(a.spec.function)),
    )
  const suggested = target
    ? guessFunction(plan, evaluation?.reckoning ?? null, { device: from, terminal: key }, target)
    : null
  const connect = () => {
    if (!target || !suggested) return
    const label = `W${highestWireNumber(plan) + 1}`
    const problems = edit(
      `Join ${endName(plan, { kind: 'terminal', device: from, terminal: key })} to ${target.name}`,
      {
        type: 'connect',
        id: `wire:${newId().slice(0, 8)}` as WireId,
        wire: newWire(
          { kind: 'terminal', device: from, terminal: key },
          { kind: 'terminal', device: target.device, terminal: target.terminal },
          fn ?? suggested,
          label,
        ),
      },
    )
    if (problems.length > 0) setError(problems[0]!.message)
    else onDone()
  }
  return (
    <div className="mt-3 rounded-lg border border-accent bg-accent-wash p-3">
      <p className="font-semibold">
        Join {plan.devices[from]!.tag} {terminalLabel(plan, from, key)} to …
      </p>
      <div className="mt-1.5 flex flex-wrap items-start gap-2">
        {target ? (
          <p className="py-1">
            <span className="figures font-semibold">{target.name}</span>{' '}
            <span className="text-[14px] text-mute">{target.detail}</span>{' '}
            <Button look="quiet" onClick={() => setTarget(null)}>
              Another
            </Button>
          </p>
        ) : (
          <div className="w-72">
            <TerminalCombobox
              autoFocus
              label={`Join ${terminalLabel(plan, from, key)} to`}
              choices={choices}
              onPick={setTarget}
            />
          </div>
        )}
        {target && suggested ? (
          <div className="w-44">
            <Choice
              hideLabel
              label="What the wire does"
              value={fn ?? suggested}
              options={Object.entries(FUNCTION_WORDS).map(([value, label]) => ({ value, label: `${value}, ${label}` }))}
              onChoose={(value) => setFunction(value as WireFunction)}
            />
          </div>
        ) : null}
        <Button look="main" ref={connectButton} disabled={!target} onClick={connect}>
          Connect
        </Button>
        <Button look="quiet" onClick={onDone}>
          Not now
        </Button>
      </div>
      {error ? (
        <p role="alert" className="mt-1 font-semibold text-stop">
          {error}
        </p>
      ) : null}
    </div>
  )
}
