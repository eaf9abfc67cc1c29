'use client'
import { useId, useState } from 'react'
import { parseProgram, takeProgram } from '@/core/intent'
import type { Device, DeviceId } from '@/core/plan'
import { Button, INPUT } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

/** What a board's program is set to, pasted as lines: each port that a line names serves its function, each setting is compared. */
export function ProgramList({ id, device }: { readonly id: DeviceId; readonly device: Device }) {
  const { plan, edit } = useRoom()
  const kept = device.program.map(({ key, value }) => `${key}: ${value}`).join('\n')
  const [typed, setTyped] = useState<string | null>(null)
  const field = useId()
  const text = typed ?? kept
  const { lines, bad } = parseProgram(text)
  const { commands, served, left } = takeProgram(plan, id, lines)
  const [problem, setProblem] = useState<string | null>(null)
  return (
    <details>
      <summary className="font-semibold">
        What its program is set to{device.program.length > 0 ? `, ${device.program.length} lines` : ''}
      </summary>
      <label htmlFor={field} className="mt-1 block text-[13px] text-mute">
        One line for each pin or setting, “x_step: AXIS 1” or “x microsteps: 16”
      </label>
      <textarea
        id={field}
        rows={6}
        value={text}
        spellCheck={false}
        className={`${INPUT} font-mono text-[13px]`}
        onChange={(event) => setTyped(event.target.value)}
      />
      {typed !== null ? (
        <ul className="mt-1 space-y-0.5 text-[13px]">
          {served.map(({ port, role }) => (
            <li key={port}>
              {port} serves {role}
            </li>
          ))}
          {[...left, ...bad].map((words) => (
            <li key={words} className="text-caution">
              {words}
            </li>
          ))}
          <li className="text-mute">Lines that name no port are kept, and compared with settings of the same name.</li>
        </ul>
      ) : null}
      {problem ? (
        <p role="alert" className="text-[13px] font-semibold text-stop">
          {problem}
        </p>
      ) : null}
      <div className="mt-1 flex gap-2">
        <Button
          disabled={typed === null}
          onClick={() => {
            const issue = edit(`${device.tag}: its program’s list`, ...commands)[0]
            setProblem(issue?.message ?? null)
            if (!issue) setTyped(null)
          }}
        >
          Take the list
        </Button>
        {typed !== null ? (
          <Button look="quiet" onClick={() => setTyped(null)}>
            Leave it as it was
          </Button>
        ) : null}
      </div>
    </details>
  )
}
