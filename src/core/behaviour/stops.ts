import { allOn, settle, terminalKey, type Conditions, type Model } from '@/core/model'
import { doesAny, doesOf, factsOf, isClosedAtRest, type DeviceId, type Part } from '@/core/plan'
import { fedDevices } from './fed'
import { heldButtons, withHeld, workedPositions, type Held } from './hands'
import { settled } from './solved'

/** What an emergency stop, a stop button or a guard contact takes away, and what goes on. */
export interface StopReckoning {
  readonly device: DeviceId
  readonly isEmergency: boolean
  readonly cuts: readonly DeviceId[]
  readonly stays: readonly DeviceId[]
  /** Of what stays, what moves or heats. */
  readonly hazards: readonly DeviceId[]
  /** Of what stays, what may move, cut or heat for all the plan says: a load that does something else than reckon or light, and sockets. */
  readonly perhaps: readonly DeviceId[]
  readonly isFailSafe: boolean
}

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
export function isStop(part: Part): boolean {
  if (part.behaviour.kind === 'emergency-stop') return true
  return (
    part.behaviour.kind === 'button' && part.links.some((link) => link.kind === 'contact' && isClosedAtRest(part, link))
  )
}

/** What each stop cuts when it is pressed, and what goes on: coils that lose their volts open their contacts in turn. */
export function reckonStops(model: Model, conditions: Conditions): StopReckoning[] {
  const stops = model.devices.filter(({ part, device }) => isStop(part) && device.origin !== 'remove')
  if (stops.length === 0) return []
  const before = new Set(
    handsOn(model, {}).flatMap((held) => [
      ...fedDevices(
        model,
        held === NOBODY ? settled(model, conditions, 'hands off') : settle(model, allOn({ held }), conditions),
      ),
    ]),
  )
  return stops.map(({ id, part }): StopReckoning => {
    const after = new Set(
      handsOn(model, { [id]: workedPositions(part) }).flatMap((held) => [
        ...fedDevices(model, settle(model, allOn({ held }), conditions)),
      ]),
    )
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

const NOBODY: Held = {}

/** What is worked only while a button is held down is to stop as well: each case is solved with hands off and hands on. */
function handsOn(model: Model, own: Held): readonly Held[] {
  const buttons = heldButtons(model)
  const bare = Object.keys(own).length === 0 ? NOBODY : own
  return Object.keys(buttons).length === 0 ? [bare] : [bare, withHeld(buttons, own)]
}

/** A broken wire must act like a pressed button: of the contacts that are wired, one is closed at rest. */
function isFailSafe({ conductors }: Model, id: DeviceId, part: Part): boolean {
  const wired = new Set(conductors.flatMap(({ from, to }) => [from, to]))
  const contacts = part.links.flatMap((link) => (link.kind === 'contact' ? [link] : []))
  const used = contacts.filter(({ a, b }) => [a, b].every((end) => wired.has(terminalKey(id, end))))
  return (used.length > 0 ? used : contacts).some((link) => isClosedAtRest(part, link))
}

function isControl(model: Model, device: DeviceId): boolean {
  return factsOf(model.deviceById.get(device)!.part).isControl
}
