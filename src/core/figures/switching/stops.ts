import { allOn, settle, type Conditions, type Model, type Solution } from '@/core/model'
import { isClosedAtRest, PART_KINDS, type DeviceId, type Part } from '@/core/plan'
import type { StopReckoning } from '../types'

/** Whether a thing moves or heats: what a stop is for. */
export function isHazard(part: Part): boolean {
  if (PART_KINDS[part.behaviour.kind].isHazard) return true
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

/** A load counts as fed from this share of its nominal voltage on. */
const FED = 0.1

/** What each stop cuts when it is pressed, and what goes on: coils that lose their volts open their contacts in turn. */
export function reckonStops(model: Model, conditions: Conditions): StopReckoning[] {
  const stops = model.devices.filter(({ part, device }) => isStop(part) && device.origin !== 'remove')
  if (stops.length === 0) return []
  const before = fedDevices(model, settle(model, allOn(), conditions))
  return stops.map(({ id, part }): StopReckoning => {
    const pressed = Object.fromEntries(
      part.actuators.map(({ id: actuator, positions, rest }) => [
        actuator,
        positions.find((position) => position !== rest) ?? rest,
      ]),
    )
    const after = fedDevices(model, settle(model, allOn({ held: { [id]: pressed } }), conditions))
    const cuts = [...before].filter((device) => !after.has(device))
    const stays = [...after].filter((device) => !isControl(model, device))
    return {
      device: id,
      isEmergency: part.behaviour.kind === 'emergency-stop',
      cuts,
      stays,
      hazards: stays.filter((device) => isHazard(model.deviceById.get(device)!.part)),
      // A broken wire must act like a pressed button.
      isFailSafe: part.links.every((link) => link.kind !== 'contact' || isClosedAtRest(part, link)),
    }
  })
}

function isControl(model: Model, device: DeviceId): boolean {
  return PART_KINDS[model.deviceById.get(device)!.part.behaviour.kind].isControl
}

/** Devices any of whose draws has volts, whether or not it takes a current. */
function fedDevices(model: Model, { volts }: Solution): ReadonlySet<DeviceId> {
  return new Set(
    model.draws.flatMap(({ device, plus, minus, draw }) =>
      Math.abs(volts.between(plus, minus) ?? 0) >= FED * draw.nominal_V ? [device] : [],
    ),
  )
}
