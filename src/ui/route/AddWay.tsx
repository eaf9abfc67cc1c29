'use client'
import { useState } from 'react'
import * as z from 'zod'
import { GLAND_THREADS, glandThread } from '@/core/reference'
import {
  newRaceway,
  type EnclosureId,
  type FaceId,
  type Plan,
  type RacewayId,
  type RacewayKind,
  type WaySpot,
} from '@/core/plan'
import { figure, Typed, useFilled } from '@/ui/forms'
import { Button, Choice, INPUT, Labelled } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { freeName, INTO_WALL, KIND_WORDS, newWayId, ON_FACE, spotWords, WITH_ENDS } from './wayWords'

/** What a form begins with: the kind, and where a stroke of the hand began and ended. */
export interface WayDraft {
  readonly kind: RacewayKind
  readonly from?: WaySpot
  readonly to?: WaySpot | null
}

const START = {
  x: '10',
  y: '10',
  length: '300',
  width: '30',
  height: '40',
  x2: '30',
  y2: '100',
  travel: '300',
  radius: '75',
  pitch: '30',
  link: '35',
}
type Key = keyof typeof START

const WORDS: Readonly<Record<Key, string>> = {
  x: 'Across',
  y: 'Down',
  length: 'The length',
  width: 'The width',
  height: 'The height',
  x2: 'Across the door',
  y2: 'Down the door',
  travel: 'The travel',
  radius: 'The bend radius',
  pitch: 'From link to link',
  link: 'The height of a link',
}

const FILLED = z.object(
  Object.fromEntries(
    (Object.keys(START) as Key[]).map((key) => [key, figure(WORDS[key], `${WORDS[key]} must be a number such as 30`)]),
  ) as Record<Key, ReturnType<typeof figure>>,
)

/** Any way by its figures, from the keyboard alone. */
export function AddWay({
  enclosure,
  draft,
  onDrawn,
  onClose,
}: {
  readonly enclosure: EnclosureId | null
  readonly draft: WayDraft
  readonly onDrawn: (id: RacewayId) => void
  readonly onClose: () => void
}) {
  const { plan, edit } = useRoom()
  const [kind, setKind] = useState<RacewayKind>(draft.kind)
  const form = useFilled(FILLED, START)
  const [axis, setAxis] = useState<'across' | 'down'>('across')
  const [thread, setThread] = useState('M16')
  const faces = enclosure ? Object.entries(plan.enclosures[enclosure]!.faces) : []
  const still = faces
    .filter(([, face]) => face!.kind !== 'door')
    .map(([id, face]) => ({ value: id, label: face!.name }))
  const doors = faces
    .filter(([, face]) => face!.kind === 'door')
    .map(([id, face]) => ({ value: id, label: face!.name }))
  const walls = faces
    .filter(([, face]) => face!.kind !== 'plate')
    .map(([id, face]) => ({ value: id, label: face!.name }))
  const [face, setFace] = useState<string | null>(null)
  const [door, setDoor] = useState<string | null>(null)
  const spots = spotChoices(plan)
  const [from, setFrom] = useState(draft.from ? encode(draft.from) : (spots[0]?.value ?? NEW))
  const [to, setTo] = useState(draft.to ? encode(draft.to) : NEW)
  const [place, setPlace] = useState('')
  const [error, setError] = useState<string | null>(null)
  const isOnFace = ON_FACE.includes(kind)
  const isOpening = INTO_WALL.includes(kind)
  const hasEnds = WITH_ENDS.includes(kind)
  const choices = isOpening ? walls : still
  const faceNow = (choices.some(({ value }) => value === face) ? face : choices[0]?.value) as FaceId | undefined
  const doorNow = (door ?? doors[0]?.value) as FaceId | undefined

  const number = (key: Key, label: string) => <Typed form={form} name={key} label={label} unit="mm" numeric />
  const submit = form.handleSubmit(
    (values) => {
      const name = freeName(plan, kind)
      const id = newWayId()
      const at = faceNow ? { face: faceNow, x_mm: values.x, y_mm: values.y, axis } : null
      const size = { width_mm: values.width, height_mm: values.height }
      const ends = endsOf()
      if (hasEnds && typeof ends === 'string') return setError(ends)
      const raceway = newRaceway({
        name,
        kind,
        enclosure: hasEnds ? null : enclosure,
        ...(isOnFace ? { ...size, length_mm: values.length, at } : {}),
        ...(isOpening
          ? kind === 'gland'
            ? {
                thread,
                width_mm: glandThread(thread)!.thread_mm,
                height_mm: glandThread(thread)!.thread_mm,
                length_mm: 30,
                at,
              }
            : { width_mm: values.width, height_mm: values.width, length_mm: 30, at }
          : {}),
        ...(kind === 'hinge-loop' && enclosure && faceNow && doorNow
          ? {
              ends: {
                a: { kind: 'face' as const, enclosure, face: faceNow, x_mm: values.x, y_mm: values.y },
                b: { kind: 'face' as const, enclosure, face: doorNow, x_mm: values.x2, y_mm: values.y2 },
              },
            }
          : {}),
        ...(hasEnds && typeof ends !== 'string' ? { ends } : {}),
        ...(kind === 'stretch' || kind === 'loop' ? { length_mm: values.length } : {}),
        ...(kind === 'chain'
          ? {
              ...size,
              fillLimit_percent: 60,
              travel_mm: values.travel,
              bendRadius_mm: values.radius,
              chain: {
                pitch_mm: values.pitch,
                link_mm: values.link,
                fixedAt_percent: 50,
                links: null,
                opens: null,
                moves: 'above' as const,
                room_mm: null,
              },
            }
          : {}),
      })
      const problems = edit(`Draw ${name}`, { type: 'addRaceway', id, raceway })
      if (problems.length > 0) return setError(problems.map(({ message }) => message).join('; '))
      onDrawn(id)
    },
    (faults) => setError(Object.values(faults)[0]?.message ?? null),
  )
  const endsOf = (): string | { a: WaySpot; b: WaySpot } => {
    const read = (value: string): WaySpot | null => {
      if (value !== NEW) return decode(value)
      return place.trim() === '' ? null : { kind: 'spot', name: place.trim() }
    }
    const [a, b] = [read(from), read(to)]
    if (!a || !b) return 'Name the new place on the machine, such as “gantry, left end”'
    return encode(a) === encode(b) ? 'It begins and ends at the same place' : { a, b }
  }
  return (
    <form
      aria-label="Draw a way by its figures"
      noValidate
      onSubmit={(event) => void submit(event)}
      className="space-y-2 rounded-xl border border-accent bg-sheet p-3.5"
    >
      <Choice
        label="What"
        value={kind}
        options={(Object.keys(KIND_WORDS) as RacewayKind[]).map((value) => ({ value, label: KIND_WORDS[value] }))}
        onChoose={(value) => setKind(value as RacewayKind)}
      />
      {hasEnds ? (
        <>
          <Choice label="From" value={from} options={spots} onChoose={setFrom} />
          <Choice label="To" value={to} options={spots} onChoose={setTo} />
          {from === NEW || to === NEW ? (
            <Labelled label="The new place on the machine">
              {(props) => (
                <input
                  {...props}
                  className={INPUT}
                  value={place}
                  maxLength={60}
                  onChange={(event) => setPlace(event.target.value)}
                />
              )}
            </Labelled>
          ) : null}
        </>
      ) : (
        <Choice
          label={kind === 'hinge-loop' ? 'Held still on' : 'On'}
          value={faceNow ?? ''}
          options={choices}
          onChoose={setFace}
        />
      )}
      <div className="grid grid-cols-2 gap-2">
        {hasEnds ? null : (
          <>
            {number('x', isOnFace ? 'Left end across' : 'Across')}
            {number('y', isOnFace ? 'Upper end down' : 'Down')}
          </>
        )}
        {isOnFace || kind === 'stretch' || kind === 'loop'
          ? number('length', kind === 'stretch' ? 'Measured' : 'Length')
          : null}
        {isOnFace || kind === 'chain' || kind === 'grommet' || kind === 'hole' ? number('width', 'Inside width') : null}
        {isOnFace || kind === 'chain' ? number('height', 'Inside height') : null}
        {kind === 'chain' ? (
          <>
            {number('travel', 'Travel')}
            {number('radius', 'Bend radius')}
            {number('pitch', 'Link to link')}
            {number('link', 'Link outside height')}
          </>
        ) : null}
      </div>
      {isOnFace ? (
        <Choice
          label="Runs"
          value={axis}
          options={[
            { value: 'across', label: 'across' },
            { value: 'down', label: 'down' },
          ]}
          onChoose={(value) => setAxis(value as 'across' | 'down')}
        />
      ) : null}
      {kind === 'gland' ? (
        <Choice
          label="Thread"
          value={thread}
          options={GLAND_THREADS.map(({ size, clampMin_mm, clampMax_mm }) => ({
            value: size,
            label: `${size}, clamps ${clampMin_mm}–${clampMax_mm} mm`,
          }))}
          onChoose={setThread}
        />
      ) : null}
      {kind === 'hinge-loop' ? (
        <>
          <Choice label="Held on the door" value={doorNow ?? ''} options={doors} onChoose={setDoor} />
          <div className="grid grid-cols-2 gap-2">
            {number('x2', 'Across the door')}
            {number('y2', 'Down the door')}
          </div>
        </>
      ) : null}
      {error ? (
        <p role="alert" className="text-[13px] font-semibold text-stop">
          {error}
        </p>
      ) : null}
      <div className="flex gap-1.5">
        <Button look="main" type="submit">
          Draw it
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  )
}

const NEW = 'new'

const encode = (spot: WaySpot): string => JSON.stringify(spot)
const decode = (value: string): WaySpot => JSON.parse(value) as WaySpot

/** Boxes, openings and the places that are named already. */
export function spotChoices(plan: Plan): readonly { readonly value: string; readonly label: string }[] {
  const named = new Map<string, WaySpot>()
  for (const raceway of Object.values(plan.raceways))
    for (const spot of [raceway!.ends?.a, raceway!.ends?.b])
      if (spot?.kind === 'spot') named.set(spot.name.trim().toLowerCase(), spot)
  for (const device of Object.values(plan.devices))
    if (device!.spot) named.set(device!.spot.trim().toLowerCase(), { kind: 'spot', name: device!.spot })
  const found: WaySpot[] = [
    ...Object.keys(plan.enclosures).map((id): WaySpot => ({ kind: 'enclosure', enclosure: id as EnclosureId })),
    ...[...named.values()],
    ...(Object.keys(plan.raceways) as RacewayId[]).flatMap((id): WaySpot[] =>
      INTO_WALL.includes(plan.raceways[id]!.kind) ? [{ kind: 'raceway', raceway: id }] : [],
    ),
  ]
  return [
    ...found.map((spot) => ({ value: encode(spot), label: spotWords(plan, spot) })),
    { value: NEW, label: 'a new place …' },
  ]
}
