'use client'
import { ROLE_KIND_WORDS, ROLE_KINDS, proposeRoles, type DeviceId, type RoleId, type RoleKind } from '@/core/plan'
import { Button, Choice, CommitField } from '@/ui/primitives'
import { byTag, useRoom } from '@/ui/room'

interface Served {
  readonly id: DeviceId
  readonly tag: string
  readonly name: string
  readonly at: string | null
  readonly isLater: boolean
  readonly isNameOnly: boolean
}

/** Each function of the machine, and all that serves it: what commands one and what watches it must be of the same. */
export function WhatDoesWhat() {
  const { plan, edit } = useRoom()
  const roles = Object.entries(plan.roles) as [RoleId, (typeof plan.roles)[RoleId]][]
  const servedBy = (role: RoleId): readonly Served[] =>
    (Object.entries(plan.devices) as [DeviceId, (typeof plan.devices)[DeviceId]][])
      .flatMap(([id, device]) =>
        device!.serves.flatMap((serving) =>
          serving.role === role
            ? [
                {
                  id,
                  tag: device!.tag,
                  name: device!.name,
                  at: serving.at,
                  isLater: device!.comes === 'later',
                  isNameOnly: serving.from === 'name',
                },
              ]
            : [],
        ),
      )
      .sort(byTag)
  const proposed = proposeRoles(plan)
  if (roles.length === 0 && proposed.length === 0) return null
  return (
    <section aria-labelledby="what-does-what" className="rounded-xl border border-hair bg-sheet p-3.5">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 id="what-does-what" className="font-bold">
          What does what
        </h2>
        {proposed.length > 0 ? (
          <Button onClick={() => edit('What does what, by the names', ...proposed)}>Fill in by the names</Button>
        ) : null}
      </div>
      <p className="text-[13px] text-mute">
        What moves an axis, what drives it and what tells its end serve one function; so do a heater and its sensor.
        Where wires join two functions, the verdict says so.
      </p>
      <ul className="mt-2 divide-y divide-hair">
        {roles.map(([id, role]) => (
          <RoleRow key={id} id={id} name={role!.name} kind={role!.kind} served={servedBy(id)} />
        ))}
      </ul>
    </section>
  )
}

function RoleRow({
  id,
  name,
  kind,
  served,
}: {
  readonly id: RoleId
  readonly name: string
  readonly kind: RoleKind
  readonly served: readonly Served[]
}) {
  const { edit, open } = useRoom()
  const isGuessed = served.length > 0 && served.every(({ isNameOnly }) => isNameOnly)
  const put = (label: string, role: { readonly name: string; readonly kind: RoleKind }) =>
    edit(label, { type: 'putRole', id, role })[0]?.message ?? null
  return (
    <li className="grid items-start gap-x-3 gap-y-1 py-2 sm:grid-cols-[minmax(140px,180px)_104px_minmax(0,1fr)_auto]">
      <CommitField
        label={`Name of ${name}`}
        hideLabel
        value={name}
        onCommit={(text) =>
          text.trim() ? put(`${name} → ${text.trim()}`, { name: text.trim().slice(0, 80), kind }) : 'give it a name'
        }
      />
      <Choice
        label={`What ${name} does`}
        hideLabel
        value={kind}
        options={ROLE_KINDS.map((each) => ({ value: each, label: ROLE_KIND_WORDS[each] }))}
        onChoose={(value) => put(`${name} ${ROLE_KIND_WORDS[value as RoleKind]}`, { name, kind: value as RoleKind })}
      />
      <div className="flex flex-wrap items-center gap-1.5">
        {served.map(({ id: device, tag, name: called, at, isLater }) => (
          <button
            key={`${device} ${at}`}
            type="button"
            className="rounded-md border border-hair px-2 py-1 text-left text-[14px] hover:border-accent"
            onClick={() => open({ kind: 'device', id: device })}
          >
            <span className="figures font-semibold">{tag}</span> {at === null ? called : `port ${at}`}
            {isLater ? <span className="text-mute">, comes later</span> : null}
          </button>
        ))}
        {served.length === 0 ? (
          <>
            <span className="text-[14px] text-mute">nothing serves it</span>
            <Button look="quiet" onClick={() => edit(`${name} is no function`, { type: 'removeRole', id })}>
              Take it out
            </Button>
          </>
        ) : null}
      </div>
      {isGuessed ? (
        <button
          type="button"
          className="self-center rounded-md px-2 py-1 text-[13px] text-mute underline decoration-hair underline-offset-2 hover:text-ink hover:decoration-accent"
          title="So far their names are all that says so. Said by you, a wire that contradicts it is a stop."
          onClick={() =>
            edit(
              `${name}: as named`,
              ...served.map(({ id: device, at }) => ({
                type: 'serveRole' as const,
                device,
                at,
                role: id,
                from: 'said' as const,
              })),
            )
          }
        >
          confirm
        </button>
      ) : null}
    </li>
  )
}
