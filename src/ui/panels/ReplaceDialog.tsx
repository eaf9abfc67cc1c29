'use client'
import { useState } from 'react'
import type { DeviceId, Part, PartId, TerminalId } from '@/core/plan'
import { planReplacement } from '@/core/replacement'
import { Button, Modal, Sign } from '@/ui/primitives'
import { useRoom } from '@/ui/room'
import { PartList } from './PartList'

/** Another part in a device's place: what is carried over and what is not, before it is done. */
export function ReplaceDialog({ id, onClose }: { readonly id: DeviceId; readonly onClose: () => void }) {
  const { plan, edit } = useRoom()
  const [chosen, setChosen] = useState<{ readonly id: PartId; readonly part: Part } | null>(null)
  const [error, setError] = useState<string | null>(null)
  const device = plan.devices[id]!
  const old = plan.parts[device.part]!
  if (!chosen) {
    return (
      <Modal wide title={`Replace ${device.tag}, ${old.name}`} open onClose={onClose}>
        <PartList
          own={plan.parts}
          onPick={(partId, part) => setChosen({ id: partId, part: plan.parts[partId] ?? part })}
        />
      </Modal>
    )
  }
  const { carried, dropped, mismatches, command } = planReplacement(plan, id, chosen)
  const label = (part: Part, terminal: TerminalId) =>
    `${part.terminals[terminal]!.block ?? ''} ${part.terminals[terminal]!.label}`.trim()
  const wires = (ids: readonly (keyof typeof plan.wires)[]) => ids.map((wire) => plan.wires[wire]!.label).join(', ')
  return (
    <Modal wide title={`${device.tag}: ${chosen.part.name} in place of ${old.name}`} open onClose={onClose}>
      <div className="grid gap-4 sm:grid-cols-2">
        <section>
          <h3 className="font-bold">Carried over</h3>
          {carried.length === 0 ? <p className="text-mute">No wire.</p> : null}
          <ul className="text-[14px]">
            {carried.map(({ from, to, wires: ids }) => (
              <li key={from}>
                {wires(ids)}:{' '}
                <span className="figures">
                  {label(old, from)} → {label(chosen.part, to)}
                </span>
              </li>
            ))}
          </ul>
        </section>
        <section>
          <h3 className="font-bold">No longer matches</h3>
          {dropped.length + mismatches.length === 0 ? (
            <p className="text-mute">Nothing: every wire finds its place.</p>
          ) : null}
          <ul className="space-y-1 text-[14px]">
            {dropped.map(({ terminal, wires: ids, why }) => (
              <li key={terminal} className="text-stop">
                <Sign of="stop" /> {wires(ids)} at {label(old, terminal)} is taken out: {why}
              </li>
            ))}
            {mismatches.map((text) => (
              <li key={text} className="text-caution">
                <Sign of="caution" /> {text}
              </li>
            ))}
          </ul>
        </section>
      </div>
      {error ? (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {error}
        </p>
      ) : null}
      <div className="mt-4 flex gap-2">
        <Button
          look="main"
          onClick={() => {
            const problems = edit(`Replace ${device.tag} by ${chosen.part.name}`, command)
            if (problems.length > 0) setError(problems[0]!.message)
            else onClose()
          }}
        >
          Replace {device.tag}
        </Button>
        <Button onClick={() => setChosen(null)}>Choose another</Button>
      </div>
    </Modal>
  )
}
