'use client'
import type { BehaviourRow } from '@/core/behaviour'
import { PART_KINDS } from '@/core/plan'
import { Choice, Sign } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const WANTED = [
  { value: 'any', label: 'either' },
  { value: 'off', label: 'off' },
  { value: 'on', label: 'on' },
]

/** What a load should do when control is lost, to be said; and whether its wiring makes it do so. */
export function WantedChoice({ row }: { readonly row: BehaviourRow }) {
  const { plan, evaluation, edit } = useRoom()
  const device = plan.devices[row.device]
  if (!device || row.terminal !== null) return null
  const { kind } = plan.parts[device.part]!.behaviour
  if (device.safeState === null && !PART_KINDS[kind].asksSafeState) return null
  const reckoned = evaluation!.reckoning.safeStates.find((each) => each.device === row.device)
  const isKept = reckoned
    ? Object.entries(reckoned.cases).every(([each, is]) => each === 'power-cut' || is === reckoned.wanted)
    : null
  return (
    <span className="flex items-center gap-1">
      <Choice
        hideLabel
        label={`${device.tag} should be`}
        value={device.safeState ?? 'any'}
        options={WANTED}
        onChoose={(value) =>
          edit(`${device.tag} ${value === 'any' ? 'either way' : value} when control is lost`, {
            type: 'updateDevice',
            id: row.device,
            changes: { safeState: value === 'any' ? null : (value as 'off' | 'on') },
          })
        }
      />
      {isKept === null ? null : (
        <span title={isKept ? 'It does' : 'It does not'} className={isKept ? 'text-good' : 'text-stop'}>
          <Sign of={isKept ? 'good' : 'stop'} />
          <span className="sr-only">{isKept ? 'kept' : 'not kept'}</span>
        </span>
      )}
    </span>
  )
}
