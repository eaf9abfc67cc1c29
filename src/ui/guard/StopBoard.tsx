'use client'
import { Sign } from '@/ui/primitives'
import type { Finding } from '@/core/findings'
import type { DeviceId } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import { FindingCard } from '@/ui/panels'
import { useRoom } from '@/ui/room'

/** What hurts stands first. */
const rank = (hazards: readonly DeviceId[], perhaps: readonly DeviceId[], id: DeviceId): number =>
  hazards.includes(id) ? 2 : perhaps.includes(id) ? 1 : 0

/** What each emergency stop takes away and what goes on, and what it is not. */
export function StopBoard({ notes }: { readonly notes: readonly Finding[] }) {
  const { plan, evaluation, open } = useRoom()
  const stops = evaluation!.reckoning.stops
  const chips = (ids: readonly (keyof typeof plan.devices)[], tone: string) => (
    <ul className="flex flex-wrap gap-1">
      {ids.map((id) => (
        <li key={id}>
          <button
            type="button"
            className={`rounded-md border px-1.5 py-0.5 text-[13px] hover:border-accent ${tone}`}
            onClick={() => open({ kind: 'device', id })}
          >
            <span className="figures font-semibold">{plan.devices[id]?.tag}</span> {plan.devices[id]?.name}
          </button>
        </li>
      ))}
    </ul>
  )
  return (
    <section aria-labelledby="stops" className="rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="stops" className="font-bold">
        Stopping
      </h2>
      <p className="mb-2 rounded-md bg-caution-wash px-2 py-1 text-[13px]">
        A stop circuit built like this is a convenience. It is no rated safety function (
        {cite(SOURCES.iec60204EmergencyStop)}); a machine that can hurt someone needs one designed and proved by people
        who do that.
      </p>
      {stops.map(({ device, cuts, stays, hazards, perhaps, isFailSafe, isEmergency }) => (
        <div key={device} className="mb-3 space-y-1.5">
          <h3 className="font-semibold">
            <span className="figures">{plan.devices[device]!.tag}</span>{' '}
            {isEmergency ? 'pressed' : `${plan.devices[device]!.name}, pressed or opened`}
          </h3>
          <p className="text-[13px] text-mute">Goes off:</p>
          {cuts.length === 0 ? (
            <p className="text-[14px] font-semibold text-caution">nothing</p>
          ) : (
            chips(cuts, 'border-hair bg-wash')
          )}
          <p className="text-[13px] text-mute">Goes on:</p>
          {stays.length === 0 ? (
            <p className="text-[14px]">nothing</p>
          ) : (
            chips(
              [...stays].sort((a, b) => rank(hazards, perhaps, b) - rank(hazards, perhaps, a)),
              'border-hair',
            )
          )}
          <p className="text-[13px]">
            {hazards.length === 0 ? (
              perhaps.length === 0 ? (
                'Nothing that moves or heats goes on.'
              ) : (
                <strong className="text-caution">
                  <Sign of="caution" /> {perhaps.map((id) => plan.devices[id]?.tag).join(', ')}{' '}
                  {perhaps.length === 1 ? 'goes' : 'go'} on: see whether that may move, cut or heat while somebody
                  relies on the stop.
                </strong>
              )
            ) : (
              <strong className="text-caution">
                <Sign of="caution" /> {hazards.map((id) => plan.devices[id]?.tag).join(', ')} move or heat, and go on.
              </strong>
            )}{' '}
            {isFailSafe ? (
              'A broken wire acts like the button pressed.'
            ) : (
              <strong className="text-stop">A broken wire disables it.</strong>
            )}
          </p>
        </div>
      ))}
      {stops.length === 0 && notes.length === 0 ? <p className="text-mute">No emergency stop in this plan.</p> : null}
      {notes.length > 0 ? (
        <div className="space-y-2">
          {notes.map((finding) => (
            <FindingCard key={finding.id} finding={finding} />
          ))}
        </div>
      ) : null}
    </section>
  )
}
