import { hostOf } from './hostOf'
import { apply } from './apply'
import { landingOf } from './landingOf'
import type { Command } from './schema/command'
import type { CableId, DeviceId, WireId } from './schema/ids'
import type { Device } from './schema/device'
import type { Plan } from './schema/plan'
import type { Wire } from './schema/wire'

/** Devices that come later: those of which it is said, and what is plugged onto them. */
export function laterDevices({ devices }: Pick<Plan, 'devices'>): ReadonlySet<DeviceId> {
  const later = new Set<DeviceId>()
  const all = Object.entries(devices) as [DeviceId, Plan['devices'][DeviceId]][]
  for (const [id, device] of all) if (device!.comes === 'later') later.add(id)
  for (let before = 0; later.size > before;) {
    before = later.size
    for (const [id, { place }] of all) {
      const host = hostOf(place)
      if (host !== null && later.has(host)) later.add(id)
    }
  }
  return later
}

/** What comes later of a plan: devices, the cables that lead to them, and all wires that end there or lie in these. */
export interface Later {
  readonly devices: ReadonlySet<DeviceId>
  readonly cables: ReadonlySet<CableId>
  readonly wires: ReadonlySet<WireId>
}

export function whatComesLater(plan: Plan): Later {
  const devices = laterDevices(plan)
  const cables = new Set<CableId>()
  const wires = new Set<WireId>()
  if (devices.size === 0) return { devices, cables, wires }
  for (const [id, { ends, leadsOf }] of Object.entries(plan.cables) as [CableId, Plan['cables'][CableId]][])
    if (
      (leadsOf !== null && devices.has(leadsOf)) ||
      [ends.a, ends.b].some(({ mates }) => mates !== null && devices.has(mates.device))
    )
      cables.add(id)
  const all = Object.entries(plan.wires) as [WireId, Wire][]
  const isLater = ({ from, to, cable }: Wire) =>
    (cable !== null && cables.has(cable)) ||
    [from, to].some((end) => devices.has(landingOf(plan, end)?.device as DeviceId))
  for (const [id, wire] of all) if (isLater(wire)) wires.add(id)
  // A cable of which a core goes there comes with it, and its other cores too.
  for (const id of wires) {
    const { cable } = plan.wires[id]!
    if (cable !== null) cables.add(cable)
  }
  for (const [id, { cable }] of all) if (cable !== null && cables.has(cable)) wires.add(id)
  return { devices, cables, wires }
}

const known = new WeakMap<Plan, Plan>()

/**
 * The plan as it stands until what comes later is there: without it and what ends at it. The terminals and sockets that it
 * will take are left open until then. A plan of which all comes now is given back as it is.
 */
export function presentPlan(plan: Plan): Plan {
  let own = known.get(plan)
  if (!own) known.set(plan, (own = leaveOut(plan, whatComesLater(plan))))
  return own
}

function leaveOut(plan: Plan, later: Later): Plan {
  if (later.devices.size === 0) return plan
  const applied = apply(plan, [
    ...keptOpen(plan, later),
    ...[...later.wires].map((id): Command => ({ type: 'disconnect', id })),
    ...[...later.cables].map((id): Command => ({ type: 'removeCable', id })),
    ...[...later.devices].map((id): Command => ({ type: 'removeDevice', id })),
  ])
  if (applied.kind === 'refused') throw new Error(`What comes later cannot be left out: ${applied.issues[0]?.message}`)
  return applied.plan
}

/** Terminals and sockets of what is here that what comes later will take. */
function keptOpen(plan: Plan, { devices, cables, wires }: Later): readonly Command[] {
  const open = new Map<DeviceId, Set<string>>()
  const keep = (device: DeviceId, at: string) => {
    if (!devices.has(device)) open.set(device, (open.get(device) ?? new Set()).add(at))
  }
  for (const id of wires)
    for (const end of [plan.wires[id]!.from, plan.wires[id]!.to]) {
      const at = landingOf(plan, end)
      if (at) keep(at.device, at.terminal)
    }
  for (const id of cables)
    for (const { mates } of Object.values(plan.cables[id]!.ends))
      if (mates) keep(mates.device, `connector:${mates.connector}`)
  return [...open].map(([id, ats]): Command => {
    const { leftOpen } = plan.devices[id]! as Device
    const more = [...ats].filter((at) => !leftOpen.some((each) => each.at === at))
    return {
      type: 'updateDevice',
      id,
      changes: { leftOpen: [...leftOpen, ...more.map((at) => ({ at, until: 'later' as const }))] },
    }
  })
}
