import { hasPorts, portOf } from '@/core/intent'
import {
  PART_KINDS,
  CONTACT_MEANS,
  type ContactMeans,
  type Device,
  type DeviceId,
  type Part,
  type RoleId,
} from '@/core/plan'
import { Choice, newId } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const MEANS: Readonly<Record<ContactMeans, string>> = {
  start: 'start',
  stop: 'stop',
  'end-of-travel': 'the end of a travel',
  guard: 'a guard is open',
  level: 'a level is reached',
}
const NEW = 'new'
const NONE = ''

/** Ports that may serve a function: all with a pin, a coil or an output; what only feeds or grounds does not. */
function portsOf(part: Part): readonly string[] {
  const ports = new Set<string>()
  for (const [id, { function: fn, level_V, direction }] of Object.entries(part.terminals))
    if (
      ((fn === 'signal' || fn === 'data') && level_V !== 0) ||
      fn === 'coil-A' ||
      fn.startsWith('contact') ||
      (direction === 'out' && part.links.some((link) => 'actuator' in link && (link.a === id || link.b === id)))
    )
      ports.add(portOf(part, id as never))
  return [...ports]
}

function RoleChoice({
  id,
  at,
  label,
  device,
}: {
  readonly id: DeviceId
  readonly at: string | null
  readonly label: string
  readonly device: Device
}) {
  const { plan, edit } = useRoom()
  const own = device.serves.find((serving) => serving.at === at)
  const where = at === null ? device.tag : `${device.tag} ${at}`
  const serve = (role: RoleId | null, name: string, ...before: Parameters<typeof edit>[1][]) =>
    edit(`${where}: ${name}`, ...before, { type: 'serveRole', device: id, at, role, from: 'said' })
  return (
    <Choice
      label={label}
      value={own?.role ?? NONE}
      options={[
        { value: NONE, label: at === null ? 'nothing by itself' : 'anything' },
        ...Object.entries(plan.roles).map(([value, role]) => ({ value, label: role!.name })),
        { value: NEW, label: `a new one, “${at ?? device.name}”` },
      ]}
      onChoose={(value) => {
        if (value === NONE) return void serve(null, 'serves nothing by itself')
        if (value !== NEW) return void serve(value as RoleId, plan.roles[value as RoleId]!.name)
        const role = `role:${newId().slice(0, 12)}` as RoleId
        const name = at ?? device.name
        serve(role, name, { type: 'putRole', id: role, role: { name, kind: 'other' } })
      }}
    />
  )
}

/** The function of the machine that a device serves, or each of its ports; and what a contact tells. */
export function ServesFields({
  id,
  device,
  part,
}: {
  readonly id: DeviceId
  readonly device: Device
  readonly part: Part
}) {
  const { edit } = useRoom()
  const { contact, tag } = device
  const ports = hasPorts(part) ? portsOf(part) : []
  const { kind } = part.behaviour
  const isContact = PART_KINDS[kind].isRead && kind !== 'encoder'
  const set = (label: string, next: Device['contact']) =>
    edit(label, { type: 'updateDevice', id, changes: { contact: next } })
  return (
    <>
      {ports.length === 0 ? <RoleChoice id={id} at={null} label="Serves" device={device} /> : null}
      {isContact ? (
        <div className="grid grid-cols-2 gap-2">
          <Choice
            label="It tells a program"
            value={contact?.means ?? NONE}
            options={[
              { value: NONE, label: 'nothing, or not said' },
              ...CONTACT_MEANS.map((value) => ({ value, label: MEANS[value] })),
            ]}
            onChoose={(value) =>
              set(
                `${tag} tells ${value === NONE ? 'nothing' : MEANS[value as ContactMeans]}`,
                value === NONE ? null : { means: value as ContactMeans, told: contact?.told ?? 'opens' },
              )
            }
          />
          {contact ? (
            <Choice
              label="which hears it when it"
              value={contact.told}
              options={[
                { value: 'opens', label: 'opens' },
                { value: 'closes', label: 'closes' },
              ]}
              onChoose={(value) =>
                set(`${tag} is heard when it ${value}`, { ...contact, told: value as 'opens' | 'closes' })
              }
            />
          ) : null}
        </div>
      ) : null}
      {ports.length > 0 ? (
        <details>
          <summary className="font-semibold">What its ports serve</summary>
          <p className="mt-1 text-[13px] text-mute">
            A port without an answer may serve anything: what is joined to it decides.
          </p>
          <div className="mt-1 grid grid-cols-2 gap-2">
            {ports.map((at) => (
              <RoleChoice key={at} id={id} at={at} label={at} device={device} />
            ))}
          </div>
        </details>
      ) : null}
    </>
  )
}
