'use client'
import type { Device, DeviceId, EnclosureId, Seat } from '@/core/plan'
import { useRoom } from '@/ui/room'
import { Choice, SeatChoice } from '@/ui/primitives'

const seatOf = ({ place }: Device): Seat => (place.kind === 'socket' ? place.seated : 'right')

/** Sockets of boards and what is plugged on them; jumpers beneath come first. */
export function ModulesPanel({ enclosure }: { readonly enclosure: EnclosureId }) {
  const { plan, edit } = useRoom()
  const hosts = (Object.keys(plan.devices) as DeviceId[]).filter((id) => {
    const { place, part } = plan.devices[id]!
    return (
      plan.parts[part]!.sockets.length > 0 &&
      (place.kind === 'unplaced' || (place.kind === 'face' && place.enclosure === enclosure))
    )
  })
  if (hosts.length === 0) return null
  return (
    <section aria-labelledby="modules" className="space-y-3 rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="modules" className="font-bold">
        Plug-on modules
      </h2>
      {hosts.map((host) => {
        const device = plan.devices[host]!
        const part = plan.parts[device.part]!
        return (
          <div key={host} className="space-y-1.5">
            <h3 className="text-[14px] font-semibold">
              <span className="figures">{device.tag}</span> {device.name}
            </h3>
            {part.sockets.map((socket) => {
              const here = (Object.keys(plan.devices) as DeviceId[]).find((id) => {
                const { place } = plan.devices[id]!
                return place.kind === 'socket' && place.device === host && place.socket === socket.id
              })
              const fits = (Object.keys(plan.devices) as DeviceId[]).filter(
                (id) =>
                  plan.parts[plan.devices[id]!.part]!.plugsInto === socket.key &&
                  (id === here || plan.devices[id]!.place.kind === 'unplaced'),
              )
              const covered = part.settings.filter(({ id }) => socket.covers?.includes(id))
              return (
                <div key={socket.id} className="grid grid-cols-[1fr_1.2fr] items-end gap-2">
                  <Choice
                    label={`Socket ${socket.id}: ${socket.key}`}
                    value={here ?? ''}
                    options={[
                      { value: '', label: 'empty' },
                      ...fits.map((id) => ({
                        value: id as string,
                        label: `${plan.devices[id]!.tag} ${plan.devices[id]!.name}`,
                      })),
                    ]}
                    onChoose={(value) => {
                      const commands = [
                        ...(here
                          ? [
                              {
                                type: 'moveDevice' as const,
                                id: here,
                                place: { kind: 'unplaced' as const, enclosure: null },
                              },
                            ]
                          : []),
                        ...(value
                          ? [
                              {
                                type: 'moveDevice' as const,
                                id: value as DeviceId,
                                place: {
                                  kind: 'socket' as const,
                                  device: host,
                                  socket: socket.id,
                                  seated: 'right' as const,
                                },
                              },
                            ]
                          : []),
                      ]
                      if (commands.length > 0)
                        edit(
                          value
                            ? `Plug ${plan.devices[value as DeviceId]!.tag} on ${device.tag}`
                            : `Pull ${plan.devices[here!]!.tag}`,
                          ...commands,
                        )
                    }}
                  />
                  {here && plan.devices[here]!.place.kind === 'socket' ? (
                    <SeatChoice
                      seated={seatOf(plan.devices[here]!)}
                      onChoose={(seated) =>
                        edit(`${plan.devices[here]!.tag} on ${device.tag}: how it sits`, {
                          type: 'moveDevice',
                          id: here,
                          place: { kind: 'socket', device: host, socket: socket.id, seated },
                        })
                      }
                    />
                  ) : null}
                  <p className="pb-1 text-[13px] text-mute">
                    {covered.length > 0
                      ? `Beneath it, set first: ${covered.map(({ id, name, initial }) => `${name} ${(device.settings as Readonly<Record<string, string>>)[id] ?? initial ?? 'unknown'}`).join(', ')}. `
                      : ''}
                    {socket.mates.length} pins mate
                    {socket.free.length > 0 ? `, ${socket.free.join(', ')} stay free on purpose` : ', none stays free'}
                    {socket.stack_mm === null ? '' : `; it stands ${socket.stack_mm} mm above the board`}.
                  </p>
                </div>
              )
            })}
          </div>
        )
      })}
    </section>
  )
}
