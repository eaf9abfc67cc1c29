import { isClosedAtRest, isCommanded, moverOf, type DeviceId, type Part, type Plan } from '@/core/plan'
import { JointGroups } from './jointGroups'
import { terminalKey, type Passage, type Topology } from './topology'
import type { StopReckoning } from './types'

/** Whether a thing moves or heats: what a stop is for. */
export function isHazard(part: Part): boolean {
  const { kind } = part.behaviour
  if (kind === 'heater' || kind === 'driver' || kind === 'motor') return true
  return (
    part.draws.some(({ startFactor }) => startFactor > 1) ||
    Object.values(part.terminals).some((terminal) => terminal!.function === 'coil-A')
  )
}

/** An emergency stop, or a stop button, door or guard contact: closed at rest, opened by whoever presses or opens it. */
function isStop(part: Part): boolean {
  if (part.behaviour.kind === 'emergency-stop') return true
  return (
    part.behaviour.kind === 'button' && part.links.some((link) => link.kind === 'contact' && isClosedAtRest(part, link))
  )
}

/** What each emergency stop when it is pressed, and what goes on: coils that lose their feed open their contacts in turn. */
export function reckonStops(plan: Plan, topology: Topology): StopReckoning[] {
  const stops = topology.devices.filter(({ part, device }) => isStop(part) && device.origin !== 'remove')
  const before = fedDevices(plan, topology, new Set())
  return stops.map(({ id, part }): StopReckoning => {
    const after = fedDevices(plan, topology, new Set(part.links.map((link) => `${id}/${link.id}`)))
    const cuts = [...before].filter((device) => !after.has(device))
    const stays = [...after].filter((device) => !isControl(topology, device))
    return {
      device: id,
      isEmergency: part.behaviour.kind === 'emergency-stop',
      cuts,
      stays,
      hazards: stays.filter((device) => isHazard(plan.parts[plan.devices[device]!.part]!)),
      // A broken wire must act like a pressed button.
      isFailSafe: part.links.every((link) => link.kind !== 'contact' || isClosedAtRest(part, link)),
    }
  })
}

function isControl(topology: Topology, device: DeviceId): boolean {
  const { kind } = topology.devices.find(({ id }) => id === device)!.part.behaviour
  return kind === 'relay' || kind === 'contactor' || kind === 'solid-state-relay'
}

/** Devices whose draws are fed with some links held open, and every coil without feed released. */
function fedDevices(plan: Plan, topology: Topology, opened: ReadonlySet<string>): ReadonlySet<DeviceId> {
  const dead = new Set<DeviceId>()
  for (;;) {
    const reach = new JointGroups(topology.jointCount)
    for (const { jointFrom, jointTo, wire } of topology.conductors)
      if (wire.function !== 'PE') reach.join(jointFrom, jointTo)
    for (const passage of topology.passages)
      if (isClosed(passage, opened, dead, plan.parts[plan.devices[passage.device]!.part]!))
        reach.join(passage.jointA, passage.jointB)
    const sources = liveSources(plan, topology, reach)
    const isFed = (id: DeviceId, part: Part) =>
      part.draws.some((draw) => {
        const [plus, minus] = [draw.plus, draw.minus].map((terminal) =>
          reach.find(topology.jointIndex(terminalKey(id, terminal))),
        )
        return sources.some(
          (source) =>
            (source.plus === plus && source.minus === minus) ||
            (source.isMains && source.plus === minus && source.minus === plus),
        )
      })
    const fed = new Set(topology.devices.filter(({ id, part }) => isFed(id, part)).map(({ id }) => id))
    const released = topology.devices.filter(
      ({ id, part }) =>
        part.links.some((link) => link.kind === 'contact' && isCommanded(part, link)) && !fed.has(id) && !dead.has(id),
    )
    if (released.length === 0) return fed
    for (const { id } of released) dead.add(id)
  }
}

function isClosed(
  { device, link }: Passage,
  opened: ReadonlySet<string>,
  dead: ReadonlySet<DeviceId>,
  part: Part,
): boolean {
  if (opened.has(`${device}/${link.id}`)) return false
  if (link.kind !== 'contact') return true
  if (isCommanded(part, link)) return isClosedAtRest(part, link) === dead.has(device)
  return link.closedIn.includes(moverOf(part, link).service)
}

function liveSources(
  plan: Plan,
  topology: Topology,
  reach: JointGroups,
): readonly { readonly plus: number; readonly minus: number; readonly isMains: boolean }[] {
  const at = (id: DeviceId, terminal: Parameters<typeof terminalKey>[1]) =>
    reach.find(topology.jointIndex(terminalKey(id, terminal)))
  const live: { plus: number; minus: number; isMains: boolean }[] = []
  const waiting = topology.devices.flatMap(({ id, part }) => {
    const { behaviour } = part
    if (behaviour.kind === 'mains-inlet')
      live.push({ plus: at(id, behaviour.line), minus: at(id, behaviour.neutral), isMains: true })
    if (behaviour.kind === 'outside-source')
      for (const output of behaviour.outputs)
        live.push({ plus: at(id, output.plus), minus: at(id, output.minus), isMains: false })
    if (behaviour.kind !== 'supply' && behaviour.kind !== 'converter') return []
    const [plus, minus] =
      behaviour.kind === 'supply' ? [behaviour.line, behaviour.neutral] : [behaviour.plus, behaviour.minus]
    return [
      {
        plus: at(id, plus),
        minus: at(id, minus),
        outputs: behaviour.outputs.map((output) => ({
          plus: at(id, output.plus),
          minus: at(id, output.minus),
          isMains: false,
        })),
      },
    ]
  })
  for (let grows = true; grows;) {
    grows = false
    for (const supply of [...waiting]) {
      if (
        !live.some(
          (source) =>
            (source.plus === supply.plus && source.minus === supply.minus) ||
            (source.isMains && source.plus === supply.minus && source.minus === supply.plus),
        )
      )
        continue
      live.push(...supply.outputs)
      waiting.splice(waiting.indexOf(supply), 1)
      grows = true
    }
  }
  return live
}
