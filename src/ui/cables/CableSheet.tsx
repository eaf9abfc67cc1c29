'use client'
import { useState } from 'react'
import {
  connectorName,
  connectorsOf,
  fitOf,
  isJoint,
  joinBareEnd,
  mate,
  matesFor,
  otherOf,
  placesFor,
  plugIn,
  pullApart,
  pullOut,
  stateOf,
  type CableEndPlace,
} from '@/core/cables'
import {
  landingOf,
  RELIEFS,
  type Cable,
  type CableId,
  type Command,
  type DeviceId,
  type Plan,
  type Relief,
  type TerminalId,
  type Wire,
  type WireId,
} from '@/core/plan'
import { TerminalCombobox, useTerminals } from '@/ui/panels'
import { Button, Choice, CommitField, readNumber, SeatChoice, Swatch } from '@/ui/primitives'
import { byTag, endName, isWireable, terminalLabel, useRoom, wireColour } from '@/ui/room'
import { CablePicture } from './CablePicture'

type EndName = 'a' | 'b'

/** One cable: what it is, where its plugs sit, and where each core goes. */
export function CableSheet({ id }: { readonly id: CableId }) {
  const { plan, evaluation, edit, open: show } = useRoom()
  const [message, setMessage] = useState<string | null>(null)
  const cable = plan.cables[id]!
  const cores = (Object.entries(plan.wires) as [WireId, Wire][]).filter(([, wire]) => wire.cable === id)
  const run = (label: string, ...commands: readonly Command[]) =>
    setMessage(edit(label, ...commands)[0]?.message ?? null)
  const change = (label: string, changes: Partial<Cable>) => {
    const [problem] = edit(label, { type: 'updateCable', id, changes } as Command)
    return problem?.message ?? null
  }
  const { state, words } = stateOf(plan, id)
  return (
    <section aria-labelledby="cable-title" className="min-w-0 rounded-xl border border-hair bg-sheet p-4">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 id="cable-title" className="text-lg font-bold">
          {cable.printed ? <span className="figures">{cable.printed} </span> : null}
          {cable.printed === cable.name ? '' : cable.name}
        </h2>
        <span
          className={`text-[14px] font-semibold ${state === 'joined' ? 'text-good' : state === 'aside' ? 'text-mute' : 'text-stop'}`}
        >
          {words}
        </span>
      </div>
      <div className="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-4">
        <CommitField label="Name" value={cable.name} onCommit={(text) => change('Name of a cable', { name: text })} />
        <CommitField
          label="Printed on it"
          value={cable.printed ?? ''}
          onCommit={(text) => change('Label of a cable', { printed: text.trim() === '' ? null : text })}
        />
        <Amount
          label="Length"
          value={cable.length_mm}
          onTake={(length_mm) => change('Length of a cable', { length_mm })}
        />
        <Amount label="Outside" value={cable.od_mm} onTake={(od_mm) => change('Diameter of a cable', { od_mm })} />
        <Choice
          label="It is"
          value={cable.premade ? 'bought' : 'made'}
          options={[
            { value: 'bought', label: 'bought ready-made' },
            { value: 'made', label: 'made here' },
          ]}
          onChoose={(value) => change('Bought or made', { premade: value === 'bought' })}
        />
        <Choice
          label="It lies"
          value={cable.flexClass}
          options={[
            { value: 'fixed', label: 'still' },
            { value: 'hinge', label: 'over a hinge' },
            { value: 'chain', label: 'in a chain' },
          ]}
          onChoose={(value) => change('How a cable lies', { flexClass: value as Cable['flexClass'] })}
        />
        <Choice
          label="Screen"
          value={cable.shielded ? 'yes' : 'no'}
          options={[
            { value: 'no', label: 'none' },
            { value: 'yes', label: 'shielded' },
          ]}
          onChoose={(value) =>
            change('Screen of a cable', {
              shielded: value === 'yes',
              screenAt: value === 'yes' ? cable.screenAt : null,
            })
          }
        />
        {cable.shielded ? (
          <Choice
            label="Screen joined to earth"
            value={cable.screenAt ?? ''}
            options={[
              { value: '', label: 'not said' },
              { value: 'a', label: 'at its first end' },
              { value: 'b', label: 'at its other end' },
              { value: 'both', label: 'at both ends' },
              { value: 'neither', label: 'nowhere' },
            ]}
            onChoose={(value) =>
              change('Where a screen is joined', { screenAt: value === '' ? null : (value as Cable['screenAt']) })
            }
          />
        ) : null}
        <Amount
          label="Jacket stands"
          unit="V"
          value={cable.jacket_V}
          onTake={(jacket_V) => change('Volts of a jacket', { jacket_V })}
        />
        <Choice
          label="Its pull is taken by"
          value={cable.relief ?? ''}
          options={[
            { value: '', label: 'its opening, or not said' },
            ...RELIEFS.map((value) => ({ value, label: RELIEF_WORDS[value] })),
          ]}
          onChoose={(value) =>
            change('What takes the pull of a cable', { relief: value === '' ? null : (value as Relief) })
          }
        />
        <Choice
          label="The leads of"
          value={cable.leadsOf ?? ''}
          options={[
            { value: '', label: 'no device' },
            ...(Object.keys(plan.devices) as DeviceId[])
              .map((device) => ({
                value: device,
                tag: plan.devices[device]!.tag,
                label: `${plan.devices[device]!.tag} ${plan.devices[device]!.name}`,
              }))
              .sort(byTag),
          ]}
          onChoose={(value) => change('Whose leads these are', { leadsOf: value === '' ? null : (value as DeviceId) })}
        />
      </div>
      <div className="mt-3 grid gap-3 sm:grid-cols-2">
        {(['a', 'b'] as const).map((end) => (
          <EndBox key={end} id={id} end={end} onRun={run} />
        ))}
      </div>
      {message ? (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {message}
        </p>
      ) : null}
      {cable.cores.length > 0 ? <CablePicture id={id} /> : null}
      <h3 className="mt-3 font-semibold">Cores</h3>
      <ul className="divide-y divide-hair/70">
        {cable.cores.map((core) => {
          const found = cores.find(([, wire]) => wire.core === core.id)
          return (
            <li key={core.id} className="flex flex-wrap items-center gap-2 py-1 text-[14px]">
              <span className="figures w-6 font-semibold">{core.id}</span>
              {core.colour || found ? <Swatch colour={core.colour ?? wireColour(plan, found![1])} /> : null}
              <span className="figures text-mute">
                {core.size ?? (found ? evaluation?.reckoning.wires[found[0]]?.size : null) ?? 'size not said'}
              </span>
              {found ? (
                <span className="min-w-0 flex-1">
                  {endName(plan, found[1].from)} to {endName(plan, found[1].to)},{' '}
                  <button
                    type="button"
                    className="font-semibold underline decoration-hair underline-offset-2 hover:decoration-accent"
                    onClick={() => show({ kind: 'wire', id: found[0] })}
                  >
                    {found[1].label}
                  </button>
                </span>
              ) : (
                <span className="text-mute">goes nowhere yet</span>
              )}
            </li>
          )
        })}
      </ul>
      <div className="mt-3 flex flex-wrap gap-2">
        {cable.aside === null ? (
          <Button
            look="quiet"
            onClick={() =>
              run(`Set ${cable.name} aside`, { type: 'updateCable', id, changes: { aside: 'kept as a spare' } })
            }
          >
            Set it aside as a spare
          </Button>
        ) : (
          <Button
            look="quiet"
            onClick={() => run(`Take ${cable.name} up`, { type: 'updateCable', id, changes: { aside: null } })}
          >
            Take it up again
          </Button>
        )}
        <Button
          look="danger"
          onClick={() =>
            run(`Remove ${cable.name}`, ...cores.map(([wire]) => ({ type: 'disconnect' as const, id: wire })), {
              type: 'removeCable',
              id,
            })
          }
        >
          Remove it with its cores
        </Button>
      </div>
    </section>
  )
}

const RELIEF_WORDS: Readonly<Record<Relief, string>> = {
  gland: 'a gland',
  clamp: 'a clamp on its jacket',
  moulded: 'its moulded plug',
  nothing: 'nothing',
}

function Amount({
  label,
  unit = 'mm',
  value,
  onTake,
}: {
  readonly label: string
  readonly unit?: string
  readonly value: number | null
  readonly onTake: (value: number | null) => string | null
}) {
  return (
    <CommitField
      numeric
      label={label}
      unit={unit}
      value={value === null ? '' : String(value)}
      onCommit={(text) => {
        if (text.trim() === '') return onTake(null)
        const read = readNumber(text, label)
        return 'error' in read ? read.error : onTake(read.value)
      }}
    />
  )
}

/** One end: a plug with its socket, or bare cores with the terminals they go to. */
function EndBox({
  id,
  end,
  onRun,
}: {
  readonly id: CableId
  readonly end: EndName
  readonly onRun: (label: string, ...commands: readonly Command[]) => void
}) {
  const { plan } = useRoom()
  const terminals = useTerminals()
  const cable = plan.cables[id]!
  const own = cable.ends[end]
  const places = placesFor(plan, id, end)
  const others = connectorsOf(plan).filter(
    (use) =>
      use.plug === null && use.ways.length === 0 && fitOf(own, use.spec).goes === 'amiss' && !places.includes(use),
  )
  const [wanted, setWanted] = useState<string | null>(null)
  const place = places.concat(others).find((use) => `${use.device} ${use.connector}` === wanted) ?? places[0] ?? null
  const side = end === 'a' ? 'from' : 'to'
  const open = (Object.values(plan.wires) as Wire[]).filter(
    (wire) => wire.cable === id && landingOf(plan, wire[side]) === null,
  )
  const isUntouched = !Object.values(plan.wires).some((wire) => wire!.cable === id)
  const wantedCount = isUntouched ? cable.cores.length : open.length
  return (
    <div className="rounded-lg border border-hair p-2.5">
      <p className="text-[14px]">
        <span className="font-bold">End {end.toUpperCase()}</span>{' '}
        <span className="text-mute">
          {own.kind === 'bare' ? 'bare cores' : `${own.family ?? 'plug'}, ${own.ways ?? '?'} ways`}
        </span>
      </p>
      {own.kind === 'plug' && !own.mates ? (
        <Choice
          label="This end is"
          value={own.gender ?? ''}
          options={[
            { value: '', label: 'a plug or a socket, not said' },
            { value: 'plug', label: 'a plug' },
            { value: 'socket', label: 'a socket' },
          ]}
          onChoose={(value) =>
            onRun(`End ${end.toUpperCase()} of ${cable.name}`, {
              type: 'updateCable',
              id,
              changes: { ends: { ...cable.ends, [end]: { ...own, gender: (value || null) as typeof own.gender } } },
            })
          }
        />
      ) : null}
      {own.kind === 'plug' && own.mates && isJoint(plan, own.mates.device) ? (
        <MatedEnd plan={plan} at={{ cable: id, end }} joint={own.mates.device} onRun={onRun} />
      ) : own.kind === 'plug' && own.mates ? (
        <div className="mt-1 flex flex-wrap items-center justify-between gap-2">
          <span className="font-semibold">in {connectorName(plan, own.mates)}</span>
          <SeatChoice
            seated={own.mates.seated}
            onChoose={(seated) =>
              onRun(`${cable.name} in ${connectorName(plan, own.mates!)}: how it sits`, {
                type: 'updateCable',
                id,
                changes: { ends: { ...cable.ends, [end]: { ...own, mates: { ...own.mates!, seated } } } },
              })
            }
          />
          <Button
            onClick={() =>
              onRun(`Pull ${cable.name} out of ${connectorName(plan, own.mates!)}`, ...pullOut(plan, id, end))
            }
          >
            Pull out
          </Button>
        </div>
      ) : null}
      {own.kind === 'plug' && !own.mates ? (
        place ? (
          <div className="mt-1 flex items-end gap-2">
            <div className="min-w-0 flex-1">
              <Choice
                label="goes into"
                value={`${place.device} ${place.connector}`}
                options={[
                  ...places.map((use) => ({
                    value: `${use.device} ${use.connector}`,
                    label: `${connectorName(plan, use)}, ${plan.devices[use.device]!.name}`,
                  })),
                  ...others.map((use) => ({
                    value: `${use.device} ${use.connector}`,
                    label: `${connectorName(plan, use)}: ${fitOf(own, use.spec).reason}`,
                  })),
                ]}
                onChoose={setWanted}
              />
            </div>
            <Button
              look="main"
              aria-label={`Plug end ${end.toUpperCase()} into ${connectorName(plan, place)}`}
              onClick={() =>
                onRun(`Plug ${cable.name} into ${connectorName(plan, place)}`, ...plugIn(plan, id, end, place))
              }
            >
              Plug in
            </Button>
          </div>
        ) : (
          <p className="mt-1 text-[14px] text-mute">No free socket in the plan takes it.</p>
        )
      ) : null}
      <MateChoice at={{ cable: id, end }} onRun={onRun} />
      {own.kind === 'bare' ? (
        wantedCount === 0 ? (
          <p className="mt-1 text-[14px] text-good">every core joined</p>
        ) : (
          <div className="mt-1">
            <p className="mb-1 text-[13px] text-mute">
              The first of its {wantedCount} open cores goes to; the others to the terminals that follow there:
            </p>
            <TerminalCombobox
              label={`First core of end ${end.toUpperCase()} to`}
              choices={terminals.filter(({ used }) => used === 0)}
              onPick={({ device, terminal }) => {
                const part = plan.parts[plan.devices[device]!.part]!
                const free = (Object.keys(part.terminals) as TerminalId[]).filter(
                  (key) =>
                    isWireable(part.terminals[key]!.clamp) &&
                    (key === terminal ||
                      terminals.some((each) => each.device === device && each.terminal === key && each.used === 0)),
                )
                const from = free.slice(free.indexOf(terminal))
                const ports = from.slice(0, wantedCount).map((key) => ({ device, terminal: key }))
                let next = 0
                const inOrder = isUntouched
                  ? ports
                  : cable.cores.map(({ id: core }) =>
                      open.some((wire) => wire.core === core) ? (ports[next++] ?? null) : null,
                    )
                onRun(
                  `Join ${cable.name} to ${plan.devices[device]!.tag} ${terminalLabel(plan, device, terminal)} and on`,
                  ...joinBareEnd(plan, id, end, inOrder),
                )
              }}
            />
          </div>
        )
      ) : null}
    </div>
  )
}

const endWords = (plan: Plan, { cable, end }: CableEndPlace): string => {
  const { name, printed } = plan.cables[cable]!
  return `${printed ?? name}, end ${end.toUpperCase()}`
}

interface RunProps {
  readonly at: CableEndPlace
  readonly onRun: (label: string, ...commands: readonly Command[]) => void
}

/** The plug of another cable that this one is in, and the way out again. */
function MatedEnd({ plan, at, joint, onRun }: RunProps & { readonly plan: Plan; readonly joint: DeviceId }) {
  const other = otherOf(plan, joint, at)
  return (
    <div className="mt-1 flex flex-wrap items-center justify-between gap-2">
      <span className="font-semibold">
        in {other ? endWords(plan, other) : 'nothing'}, at {plan.devices[joint]!.tag}
      </span>
      <Button onClick={() => onRun(`Pull ${plan.devices[joint]!.name} apart`, ...pullApart(plan, joint))}>
        Pull apart
      </Button>
    </div>
  )
}

/** Loose plugs of other cables that this one goes into: an extension, the own leads of a thing. */
function MateChoice({ at, onRun }: RunProps) {
  const { plan } = useRoom()
  const [wanted, setWanted] = useState<string | null>(null)
  const mates = matesFor(plan, at.cable, at.end)
  const keyOf = ({ cable, end }: CableEndPlace) => `${cable} ${end}`
  const chosen = mates.find((each) => keyOf(each) === wanted) ?? mates[0]
  if (!chosen) return null
  return (
    <div className="mt-1 flex items-end gap-2">
      <div className="min-w-0 flex-1">
        <Choice
          label="or into the plug of"
          value={keyOf(chosen)}
          options={mates.map((each) => ({
            value: keyOf(each),
            label: `${endWords(plan, each)}${each.fit.reason ? `: ${each.fit.reason}` : ''}`,
          }))}
          onChoose={setWanted}
        />
      </div>
      <Button
        aria-label={`Put end ${at.end.toUpperCase()} into ${endWords(plan, chosen)}`}
        onClick={() => onRun(`Put ${endWords(plan, at)} into ${endWords(plan, chosen)}`, ...mate(plan, at, chosen))}
      >
        Put together
      </Button>
    </div>
  )
}
