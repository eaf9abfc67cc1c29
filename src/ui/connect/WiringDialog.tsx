'use client'
import { counted } from '@/core/quantity'
import { useEffect, useState } from 'react'

import type { Proposal, ProposedGroup, ProposedJoint } from '@/core/joining'
import type { Plan, WireId } from '@/core/plan'
import { Button, Modal } from '@/ui/primitives'

import { terminalLabel, useRoom } from '@/ui/room'

import { proposeWires } from '@/workers'

type Answer = Proposal | Error | null

/** The proposal for a plan, worked out anew whenever the plan changes; null meanwhile. */
function useProposal(plan: Plan): Answer {
  const [answer, setAnswer] = useState<{ readonly plan: Plan; readonly found: Proposal | Error } | null>(null)
  useEffect(() => {
    const control = new AbortController()
    void proposeWires(plan, control.signal).then((found) => {
      if (!control.signal.aborted) setAnswer({ plan, found })
    })
    return () => control.abort()
  }, [plan])
  return answer && answer.plan === plan ? answer.found : null
}

/** What of a group is left out is not connected; what it adds and says stays. */
const commandsOf = ({ commands }: ProposedGroup, left: ReadonlySet<WireId>) =>
  commands.filter((command) => command.type !== 'connect' || !left.has(command.id))

/** Proposed wires in groups, each with its reason: taken, thinned out or left, one step a group. */
export function WiringDialog({ onClose }: { readonly onClose: () => void }) {
  const { plan, edit } = useRoom()
  const answer = useProposal(plan)
  const [error, setError] = useState<string | null>(null)
  const [taken, setTaken] = useState<readonly string[]>([])
  const [unticked, setUnticked] = useState<ReadonlySet<WireId>>(new Set())
  const take = (groups: readonly ProposedGroup[]) => {
    for (const group of groups) {
      const commands = commandsOf(group, unticked)
      if (commands.length === 0) continue
      const [problem] = edit(group.title, ...commands)
      if (problem) return setError(`${group.title}: ${problem.message}`)
      setTaken((before) => [...before, group.title])
    }
    setError(null)
  }
  const toggle = (wire: WireId) =>
    setUnticked((before) => {
      const next = new Set(before)
      if (!next.delete(wire)) next.add(wire)
      return next
    })
  const groups = answer === null || answer instanceof Error ? [] : answer.groups
  const left = answer === null || answer instanceof Error ? [] : answer.left
  const count = groups.reduce((sum, { joints }) => sum + joints.length, 0)
  return (
    <Modal wide title="Proposed wiring" open onClose={onClose}>
      <p className="mb-3 text-[14px] text-mute">
        What you joined stays. Take a group, leave one, or untick a wire in it; every group is one step that one undo
        takes back. Sizes, fuses and ends follow by themselves. It keeps to the usual order and your house rules; what
        it makes of your machine is yours to check.
      </p>
      <div aria-live="polite">
        {answer === null ? (
          <p>
            Working it out … <progress aria-label="Working it out" className="ml-2 align-middle" />
          </p>
        ) : null}
        {answer instanceof Error ? (
          <p role="alert" className="font-semibold text-stop">
            It could not be worked out: {answer.message}
          </p>
        ) : null}
        {answer !== null && groups.length === 0 && !(answer instanceof Error) ? (
          <p className="font-semibold">
            {taken.length > 0 ? 'All of it is taken.' : 'There is nothing to propose: all that could be joined is.'}
          </p>
        ) : null}
      </div>
      <ul className="space-y-2.5">
        {groups.map((group) => (
          <li key={group.id} className="rounded-lg border border-hair p-3">
            <Group group={group} unticked={unticked} onToggle={toggle} onTake={() => take([group])} />
          </li>
        ))}
      </ul>
      {left.length > 0 ? (
        <section className="mt-3 rounded-lg border border-hair bg-wash p-3" aria-label="What could not be joined">
          <h3 className="font-bold">What could not be joined</h3>
          <ul className="mt-1 list-disc pl-5 text-[14px]">
            {left.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </section>
      ) : null}
      {error ? (
        <p role="alert" className="mt-2 font-semibold text-stop">
          {error}
        </p>
      ) : null}
      <div className="mt-4 flex flex-wrap gap-2">
        {groups.length > 0 ? (
          <Button look="main" onClick={() => take(groups)}>
            Take all {groups.length} {groups.length === 1 ? 'group' : 'groups'}
            {count > 0 ? `, ${counted(count, 'wire')}` : ''}
          </Button>
        ) : null}
        <Button onClick={onClose}>{taken.length > 0 ? 'Done' : 'Leave it'}</Button>
      </div>
    </Modal>
  )
}

function Group({
  group,
  unticked,
  onToggle,
  onTake,
}: {
  readonly group: ProposedGroup
  readonly unticked: ReadonlySet<WireId>
  readonly onToggle: (wire: WireId) => void
  readonly onTake: () => void
}) {
  const { title, reason, joints, added, also } = group
  const chosen = joints.filter(({ wire }) => !unticked.has(wire)).length
  return (
    <>
      <div className="flex flex-wrap items-start justify-between gap-2">
        <div className="min-w-0 grow basis-[18rem]">
          <h3 className="font-bold">
            {title}{' '}
            {joints.length > 0 ? (
              <span className="figures font-normal text-mute">
                {chosen} {chosen === 1 ? 'wire' : 'wires'}
              </span>
            ) : null}
          </h3>
          <p className="text-[14px] text-mute">{reason}</p>
          {added.length > 0 ? <p className="mt-1 text-[14px]">Adds {added.join('; ')}.</p> : null}
          {also.length > 0 ? <p className="mt-1 text-[14px]">{also.join('. ')}.</p> : null}
        </div>
        <Button onClick={onTake} aria-label={`Take: ${title}`}>
          Take
        </Button>
      </div>
      {joints.length > 0 ? (
        <details className="mt-1.5">
          <summary className="cursor-pointer text-[14px] font-semibold text-accent">Wire by wire</summary>
          <ul className="mt-1 divide-y divide-hair/70">
            {joints.map((joint) => (
              <li key={joint.wire}>
                <label className="flex items-baseline gap-2 py-1">
                  <input
                    type="checkbox"
                    className="h-4 w-4 self-center accent-(--accent)"
                    checked={!unticked.has(joint.wire)}
                    onChange={() => onToggle(joint.wire)}
                  />
                  <JointWords joint={joint} group={group} />
                </label>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </>
  )
}

/** "X1 L to Q1 1 · stands in the line". */
function JointWords({ joint, group }: { readonly joint: ProposedJoint; readonly group: ProposedGroup }) {
  const { plan } = useRoom()
  const name = ({ device, terminal }: ProposedJoint['from']) => {
    const own = plan.devices[device]
    if (own) return `${own.tag} ${terminalLabel(plan, device, terminal)}`
    // It comes with the group itself.
    const added = group.commands.find((command) => command.type === 'addDevice' && command.id === device)
    if (added?.type !== 'addDevice') return device
    const label = added.part?.part.terminals[terminal]?.label ?? terminal
    return `${added.device.tag} ${label}`
  }
  return (
    <span className="text-[14px]">
      <span className="figures font-semibold">
        {name(joint.from)} to {name(joint.to)}
      </span>{' '}
      <span className="text-mute">{joint.why}</span>
    </span>
  )
}
