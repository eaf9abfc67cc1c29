'use client'
import { useRef, useState } from 'react'
import { newWire } from '@/core/patterns'
import {
  highestWireNumber,
  type DeviceId,
  type Terminal,
  type TerminalId,
  type WireFunction,
  type WireId,
} from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { TerminalCombobox, useTerminals, type TerminalChoice } from '@/ui/panels'
import { Button, Choice, Swatch } from '@/ui/primitives'
import { endName, FUNCTION_WORDS, terminalLabel, useRoom, wireColour } from '@/ui/room'
import { DeviceOutline } from './DeviceOutline'
import { guessFunction } from './guessFunction'

/** A device with its terminals in place, and a sentence for each. */
export function DeviceSheet({
  id,
  open,
  wireable,
}: {
  readonly id: DeviceId
  readonly open: ReadonlySet<TerminalId>
  readonly wireable: readonly TerminalId[]
}) {
  const { plan, evaluation, open: show } = useRoom()
  const [terminal, setTerminal] = useState<TerminalId | null>(null)
  const device = plan.devices[id]!
  const part = plan.parts[device.part]!
  const wiresAt = (key: TerminalId) =>
    (Object.entries(plan.wires) as [WireId, (typeof plan.wires)[WireId]][]).flatMap(([wireId, wire]) =>
      (['from', 'to'] as const).flatMap((side) => {
        const end = wire[side]
        return end.kind === 'terminal' && end.device === id && end.terminal === key
          ? [{ wireId, wire, other: wire[side === 'from' ? 'to' : 'from'] }]
          : []
      }),
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
      <DeviceOutline
        part={part}
        wireable={wireable}
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
      <ul className="mt-3 divide-y divide-hair/70">
        {wireable.map((key) => {
          const spec = part.terminals[key]!
          const joined = wiresAt(key)
          return (
            <li key={key} className="flex flex-wrap items-baseline gap-x-3 py-1.5">
              <button
                type="button"
                className={`figures w-24 shrink-0 truncate text-left font-semibold hover:underline ${open.has(key) ? 'text-stop' : ''}`}
                onClick={() => setTerminal(key)}
              >
                {spec.block ? `${spec.block} ` : ''}
                {spec.label}
              </button>
              <span className="min-w-0 flex-1 text-[14px]">
                {joined.length === 0 ? (
                  <span className={open.has(key) ? 'font-semibold text-stop' : 'text-mute'}>
                    {open.has(key) ? 'is open and must be connected' : 'stays open'}
                  </span>
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
                        {reckoned?.worst.value && wire.function !== 'PE'
                          ? `, ${formatNumber(reckoned.worst.value)} A`
                          : ''}
                      </span>
                      <Swatch colour={wireColour(plan, wire)} />
                    </span>
                  )
                })}
              </span>
              <Button
                look="quiet"
                aria-label={`Join ${spec.block ? `${spec.block} ` : ''}${spec.label}`}
                onClick={() => setTerminal(key)}
              >
                Join
              </Button>
            </li>
          )
        })}
      </ul>
    </section>
  )
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
  const likely = new Set<string>(spec.function === 'any' ? [] : [spec.function, 'any'])
  const choices = all
    .filter((choice) => !(choice.device === from && choice.terminal === key))
    .sort((a, b) => Number(likely.has(b.spec.function)) - Number(likely.has(a.spec.function)))
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
        id: `wire:${crypto.randomUUID().slice(0, 8)}` as WireId,
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
        <div className="w-72">
          <TerminalCombobox
            autoFocus
            label={`Join ${terminalLabel(plan, from, key)} to`}
            choices={choices}
            onPick={(choice) => {
              setTarget(choice)
              // Enter took the terminal; the next one connects.
              requestAnimationFrame(() => connectButton.current?.focus())
            }}
          />
        </div>
        {target ? (
          <p className="py-1">
            <span className="figures font-semibold">{target.name}</span>{' '}
            <span className="text-[14px] text-mute">{target.detail}</span>
          </p>
        ) : null}
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
