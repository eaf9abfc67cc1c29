'use client'
import { PART_KINDS, type DeviceId } from '@/core/plan'
import { byTag, useRoom } from '@/ui/room'

/** What was added to run and takes nothing by itself: motors behind their drivers, sensors, probes. */
export function AlsoThere() {
  const { plan, open } = useRoom()
  const things = (Object.keys(plan.devices) as DeviceId[])
    .map((id) => ({
      id,
      tag: plan.devices[id]!.tag,
      name: plan.devices[id]!.name,
      isLater: plan.devices[id]!.comes === 'later',
      isServing: plan.devices[id]!.serves.length > 0,
      part: plan.parts[plan.devices[id]!.part]!,
    }))
    .filter(
      ({ part, isServing }) =>
        !isServing && part.draws.length === 0 && PART_KINDS[part.behaviour.kind].group === 'runs',
    )
    .sort(byTag)
  if (things.length === 0) return null
  return (
    <section aria-labelledby="also-there" className="mt-4 rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="also-there" className="font-bold">
        Also on the machine
      </h2>
      <p className="text-[13px] text-mute">
        They take nothing by themselves, and nothing says which function they serve.
      </p>
      <ul className="mt-1.5 flex flex-wrap gap-1.5">
        {things.map(({ id, tag, name, isLater }) => (
          <li key={id}>
            <button
              type="button"
              className="rounded-md border border-hair px-2 py-1 text-[14px] hover:border-accent"
              onClick={() => open({ kind: 'device', id })}
            >
              <span className="figures font-semibold">{tag}</span> {name}
              {isLater ? <span className="text-mute">, comes later</span> : null}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
