'use client'
import { useState } from 'react'
import { newRaceway, type Command, type EnclosureId, type FaceId, type Opening, type RacewayId } from '@/core/plan'
import { GLAND_THREADS, glandThread } from '@/core/reference'
import { Button, Choice, newId } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { proposeLeading } from '@/workers'

const SHAPES: Readonly<Record<string, Opening['shape']>> = {
  'round 16 mm': { kind: 'round', diameter_mm: 16 },
  'round 22.3 mm': { kind: 'round', diameter_mm: 22.3 },
  'network jack, 3/4 in': { kind: 'round', diameter_mm: 19.05 },
  'locking jack, 15/16 in': { kind: 'round', diameter_mm: 23.8 },
  'rectangle 40 × 20 mm': { kind: 'rectangle', width_mm: 40, height_mm: 20, corner_mm: 2 },
  'slot 30 × 6 mm': { kind: 'slot', length_mm: 30, width_mm: 6, axis: 'across' },
  'D, 12 mm with a flat': { kind: 'd-shaped', diameter_mm: 12, flat_mm: 5, flatAt: 'top' },
  'drain 6 mm': { kind: 'round', diameter_mm: 6 },
}
const USES: readonly (readonly [Opening['use'], string])[] = [
  ['spare', 'a spare, blanked'],
  ['blanked', 'there, to be blanked'],
  ['open', 'there, open'],
  ['vent', 'a vent'],
  ['drain', 'a drain'],
  ['device', 'for a jack behind it'],
]

/** What goes onto a face besides parts: rails and ducts on a plate, glands and openings in a wall. */
export function AddToFace({
  enclosure,
  face,
  onAdded,
}: {
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly onAdded: (key: string) => void
}) {
  const { plan, evaluation, edit } = useRoom()
  const [thread, setThread] = useState('M20')
  const [shape, setShape] = useState('round 16 mm')
  const [use, setUse] = useState<Opening['use']>('spare')
  const [message, setMessage] = useState<string | null>(null)
  const box = plan.enclosures[enclosure]!
  const data = box.faces[face]!
  const isPlate = data.kind === 'plate'
  const fresh = () => newId().slice(0, 8)
  const put = (label: string, key: string, ...commands: Command[]) => {
    const problems = edit(label, ...commands)
    setMessage(problems[0]?.message ?? null)
    if (problems.length === 0) onAdded(key)
  }
  const onFace = { enclosure, face }
  const count = (kind: string) => Object.values(plan.raceways).filter((raceway) => raceway!.kind === kind).length + 1
  if (isPlate) {
    return (
      <div className="flex flex-wrap items-center gap-1.5">
        <Button
          onClick={() => {
            const id = fresh()
            put('Add a rail', `rail:${id}`, {
              type: 'putRail',
              ...onFace,
              rail: {
                id,
                x_mm: 10,
                y_mm: Math.round(data.height_mm / 2),
                length_mm: Math.min(200, data.width_mm - 20),
                axis: 'across',
              },
            })
          }}
        >
          Add a rail
        </Button>
        <Button
          onClick={() => {
            const id = `raceway:${fresh()}` as RacewayId
            put('Add a duct', id, {
              type: 'addRaceway',
              id,
              raceway: newRaceway({
                enclosure,
                name: `Duct ${count('duct')}`,
                kind: 'duct',
                width_mm: 30,
                height_mm: 40,
                length_mm: Math.max(50, data.width_mm - 20),
                fillLimit_percent: 60,
                at: { face, x_mm: 10, y_mm: Math.round(data.height_mm - 45), axis: 'across' },
              }),
            })
          }}
        >
          Add a duct
        </Button>
        {message ? (
          <p role="alert" className="w-full text-[13px] font-semibold text-stop">
            {message}
          </p>
        ) : null}
      </div>
    )
  }
  const proposed = async () => {
    const led = await proposeLeading(plan, enclosure, 'glands', new AbortController().signal)
    if (led instanceof Error) return setMessage(led.message)
    const { commands, left } = led
    if (commands.length > 0) edit(`Put ${commands.length} glands in the bottom`, ...commands)
    setMessage(
      left.length > 0
        ? `The bottom has no room left for ${left.map((id) => plan.devices[id]!.tag).join(', ')}`
        : commands.length === 0
          ? 'Every lead that leaves this box has its gland'
          : null,
    )
  }
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Choice
        label="Thread"
        value={thread}
        options={GLAND_THREADS.map(({ size, hole_mm }) => ({ value: size, label: `${size}, hole ${hole_mm} mm` }))}
        onChoose={setThread}
      />
      <Button
        onClick={() => {
          const id = `raceway:${fresh()}` as RacewayId
          const { thread_mm } = glandThread(thread)!
          put('Add a gland', id, {
            type: 'addRaceway',
            id,
            raceway: newRaceway({
              enclosure,
              name: `Gland ${count('gland')}`,
              kind: 'gland',
              width_mm: thread_mm,
              height_mm: thread_mm,
              length_mm: 30,
              fillLimit_percent: 100,
              thread,
              at: { face, x_mm: Math.round(data.width_mm / 2), y_mm: Math.round(data.height_mm / 2), axis: 'across' },
            }),
          })
        }}
      >
        Add a gland
      </Button>
      {data.side === 'bottom' && evaluation ? (
        <Button onClick={() => void proposed()}>Glands for all leads</Button>
      ) : null}
      <Choice
        label="Opening"
        value={shape}
        options={Object.keys(SHAPES).map((value) => ({ value, label: value }))}
        onChoose={setShape}
      />
      <Choice
        label="Is"
        value={use}
        options={USES.map(([value, label]) => ({ value, label }))}
        onChoose={(value) => setUse(value as Opening['use'])}
      />
      <Button
        onClick={() => {
          const id = fresh()
          const isThere = use === 'blanked' || use === 'open'
          put('Add an opening', `opening:${id}`, {
            type: 'putOpening',
            ...onFace,
            opening: {
              id,
              name: `${USES.find(([value]) => value === use)![1]}`,
              shape: SHAPES[shape]!,
              x_mm: Math.round(data.width_mm / 2),
              y_mm: Math.round(data.height_mm / 2),
              origin: isThere ? 'there' : 'new',
              use,
              device: null,
            },
          })
        }}
      >
        Add an opening
      </Button>
      {message ? (
        <p role="status" className="w-full text-[13px] font-semibold text-caution">
          {message}
        </p>
      ) : null}
    </div>
  )
}
