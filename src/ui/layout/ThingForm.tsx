'use client'
import { alignRects, distributeRects, type Alignment, type QuarterTurn } from '@/core/geometry'
import type { Command, DeviceId, EnclosureId, FaceId } from '@/core/plan'
import { Button, Choice, CommitField, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { changeThings, thingsOn, type Change, type FaceThing } from './faceThings'

const ALIGN: readonly (readonly [Alignment, string])[] = [
  ['left', 'Left edges'],
  ['middle', 'Middles across'],
  ['right', 'Right edges'],
  ['top', 'Upper edges'],
  ['centre', 'Middles down'],
  ['bottom', 'Lower edges'],
]

/** Exact figures for what is chosen; several at once are lined up or spread. */
export function ThingForm({
  enclosure,
  face,
  chosen,
  onChoose,
}: {
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly chosen: ReadonlySet<string>
  readonly onChoose: (keys: ReadonlySet<string>) => void
}) {
  const { plan, edit } = useRoom()
  const things = thingsOn(plan, enclosure, face).filter(({ key }) => chosen.has(key))
  const change = (label: string, changes: ReadonlyMap<string, Change | 'remove'>) =>
    edit(label, ...changeThings(plan, enclosure, face, changes))[0]?.message ?? null
  if (things.length === 0)
    return (
      <p className="rounded-xl border border-dashed border-hair p-3.5 text-[14px] text-mute">
        Choose something on the face for its exact place; with Shift several, to line them up.
      </p>
    )
  if (things.length > 1) {
    const bodies = things.map(({ body }) => body)
    const move = (label: string, by: readonly { readonly dx_mm: number; readonly dy_mm: number }[]) =>
      change(label, new Map(things.map(({ key }, i) => [key, by[i]!])))
    return (
      <section aria-label="Chosen parts" className="space-y-2 rounded-xl border border-hair bg-sheet p-3.5">
        <h2 className="font-bold">{things.map(({ tag }) => tag).join(', ')}</h2>
        <p className="text-[13px] text-mute">Line up</p>
        <div className="grid grid-cols-2 gap-1.5">
          {ALIGN.map(([to, words]) => (
            <Button
              key={to}
              className="text-[13.5px]"
              onClick={() => move(`Line up: ${words.toLowerCase()}`, alignRects(bodies, to))}
            >
              {words}
            </Button>
          ))}
        </div>
        {things.length > 2 ? (
          <>
            <p className="text-[13px] text-mute">Equal gaps</p>
            <div className="grid grid-cols-2 gap-1.5">
              <Button
                className="text-[13.5px]"
                onClick={() => move('Spread across', distributeRects(bodies, 'across'))}
              >
                Spread across
              </Button>
              <Button className="text-[13.5px]" onClick={() => move('Spread down', distributeRects(bodies, 'down'))}>
                Spread down
              </Button>
            </div>
          </>
        ) : null}
        <Button
          look="danger"
          onClick={() => {
            change('Take them off', new Map(things.map(({ key }) => [key, 'remove'])))
            onChoose(new Set())
          }}
        >
          Take all off
        </Button>
      </section>
    )
  }
  return <OneThing thing={things[0]!} change={change} onGone={() => onChoose(new Set())} />
}

function OneThing({
  thing,
  change,
  onGone,
}: {
  readonly thing: FaceThing
  readonly change: (label: string, changes: ReadonlyMap<string, Change | 'remove'>) => string | null
  readonly onGone: () => void
}) {
  const { plan, open, edit } = useRoom()
  const { key, kind, tag, name, axis, length_mm, rotation_deg, device: id } = thing
  const device = id ? plan.devices[id]! : null
  const part = device ? plan.parts[device.part]! : null
  const isCentred = kind !== 'rail' && axis === null
  const number = (label: string, field: 'x_mm' | 'y_mm' | 'length_mm') => (
    <CommitField
      label={label}
      unit="mm"
      numeric
      value={String(thing[field] ?? '')}
      onCommit={(text) => {
        const read = readNumber(text, label)
        if ('error' in read) return read.error
        if (field === 'length_mm' && (read.value < 10 || read.value > 5000)) return 'between 10 and 5000 mm'
        return change(`Move ${tag}`, new Map([[key, { [field]: read.value }]]))
      }}
    />
  )
  const isFan = part?.behaviour.kind === 'fan'
  const update = (label: string, changes: Extract<Command, { type: 'updateDevice' }>['changes']) =>
    edit(label, { type: 'updateDevice', id: id as DeviceId, changes })[0]?.message ?? null
  return (
    <section aria-label={`${tag} in its place`} className="space-y-2 rounded-xl border border-hair bg-sheet p-3.5">
      <h2 className="font-bold">
        <span className="figures">{tag}</span> {name}
      </h2>
      {part ? (
        <p className="text-[13px] text-mute">
          <span className="figures">
            {part.body.width_mm} × {part.body.height_mm} × {part.body.depth_mm} mm
          </span>
          {part.mass_g === null ? (
            ''
          ) : (
            <>
              , <span className="figures">{part.mass_g} g</span>
            </>
          )}
          {part.orientations === 'upright' ? ', upright only' : ''}
        </p>
      ) : null}
      <div className="grid grid-cols-2 gap-2">
        {number(isCentred ? 'Centre across' : 'From the left', 'x_mm')}
        {number(isCentred ? 'Centre down' : 'From the top', 'y_mm')}
        {length_mm === null ? null : number('Length', 'length_mm')}
      </div>
      {device && part ? (
        <>
          <Choice
            label="Turned, clockwise"
            value={String(rotation_deg)}
            options={['0', '90', '180', '270'].map((value) => ({ value, label: `${value}°` }))}
            onChoose={(value) =>
              change(`Turn ${tag}`, new Map([[key, { rotation_deg: Number(value) as QuarterTurn }]]))
            }
          />
          <Choice
            label="Held by"
            value={device.fixedWith ?? ''}
            options={[
              { value: '', label: `as made: ${part.mounting}` },
              ...['screws', 'rail', 'tape', 'ties', 'glue'].map((value) => ({ value, label: value })),
            ]}
            onChoose={(value) =>
              update(`${tag} held by ${value || 'what it is made for'}`, {
                fixedWith: value === '' ? null : (value as 'tape'),
              })
            }
          />
          {part.cutouts?.some(({ screw }) => screw) ? (
            <CommitField
              label="Screw, length"
              unit="mm"
              numeric
              hint="empty: as reckoned"
              value={device.screw_mm == null ? '' : String(device.screw_mm)}
              onCommit={(text) => {
                if (text.trim() === '') return update(`${tag}: screws as reckoned`, { screw_mm: null })
                const read = readNumber(text, 'The length')
                return 'error' in read
                  ? read.error
                  : read.value <= 0
                    ? 'above 0 mm'
                    : update(`${tag}: screws of ${read.value} mm`, { screw_mm: read.value })
              }}
            />
          ) : null}
          {part.touch === 'open' ? (
            <label className="flex items-center gap-2 text-[14px]">
              <input
                type="checkbox"
                className="h-4 w-4 accent-(--accent)"
                checked={device.hasCover ?? false}
                onChange={(event) =>
                  update(`${tag}: cover ${event.target.checked ? 'on' : 'off'}`, { hasCover: event.target.checked })
                }
              />{' '}
              A cover is over its mains terminals
            </label>
          ) : null}
          {isFan ? (
            <Choice
              label="Blows"
              value={device.blows ?? ''}
              options={[
                { value: '', label: 'not said' },
                { value: 'in', label: 'in' },
                { value: 'out', label: 'out' },
              ]}
              onChoose={(value) =>
                update(`${tag} blows ${value || 'somewhere'}`, { blows: value === '' ? null : (value as 'in') })
              }
            />
          ) : null}
        </>
      ) : null}
      {axis ? (
        <Button onClick={() => change(`Turn ${tag}`, new Map([[key, { turn: true }]]))}>
          Run {axis === 'across' ? 'down' : 'across'}
        </Button>
      ) : null}
      <div className="flex flex-wrap gap-1.5">
        {id ? <Button onClick={() => open({ kind: 'device', id })}>Open {tag}</Button> : null}
        <Button
          look={id ? 'plain' : 'danger'}
          onClick={() => {
            change(`Take off ${tag}`, new Map([[key, 'remove']]))
            onGone()
          }}
        >
          {id ? 'Take it off' : 'Remove'}
        </Button>
      </div>
    </section>
  )
}
