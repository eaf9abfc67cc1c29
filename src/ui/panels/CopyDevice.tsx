'use client'
import { useState } from 'react'
import { copyDevice, repeatJoints } from '@/core/joining'
import { landed, type DeviceId } from '@/core/plan'
import { Button, INPUT } from '@/ui/primitives'
import { byTag, useRoom } from '@/ui/room'

const MOST = 24

/** More of a device, set like it and joined in its pattern; or its pattern for others of its kind that stand there already. */
export function CopyDevice({ id }: { readonly id: DeviceId }) {
  const { plan, edit } = useRoom()
  const [count, setCount] = useState(1)
  const [withJoints, setWithJoints] = useState(true)
  const [message, setMessage] = useState<string | null>(null)
  const device = plan.devices[id]!
  const joints = Object.values(landed(plan).wires).filter((wire) =>
    [wire!.from, wire!.to].some((end) => end.kind === 'terminal' && end.device === id),
  ).length
  const wired = new Set(
    Object.values(landed(plan).wires).flatMap((wire) =>
      [wire!.from, wire!.to].flatMap((end) => (end.kind === 'terminal' ? [end.device] : [])),
    ),
  )
  const alike = (Object.keys(plan.devices) as DeviceId[])
    .filter((other) => other !== id && plan.devices[other]!.part === device.part && !wired.has(other))
    .map((other) => ({ id: other, tag: plan.devices[other]!.tag }))
    .sort(byTag)
  const run = (label: string, made: ReturnType<typeof copyDevice>) => {
    if (made.commands.length === 0) return setMessage(made.left.join('; ') || 'There is nothing to repeat')
    const [problem] = edit(label, ...made.commands)
    setMessage(problem ? problem.message : [`${made.joints} joined`, ...made.left].join('; '))
  }
  return (
    <details className="rounded-lg border border-hair p-3">
      <summary className="cursor-pointer font-semibold">More like it</summary>
      <div className="mt-2 space-y-2 text-[14px]">
        <label className="flex items-center gap-2">
          How many
          <input
            type="number"
            min={1}
            max={MOST}
            step={1}
            className={`${INPUT} w-20`}
            value={count}
            onChange={({ target }) => setCount(Math.min(MOST, Math.max(1, Math.round(Number(target.value)) || 1)))}
          />
        </label>
        {joints > 0 ? (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="h-4 w-4 accent-(--accent)"
              checked={withJoints}
              onChange={({ target }) => setWithJoints(target.checked)}
            />
            Joined in the pattern of its {joints} {joints === 1 ? 'wire' : 'wires'}
          </label>
        ) : null}
        <div className="flex flex-wrap gap-2">
          <Button
            onClick={() =>
              run(`Copy ${device.tag} ${count} times`, copyDevice(plan, id, count, withJoints && joints > 0))
            }
          >
            Add {count} more
          </Button>
          {joints > 0 && alike.length > 0 ? (
            <Button
              onClick={() =>
                run(
                  `Join ${alike.map(({ tag }) => tag).join(', ')} like ${device.tag}`,
                  repeatJoints(
                    plan,
                    id,
                    alike.map((each) => each.id),
                  ),
                )
              }
            >
              Join {alike.map(({ tag }) => tag).join(', ')} like {device.tag}
            </Button>
          ) : null}
        </div>
        {message ? (
          <p role="status" className="font-semibold">
            {message}
          </p>
        ) : null}
      </div>
    </details>
  )
}
