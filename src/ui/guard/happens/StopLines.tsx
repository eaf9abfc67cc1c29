'use client'
import type { ReactNode } from 'react'
import type { StopReckoning } from '@/core/behaviour'
import type { DeviceId } from '@/core/plan'
import { cite, SOURCES } from '@/core/reference'
import { Sign } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

/** What each stop takes away and leaves, in a sentence, and what a stop of this kind is not. */
export function StopLines() {
  const { plan, evaluation } = useRoom()
  const tags = (ids: readonly DeviceId[]) => ids.map((id) => plan.devices[id]?.tag).join(', ')
  return (
    <div className="mt-2 space-y-1.5 text-[13px]">
      {evaluation!.reckoning.stops.map(({ device, ...stop }) => (
        <p key={device}>
          <strong className="figures">{plan.devices[device]!.tag}</strong> {plan.devices[device]!.name}:{' '}
          {leftWords(stop, tags)}{' '}
          {stop.isFailSafe ? (
            'A broken wire acts like it pressed.'
          ) : (
            <strong className="text-stop">A broken wire disables it.</strong>
          )}
        </p>
      ))}
      <p className="rounded-md bg-caution-wash px-2 py-1">
        A stop circuit built like this is a convenience. It is no rated safety function (
        {cite(SOURCES.iec60204EmergencyStop)}); a machine that can hurt someone needs one designed and proved by people
        who do that.
      </p>
    </div>
  )
}

function leftWords(
  { cuts, hazards, perhaps }: Pick<StopReckoning, 'cuts' | 'hazards' | 'perhaps'>,
  tags: (ids: readonly DeviceId[]) => string,
): ReactNode {
  if (cuts.length === 0) return <strong className="text-caution">nothing goes off.</strong>
  if (hazards.length > 0)
    return (
      <strong className="text-caution">
        <Sign of="caution" /> {tags(hazards)}{' '}
        {hazards.length === 1 ? 'moves or heats, and goes' : 'move or heat, and go'} on.
      </strong>
    )
  if (perhaps.length > 0)
    return (
      <strong className="text-caution">
        <Sign of="caution" /> {tags(perhaps)} {perhaps.length === 1 ? 'goes' : 'go'} on: see whether that may move, cut
        or heat while somebody relies on the stop.
      </strong>
    )
  return 'nothing that moves or heats goes on.'
}
