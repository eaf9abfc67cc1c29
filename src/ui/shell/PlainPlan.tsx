'use client'
import type { DeviceId, WireId } from '@/core/plan'
import { endName, FUNCTION_WORDS, useRoom } from '@/ui/room'

/** A plan whose figures cannot be had: what is written in it, so that nobody stands before an empty page. */
export function PlainPlan({ reason }: { readonly reason: string }) {
  const { id, plan, state } = useRoom()
  const devices = Object.entries(plan.devices) as [DeviceId, (typeof plan.devices)[DeviceId]][]
  const wires = Object.entries(plan.wires) as [WireId, (typeof plan.wires)[WireId]][]
  return (
    <>
      <h1 className="text-[24px] leading-tight font-bold">{plan.name}</h1>
      <p className="mt-1 max-w-prose">
        This plan is whole, but it cannot be worked out: {reason}. Below is what is written in it.
        {state.undo ? ' Undo the last edit to get its figures back, or save' : ' Save'} the{' '}
        <a className="font-semibold text-accent underline" href={`/api/plans/${id}/export`} download>
          plan file
        </a>
        .
      </p>
      <div className="mt-4 grid items-start gap-4 lg:grid-cols-2">
        <section className="rounded-xl border border-hair bg-sheet p-3.5">
          <h2 className="font-bold">{devices.length} devices</h2>
          <ul className="mt-1 text-[14px]">
            {devices.map(([key, device]) => (
              <li key={key}>
                <span className="figures font-semibold">{device.tag}</span> {device.name},{' '}
                {plan.parts[device.part]?.name}
              </li>
            ))}
          </ul>
        </section>
        <section className="rounded-xl border border-hair bg-sheet p-3.5">
          <h2 className="font-bold">{wires.length} wires</h2>
          <ul className="mt-1 text-[14px]">
            {wires.map(([key, wire]) => (
              <li key={key}>
                <span className="figures font-semibold">{wire.label}</span> {endName(plan, wire.from)} to{' '}
                {endName(plan, wire.to)}, {FUNCTION_WORDS[wire.function]}
              </li>
            ))}
          </ul>
        </section>
      </div>
    </>
  )
}
