'use client'
import { PART_KINDS, type DeviceId } from '@/core/plan'
import { CONTROL_CASES, type ControlCase, type Verdict } from '@/core/switching'
import { Choice, Sign, type SignName } from '@/ui/primitives'
import { byTag, useRoom } from '@/ui/room'

const HEADS: Readonly<Record<ControlCase, string>> = {
  'power-cut': 'Power cut',
  'controller-off': 'Controller off',
  'controller-starting': 'Starting, pins float',
  'wire-broken': 'Control wire broken',
}
const WANTED = [
  { value: 'any', label: 'either' },
  { value: 'off', label: 'off' },
  { value: 'on', label: 'on' },
]

/** What each load does in four cases of lost control, against what it should. */
export function SafeStates() {
  const { plan, evaluation, edit, open } = useRoom()
  const reckoned = new Map(evaluation!.reckoning.safeStates.map((each) => [each.device, each]))
  const loads = (Object.keys(plan.devices) as DeviceId[])
    .map((id) => ({
      id,
      tag: plan.devices[id]!.tag,
      device: plan.devices[id]!,
      part: plan.parts[plan.devices[id]!.part]!,
    }))
    .filter(({ device, part }) => device.safeState !== null || PART_KINDS[part.behaviour.kind].asksSafeState)
    .filter(({ part }) => part.draws.length > 0)
    .sort(byTag)
  return (
    <section aria-labelledby="safe-states" className="rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="safe-states" className="font-bold">
        When control is lost
      </h2>
      <p className="mb-2 text-[13px] text-mute">
        Say what each load should do; what its wiring makes of it stands beside.
      </p>
      {loads.length === 0 ? (
        <p className="text-mute">No load that is switched.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full text-[13.5px]">
            <thead>
              <tr className="border-b border-hair text-left align-bottom text-mute">
                <th className="py-1 pr-2 font-normal">Load</th>
                <th className="w-[92px] pr-2 font-normal">Should be</th>
                {CONTROL_CASES.map((situation) => (
                  <th key={situation} className="pr-2 font-normal">
                    {HEADS[situation]}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {loads.map(({ id, device }) => {
                const each = reckoned.get(id)
                return (
                  <tr key={id} className="border-b border-hair/60">
                    <td className="py-1 pr-2">
                      <button
                        type="button"
                        className="text-left hover:underline"
                        onClick={() => open({ kind: 'device', id })}
                      >
                        <span className="figures font-semibold">{device.tag}</span> {device.name}
                      </button>
                    </td>
                    <td className="pr-2">
                      <Choice
                        hideLabel
                        label={`${device.tag} should be`}
                        value={device.safeState ?? 'any'}
                        options={WANTED}
                        onChoose={(value) =>
                          edit(`${device.tag} ${value === 'any' ? 'either way' : value} when control is lost`, {
                            type: 'updateDevice',
                            id,
                            changes: { safeState: value === 'any' ? null : (value as 'off' | 'on') },
                          })
                        }
                      />
                    </td>
                    {CONTROL_CASES.map((situation) => (
                      <td key={situation} className="pr-2">
                        {each ? (
                          <VerdictMark
                            verdict={each.cases[situation]}
                            wanted={each.wanted}
                            isCut={situation === 'power-cut'}
                            trace={() =>
                              open({
                                kind: 'figure',
                                title: device.tag,
                                subject: `when control is lost, ${HEADS[situation].toLowerCase()}: ${each.cases[situation]}`,
                                figure: { value: null, unit: '', trace: each.trace },
                              })
                            }
                          />
                        ) : (
                          <span className="text-mute">–</span>
                        )}
                      </td>
                    ))}
                  </tr>
                )
              })}
            </tbody>
          </table>
        </div>
      )}
    </section>
  )
}

function VerdictMark({
  verdict,
  wanted,
  isCut,
  trace,
}: {
  readonly verdict: Verdict
  readonly wanted: 'off' | 'on'
  readonly isCut: boolean
  readonly trace: () => void
}) {
  const isRight = isCut || verdict === wanted
  const [sign, tone]: readonly [SignName, string] = isRight
    ? ['good', 'text-good']
    : verdict === 'unknown'
      ? ['caution', 'text-caution']
      : ['stop', 'text-stop']
  return (
    <button type="button" onClick={trace} className={`font-semibold whitespace-nowrap hover:underline ${tone}`}>
      <Sign of={sign} /> {verdict === 'unknown' ? 'nobody knows' : verdict}
    </button>
  )
}
