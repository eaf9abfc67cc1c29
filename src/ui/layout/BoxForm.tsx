'use client'
import { plateIn, sideOf } from '@/core/figures'
import type { Command, Enclosure, EnclosureId, FaceId, Side } from '@/core/plan'
import { newPlate, standardFaces } from '@/core/plan'
import { cite, RACK_PANEL_mm, RACK_UNIT_mm, SOURCES } from '@/core/reference'
import { Button, Choice, CommitField, newId, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { AIR, BOX_KINDS, BOX_SIDES, MOST_mm, ORIGINS, PLATE_SIDES, WALLS } from './boxWords'

/** A second plate stands so far off the back wall, on spacers over what lies on the first; an assumption, to be changed there. */
const SECOND_PLATE_mm = 80

const OUTDOOR: NonNullable<Enclosure['outdoor']> = {
  sun: 'shade',
  hasRainHood: false,
  night_C: 5,
  humidity_percent: 70,
  hanging: null,
  isFixed: true,
}

/** The box about the face: its size, its walls and door, where it stands. */
export function BoxForm({ id, face }: { readonly id: EnclosureId; readonly face: FaceId }) {
  const { plan, edit } = useRoom()
  const box = plan.enclosures[id]!
  const data = box.faces[face]!
  const change = (label: string, changes: Extract<Command, { type: 'updateEnclosure' }>['changes']) =>
    edit(label, { type: 'updateEnclosure', id, changes })[0]?.message ?? null
  const changeFace = (label: string, changes: Partial<typeof data>) =>
    change(label, { faces: { ...box.faces, [face]: { ...data, ...changes } } })
  const number = (
    label: string,
    value: number | null,
    commit: (value: number) => string | null,
    {
      unit = 'mm',
      least = 0,
      most = MOST_mm,
      hint,
      isWhole = false,
      empty,
    }: {
      readonly unit?: string
      readonly least?: number
      readonly most?: number
      readonly hint?: string
      readonly isWhole?: boolean
      /** Where it may be left out. */
      readonly empty?: () => string | null
    } = {},
  ) => (
    <CommitField
      key={label}
      label={label}
      unit={unit}
      numeric
      hint={hint}
      value={value === null ? '' : String(value)}
      onCommit={(text) => {
        if (empty && text.trim() === '') return empty()
        const read = readNumber(text, label)
        if ('error' in read) return read.error
        if (isWhole && !Number.isInteger(read.value)) return 'must be a whole number'
        return read.value < least ||
          read.value > most ||
          (least === 0 && read.value <= 0 && unit === 'mm' && label !== 'Off that side')
          ? `above ${least} and at most ${most} ${unit}`
          : commit(read.value)
      }}
    />
  )
  // Faces that were as large as the box follow it; what stands on them stays where it is.
  const resize = (key: 'width_mm' | 'height_mm' | 'depth_mm', value: number) => {
    const inner = { ...box.inner, [key]: value }
    const standard = standardFaces(inner, box.kind)
    const before = standardFaces(box.inner, box.kind)
    const faces = Object.fromEntries(
      Object.entries(box.faces).map(([faceId, each]) => {
        const [was, is] = [before[faceId as FaceId], standard[faceId as FaceId]]
        return [
          faceId,
          was && is && was.width_mm === each!.width_mm && was.height_mm === each!.height_mm
            ? { ...each!, width_mm: is.width_mm, height_mm: is.height_mm }
            : each!,
        ]
      }),
    )
    return { inner, faces }
  }
  const { outdoor } = box
  // A frame or base gets its floor first; in a box a second plate stands before the first.
  const addPlate = () => {
    const plates = Object.values(box.faces).filter((each) => each!.kind === 'plate')
    const isBoxed = box.kind === 'box' || box.kind === 'rack-shelf'
    const free = (['bottom', 'back', 'left', 'right', 'top'] as const).find(
      (side) => !plates.some((each) => sideOf(each!) === side),
    )
    const side = isBoxed ? 'back' : (free ?? 'back')
    const plate = newPlate(`Plate ${plates.length + 1}`, side, box.inner)
    edit(`Add ${plate.name}`, {
      type: 'addFace',
      enclosure: id,
      face: `face:plate-${newId().slice(0, 6)}` as FaceId,
      data: isBoxed
        ? {
            ...plate,
            standsOff_mm: SECOND_PLATE_mm,
            width_mm: Math.round(plate.width_mm / 2),
            height_mm: Math.round(plate.height_mm / 2),
          }
        : plate,
    })
  }
  return (
    <section aria-label="The box" className="space-y-2 rounded-xl border border-hair bg-sheet p-3.5">
      <CommitField
        label="Name"
        value={box.name}
        onCommit={(text) =>
          text.trim() ? change(`Box ${text.trim()}`, { name: text.trim().slice(0, 80) }) : 'give it a name'
        }
      />
      <CommitField
        label="Where it is"
        hint="such as: under the bench"
        value={box.where ?? ''}
        onCommit={(text) =>
          change(`The box is ${text.trim() || 'somewhere'}`, { where: text.trim().slice(0, 60) || null })
        }
      />
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="It is"
          value={box.kind}
          options={BOX_KINDS}
          onChoose={(value) => change(`It is ${value}`, { kind: value as Enclosure['kind'] })}
        />
        <Choice
          label="Origin"
          value={box.origin}
          options={ORIGINS}
          onChoose={(value) => change(`The box is ${value}`, { origin: value as Enclosure['origin'] })}
        />
        {BOX_SIDES.map(([key, label]) =>
          number(label, box.inner[key], (value) => change(`${label} ${value} mm`, resize(key, value))),
        )}
        {number('Wall', box.wall.thickness_mm, (value) =>
          change(`Wall ${value} mm`, { wall: { ...box.wall, thickness_mm: value } }),
        )}
        {box.kind === 'rack-shelf'
          ? number(
              'Rack units',
              box.rackUnits,
              (value) =>
                change(`${value} rack units`, {
                  rackUnits: value,
                  ...resize('height_mm', value * RACK_UNIT_mm),
                }),
              {
                unit: 'U',
                isWhole: true,
                least: 1,
                most: 60,
                hint: `one is ${RACK_UNIT_mm} mm; the panel ${RACK_PANEL_mm} mm; ${cite(SOURCES.eia310)}`,
              },
            )
          : null}
        <Choice
          label="Of"
          value={box.wall.material}
          options={WALLS}
          onChoose={(value) =>
            change(`Walls of ${value}`, { wall: { ...box.wall, material: value as Enclosure['wall']['material'] } })
          }
        />
        <Choice
          label="Stands"
          value={box.mounting ?? 'wall'}
          options={[
            { value: 'wall', label: 'back on a wall' },
            { value: 'free', label: 'free' },
          ]}
          onChoose={(value) => change(`Stands ${value}`, { mounting: value as 'free' })}
        />
        <Choice
          label="Air"
          value={box.sealed ? 'sealed' : 'breathing'}
          options={AIR}
          onChoose={(value) => change(value, { sealed: value === 'sealed' })}
        />
        {number('Protection wanted', box.ip, (value) => change(`IP${value}`, { ip: value }), {
          isWhole: true,
          unit: 'IP',
          most: 69,
          hint: 'two digits, IEC 60529: 54',
          empty: () => change('No protection wanted', { ip: null }),
        })}
      </div>
      <h3 className="pt-1 text-[13px] font-semibold">{data.name}</h3>
      <div className="grid grid-cols-2 gap-2">
        {number('Width', data.width_mm, (value) => changeFace(`${data.name} ${value} mm wide`, { width_mm: value }))}
        {number('Height', data.height_mm, (value) => changeFace(`${data.name} ${value} mm high`, { height_mm: value }))}
        {data.kind === 'plate' ? (
          <>
            <Choice
              label="Stands before"
              value={sideOf(data)}
              options={PLATE_SIDES}
              onChoose={(value) => changeFace(`${data.name} at the ${value}`, { side: value as Side })}
            />
            {number('Off that side', plateIn(box, face).standsOff_mm, (value) =>
              changeFace(`${data.name} ${value} mm off`, { standsOff_mm: value }),
            )}
            {number(
              'From the left',
              plateIn(box, face).left_mm,
              (value) => changeFace(`${data.name} ${value} mm from the left`, { left_mm: value }),
              { least: -MOST_mm },
            )}
            {number(
              'From above',
              plateIn(box, face).top_mm,
              (value) => changeFace(`${data.name} ${value} mm from above`, { top_mm: value }),
              { least: -MOST_mm },
            )}
          </>
        ) : null}
        {data.kind === 'plate' || (data.kind === 'door' && data.hinge === 'none')
          ? number(
              'Comes out with its leads on, by',
              data.pullsOut_mm,
              (value) => changeFace(`${data.name} comes out ${value} mm`, { pullsOut_mm: value }),
              {
                hint: data.pullsOut_mm === null ? 'empty: its leads are undone first' : undefined,
                empty: () => changeFace(`${data.name} stays`, { pullsOut_mm: null }),
              },
            )
          : null}
        {data.kind === 'door' ? (
          <Choice
            label="Hinges"
            value={data.hinge ?? 'left'}
            options={['left', 'right', 'top', 'bottom', 'none'].map((value) => ({
              value,
              label: value === 'none' ? 'none, it lifts off' : value,
            }))}
            onChoose={(value) => changeFace(`Hinges ${value}`, { hinge: value as 'left' })}
          />
        ) : null}
      </div>
      <div className="flex flex-wrap gap-2">
        <Button onClick={addPlate}>Add a plate</Button>
        {data.kind === 'plate' && Object.values(box.faces).filter((each) => each!.kind === 'plate').length > 1 ? (
          <Button
            look="quiet"
            onClick={() => edit(`Take ${data.name} out`, { type: 'removeFace', enclosure: id, face })}
          >
            Take {data.name} out
          </Button>
        ) : null}
      </div>
      <label className="flex items-center gap-2 pt-1 text-[14px]">
        <input
          type="checkbox"
          className="h-4 w-4 accent-(--accent)"
          checked={!!outdoor}
          onChange={(event) =>
            change(event.target.checked ? 'It stands in the open' : 'It stands under a roof', {
              outdoor: event.target.checked ? OUTDOOR : null,
            })
          }
        />{' '}
        It stands in the open
      </label>
      {outdoor ? (
        <div className="grid grid-cols-2 gap-2">
          <Choice
            label="Sun"
            value={outdoor.sun}
            options={[
              { value: 'shade', label: 'in the shade' },
              { value: 'sun', label: 'in the sun' },
            ]}
            onChoose={(value) => change(`In the ${value}`, { outdoor: { ...outdoor, sun: value as 'sun' } })}
          />
          <Choice
            label="Rain hood"
            value={outdoor.hasRainHood ? 'yes' : 'no'}
            options={[
              { value: 'no', label: 'none' },
              { value: 'yes', label: 'over its top' },
            ]}
            onChoose={(value) => change('Rain hood', { outdoor: { ...outdoor, hasRainHood: value === 'yes' } })}
          />
          {number(
            'Coldest night',
            outdoor.night_C,
            (value) => change(`Night ${value} °C`, { outdoor: { ...outdoor, night_C: value } }),
            { unit: '°C', least: -50, most: 50 },
          )}
          {number(
            'Humidity',
            outdoor.humidity_percent,
            (value) => change(`Humidity ${value} %`, { outdoor: { ...outdoor, humidity_percent: value } }),
            { unit: '%', least: 1, most: 100 },
          )}
          {number(
            'Hangs on points',
            outdoor.hanging?.points ?? null,
            (value) =>
              change(`Hangs on ${value} points`, {
                outdoor: {
                  ...outdoor,
                  hanging: { points: Math.max(1, Math.round(value)), each_kg: outdoor.hanging?.each_kg ?? 10 },
                },
              }),
            { unit: '', least: 1, most: 40 },
          )}
          {outdoor.hanging
            ? number(
                'Each carries',
                outdoor.hanging.each_kg,
                (value) =>
                  change(`Each carries ${value} kg`, {
                    outdoor: { ...outdoor, hanging: { ...outdoor.hanging!, each_kg: value } },
                  }),
                { unit: 'kg', least: 0.1, most: 1000 },
              )
            : null}
          {number(
            'The empty box weighs',
            box.mass_g,
            (value) => change(`The box weighs ${value} g`, { mass_g: value }),
            { unit: 'g', most: 500_000 },
          )}
        </div>
      ) : null}
    </section>
  )
}
