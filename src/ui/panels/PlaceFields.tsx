'use client'
import { BODY_SIDES, hostOf, type BodySide, type DeviceId, type Place, type Plan } from '@/core/plan'
import { Choice, CommitField, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

type OnPart = Extract<Place, { kind: 'on' }>

const SIDE_WORDS: Readonly<Record<BodySide, string>> = {
  front: 'its front',
  back: 'its back',
  top: 'its upper side',
  bottom: 'its lower side',
  left: 'its left side',
  right: 'its right side',
}

/** Where a device is: in the box, on another part, out on the machine. */
export function PlaceFields({ id }: { readonly id: DeviceId }) {
  const { plan, edit } = useRoom()
  const { tag, place } = plan.devices[id]!
  const hosts = hostsFor(plan, id)
  const move = (label: string, to: Place) => edit(`${tag} ${label}`, { type: 'moveDevice', id, place: to })
  const put = (on: OnPart) => move(`on ${plan.devices[on.device]!.tag}`, on)
  return (
    <>
      <Choice
        label="Where"
        value={place.kind === 'field' || place.kind === 'on' ? place.kind : 'box'}
        options={[
          { value: 'box', label: 'in the box' },
          ...(hosts.length > 0 ? [{ value: 'on', label: 'on another part' }] : []),
          { value: 'field', label: 'out on the machine' },
        ]}
        onChoose={(value) => {
          if (value === 'field') return void move('out on the machine', { kind: 'field', path: 'machine' })
          if (value === 'box') return void move('in the box', { kind: 'unplaced', enclosure: null })
          put({ kind: 'on', device: hosts[0]!, side: 'front', x_mm: 0, y_mm: 0, off_mm: 0, rotation_deg: 0 })
        }}
      />
      {place.kind === 'on' ? (
        <fieldset className="space-y-2 rounded-lg border border-hair p-2.5">
          <legend className="px-1 text-[13px] font-semibold">On another part</legend>
          <Choice
            label="Part"
            value={place.device}
            options={hosts.map((value) => ({
              value,
              label: `${plan.devices[value]!.tag} ${plan.devices[value]!.name}`,
            }))}
            onChoose={(value) => put({ ...place, device: value as DeviceId })}
          />
          <div className="grid grid-cols-2 gap-2">
            <Choice
              label="Side"
              value={place.side}
              options={BODY_SIDES.map((value) => ({ value, label: SIDE_WORDS[value] }))}
              onChoose={(value) => put({ ...place, side: value as BodySide })}
            />
            <Choice
              label="Turned"
              value={String(place.rotation_deg)}
              options={[0, 90, 180, 270].map((turn) => ({ value: String(turn), label: `${turn}°` }))}
              onChoose={(value) => put({ ...place, rotation_deg: Number(value) as OnPart['rotation_deg'] })}
            />
          </div>
          <div className="grid grid-cols-3 gap-2">
            {(
              [
                ['x_mm', 'Along, mm'],
                ['y_mm', place.side === 'front' || place.side === 'back' ? 'Down, mm' : 'Up, mm'],
                ['off_mm', 'Spacers, mm'],
              ] as const
            ).map(([key, label]) => (
              <CommitField
                key={key}
                label={label}
                value={String(place[key])}
                onCommit={(text) => {
                  const read = readNumber(text, label)
                  if ('error' in read) return read.error
                  const [problem] = put({ ...place, [key]: read.value })
                  return problem?.message ?? null
                }}
              />
            ))}
          </div>
          <p className="text-[13px] text-mute">
            From middle to middle, as {plan.devices[place.device]!.tag} stands unturned.
          </p>
        </fieldset>
      ) : null}
    </>
  )
}

/** What a device may sit on, the largest first: everything that stays, but for itself and what sits on it. */
function hostsFor(plan: Plan, id: DeviceId): readonly DeviceId[] {
  const sitsOnIt = (other: DeviceId): boolean => {
    let at: DeviceId | null = other
    for (let hop = 0; at !== null && hop < 8; hop += 1) {
      if (at === id) return true
      at = hostOf(plan.devices[at]!.place)
    }
    return false
  }
  const front_mm2 = (other: DeviceId) => {
    const { width_mm, height_mm } = plan.parts[plan.devices[other]!.part]!.body
    return width_mm * height_mm
  }
  return (Object.keys(plan.devices) as DeviceId[])
    .filter((other) => {
      const { origin, place } = plan.devices[other]!
      return origin !== 'remove' && place.kind !== 'field' && !sitsOnIt(other)
    })
    .sort((a, b) => front_mm2(b) - front_mm2(a))
}
