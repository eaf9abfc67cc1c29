import { allOn, settle, terminalKey, type Conditions, type Model } from '@/core/model'
import { doesAny, doesOf, factsOf, isClosedAtRest, type DeviceId, type Part } from '@/core/plan'
import type { StopReckoning } from '../types'
import { fedDevices } from './idle'

/** Whether a thing moves or heats: what a stop is for. */
export function isHazard(part: Part): boolean {
  return (
    factsOf(part).isHazard ||
    doesAny(part, 'moves', 'pumps', 'heats') ||
    Object.values(part.terminals).some((terminal) => terminal!.function === 'coil-A')
  )
}

/**
 * Whether a thing that is no known hazard may be one for all the plan says: it takes power and has no line for data, so that
 * it turns what it takes into motion, heat or sound; or something is plugged into it.
 */
export function mayBeHazard(part: Part): boolean {
  const { kind } = part.behaviour
  if (kind === 'outlet') return true
  const hasData = Object.values(part.terminals).some((terminal) => terminal!.function === 'data')
  return !hasData && !isHazard(part) && part.draws.some((draw) => doesOf(part, draw) === null)
}

/** An emergency stop, or a stop button, door or guard contact: closed at rest, opened by whoever presses or opens it. */
function isStop(part: Part): boolean {
  if (part.behaviour.kind === 'emergency-stop') return true
  return (
    part.behaviour.kind === 'button' && part.links.some((link) => link.kind === 'contact' && isClosedAtRest(part, link))
  )
}

/** What each stop cuts when it is pressed, and what goes on: coils that lose their volts open their contacts in turn. */
export function reckonStops(model: Model, conditions: Conditions): StopReckoning[] {
  const stops = model.devices.filter(({ part, device }) => isStop(part) && device.origin !== 'remove')
  if (stops.length === 0) return []
  // What is worked only while a button is held down is to stop as well: each case is solved with hands off and hands on.
  const held = heldButtons(model)
  const hands: readonly Held[] = Object.keys(held).length > 0 ? [{}, held] : [{}]
  const fedWith = (own: Held) =>
    new Set(
      hands.flatMap((each) => [...fedDevices(model, settle(model, allOn({ held: { ...each, ...own } }), conditions))]),
    )
  const before = fedWith({})
  return stops.map(({ id, part }): StopReckoning => {
    const pressed = Object.fromEntries(
      part.actuators.map(({ id: actuator, positions, rest }) => [
        actuator,
        positions.find((position) => position !== rest) ?? rest,
      ]),
    )
    const after = fedWith({ [id]: pressed })
    const cuts = [...before].filter((device) => !after.has(device))
    const stays = [...after].filter((device) => !isControl(model, device))
    return {
      device: id,
      isEmergency: part.behaviour.kind === 'emergency-stop',
      cuts,
      stays,
      hazards: stays.filter((device) => isHazard(model.deviceById.get(device)!.part)),
      perhaps: stays.filter((device) => mayBeHazard(model.deviceById.get(device)!.part)),
      isFailSafe: isFailSafe(model, id, part),
    }
  })
}

/** A broken wire must act like a pressed button: of the contacts that are wired, one is closed at rest. */
function isFailSafe({ conductors }: Model, id: DeviceId, part: Part): boolean {
  const wired = new Set(conductors.flatMap(({ from, to }) => [from, to]))
  const contacts = part.links.flatMap((link) => (link.kind === 'contact' ? [link] : []))
  const used = contacts.filter(({ a, b }) => [a, b].every((end) => wired.has(terminalKey(id, end))))
  return (used.length > 0 ? used : contacts).some((link) => isClosedAtRest(part, link))
}

type Held = Readonly<Record<DeviceId, Readonly<Record<string, string>>>>

/** Buttons that close while they are held, all of them pressed. */
function heldButtons(model: Model): Held {
  return Object.fromEntries(
    model.devices.flatMap(({ id, part }) => {
      const closes = part.links.some((link) => link.kind === 'contact' && !isClosedAtRest(part, link))
      if (part.behaviour.kind !== 'button' || !closes) return []
      return [
        [
          id,
          Object.fromEntries(
            part.actuators.map(({ id: actuator, positions, rest }) => [
              actuator,
              positions.find((position) => position !== rest) ?? rest,
            ]),
          ),
        ],
      ]
    }),
  )
}

function isControl(model: Model, device: DeviceId): boolean {
  return factsOf(model.deviceById.get(device)!.part).isControl
}
