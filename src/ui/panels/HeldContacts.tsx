'use client'
import type { Device, DeviceId, Part, StateId } from '@/core/plan'
import { Choice } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const BY_WORDS: Readonly<Record<Part['actuators'][number]['by'], string>> = {
  hand: 'by hand',
  coil: 'by its coil',
  heat: 'by warmth',
  firmware: 'by the program',
  setting: 'by its setting',
}

/** Where the contacts of a device stand in each state: as in service, or held elsewhere. A coil that has its volts works all the same. */
export function HeldContacts({
  id,
  device,
  part,
}: {
  readonly id: DeviceId
  readonly device: Device
  readonly part: Part
}) {
  const { plan, edit } = useRoom()
  const movers = part.actuators.filter(({ by }) => by !== 'setting')
  if (movers.length === 0) return null
  return (
    <details className="rounded-lg border border-hair p-2.5">
      <summary className="font-bold">Held in a state</summary>
      <p className="my-1 text-[13px] text-mute">
        A pressed stop, a button, a hot thermostat. Contacts of a coil follow its volts: held, they only begin there.
      </p>
      {movers.map((mover) => (
        <fieldset key={mover.id} className="mt-2">
          <legend className="text-[13px] text-mute">
            {mover.name}, {BY_WORDS[mover.by]}
          </legend>
          <div className="grid grid-cols-2 gap-2">
            {(Object.keys(plan.states) as StateId[]).map((stateId) => {
              const state = plan.states[stateId]!
              return (
                <Choice
                  key={stateId}
                  label={state.name}
                  value={state.positions[id]?.[mover.id] ?? ''}
                  options={[
                    { value: '', label: `as in service (${mover.service})` },
                    ...mover.positions.map((position) => ({ value: position, label: position })),
                  ]}
                  onChoose={(position) =>
                    edit(`${device.tag} ${position || 'as in service'} in “${state.name}”`, {
                      type: 'setPosition',
                      state: stateId,
                      device: id,
                      actuator: mover.id,
                      position: position === '' ? null : position,
                    })
                  }
                />
              )
            })}
          </div>
        </fieldset>
      ))}
    </details>
  )
}
