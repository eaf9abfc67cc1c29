'use client'
import { useState } from 'react'
import { joinInOrder, type Port } from '@/core/joining'
import { landingOf, type DeviceId, type TerminalId, type WireFunction } from '@/core/plan'
import { Button, Choice, Modal } from '@/ui/primitives'
import { byTag, FUNCTION_WORDS, isWireable, terminalLabel, useRoom } from '@/ui/room'
import { guessFunction } from './guessFunction'

const FUNCTIONS = (Object.entries(FUNCTION_WORDS) as [WireFunction, string][]).map(([value, label]) => ({
  value,
  label,
}))

/** These to those in order: terminals of one device to terminals of another, the first chosen to the first chosen. */
export function InOrderDialog({ first, onClose }: { readonly first: DeviceId; readonly onClose: () => void }) {
  const { plan, evaluation, edit } = useRoom()
  const devices = (Object.keys(plan.devices) as DeviceId[])
    .map((id) => ({ id, tag: plan.devices[id]!.tag }))
    .sort(byTag)
  const [from, setFrom] = useState<readonly TerminalId[]>([])
  const [to, setTo] = useState<readonly TerminalId[]>([])
  const [sides, setSides] = useState<readonly [DeviceId, DeviceId]>([
    first,
    devices.find(({ id }) => id !== first)?.id ?? first,
  ])
  const [wanted, setWanted] = useState<WireFunction | null>(null)
  const [message, setMessage] = useState<string | null>(null)
  const ports = (device: DeviceId, terminals: readonly TerminalId[]): Port[] =>
    terminals.map((terminal) => ({ device, terminal }))
  const [a, b] = [ports(sides[0], from), ports(sides[1], to)]
  const guessed = a[0] && b[0] ? guessFunction(plan, evaluation?.reckoning ?? null, a[0], b[0]) : 'signal'
  const fn = wanted ?? guessed
  const made = a.length > 0 && b.length > 0 ? joinInOrder(plan, a, b, fn) : null
  const options = devices.map(({ id, tag }) => ({ value: id, label: `${tag} ${plan.devices[id]!.name}` }))
  return (
    <Modal wide title="Join these to those in order" open onClose={onClose}>
      <div className="grid gap-4 sm:grid-cols-2">
        <Side
          label="These"
          device={sides[0]}
          chosen={from}
          options={options}
          onChoose={setFrom}
          onDevice={(id) => (setSides([id, sides[1]]), setFrom([]))}
        />
        <Side
          label="To those"
          device={sides[1]}
          chosen={to}
          options={options}
          onChoose={setTo}
          onDevice={(id) => (setSides([sides[0], id]), setTo([]))}
        />
      </div>
      <div className="mt-3 max-w-56">
        <Choice
          label="Each wire is"
          value={fn}
          options={FUNCTIONS}
          onChoose={(value) => setWanted(value as WireFunction)}
        />
      </div>
      {made ? (
        <ul aria-label="What is joined" className="figures mt-3 grid gap-x-6 text-[14px] sm:grid-cols-2">
          {a.slice(0, b.length).map((port, i) => (
            <li key={`${port.terminal} ${b[i]!.terminal}`}>
              {plan.devices[sides[0]]!.tag} {terminalLabel(plan, port.device, port.terminal)} to{' '}
              {plan.devices[sides[1]]!.tag} {terminalLabel(plan, b[i]!.device, b[i]!.terminal)}
            </li>
          ))}
        </ul>
      ) : (
        <p className="mt-3 text-[14px] text-mute">Press terminals on both sides; the first goes to the first.</p>
      )}
      {[...(made?.left ?? []), ...(message ? [message] : [])].map((words) => (
        <p key={words} role="status" className="mt-1 text-[14px] font-semibold">
          {words}
        </p>
      ))}
      <div className="mt-4 flex gap-2">
        {made && made.joints > 0 ? (
          <Button
            look="main"
            onClick={() => {
              const [problem] = edit(`Join ${made.joints} in order`, ...made.commands)
              if (problem) return setMessage(problem.message)
              onClose()
            }}
          >
            Join {made.joints}
          </Button>
        ) : null}
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Modal>
  )
}

function Side({
  label,
  device,
  chosen,
  options,
  onChoose,
  onDevice,
}: {
  readonly label: string
  readonly device: DeviceId
  readonly chosen: readonly TerminalId[]
  readonly options: readonly { readonly value: DeviceId; readonly label: string }[]
  readonly onChoose: (terminals: readonly TerminalId[]) => void
  readonly onDevice: (device: DeviceId) => void
}) {
  const { plan } = useRoom()
  const { terminals } = plan.parts[plan.devices[device]!.part]!
  const used = new Set(
    Object.values(plan.wires).flatMap((wire) =>
      [wire!.from, wire!.to].flatMap((end) => {
        const at = landingOf(plan, end)
        return at?.device === device ? [at.terminal] : []
      }),
    ),
  )
  // What is free stands first.
  const keys = (Object.keys(terminals) as TerminalId[])
    .filter((key) => isWireable(terminals[key]!.clamp))
    .sort((x, y) => Number(used.has(x)) - Number(used.has(y)))
  return (
    <fieldset>
      <legend className="sr-only">{label}</legend>
      <Choice label={label} value={device} options={options} onChoose={(value) => onDevice(value as DeviceId)} />
      <div
        className="mt-2 flex max-h-52 flex-wrap gap-1.5 overflow-y-auto"
        tabIndex={0}
        role="group"
        aria-label={`Terminals, ${label}`}
      >
        {keys.map((key) => {
          const at = chosen.indexOf(key)
          return (
            <button
              key={key}
              type="button"
              aria-pressed={at !== -1}
              className={`figures rounded-md border px-2 py-1 text-[13px] ${at === -1 ? 'border-hair hover:border-accent' : 'border-accent bg-accent-wash font-bold'} ${used.has(key) ? 'text-mute' : ''}`}
              onClick={() => onChoose(at === -1 ? [...chosen, key] : chosen.filter((other) => other !== key))}
            >
              {at === -1 ? '' : `${at + 1}. `}
              {terminalLabel(plan, device, key)}
              {used.has(key) ? ' (joined)' : ''}
            </button>
          )
        })}
      </div>
    </fieldset>
  )
}
