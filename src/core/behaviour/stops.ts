import { allOn, othersOn, settle, terminalKey, type Conditions, type Model, type TerminalKey } from '@/core/model'
import { doesAny, doesOf, factsOf, isClosedAtRest, type DeviceId, type Part } from '@/core/plan'
import { fedDevices, fedHazards } from './fed'
import type { FeedWay } from './feedWays'
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
  /** Its contacts, of several that are wired, of which each alone cuts nothing, or nothing but lamps. */
  readonly idleContacts: readonly { readonly link: string; readonly cutsLamps: boolean }[]
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
 * it turns what it takes into motion, heat or sound; or it is a coil that works nobody knows what, as a valve does; or something
 * is plugged into it.
 */
export function mayBeHazard(part: Part): boolean {
  const { kind } = part.behaviour
  if (kind === 'outlet') return true
  const hasData = Object.values(part.terminals).some((terminal) => terminal!.function === 'data')
  const isOpen = (draw: Part['draws'][number]) => doesOf(part, draw) === null || draw.does === 'works'
  return !hasData && !isHazard(part) && part.draws.some(isOpen)
}

/** What only lets something flow may have to go on, as the water that cools does: it is said, and a person decides. */
const onlyPumps = (part: Part): boolean =>
  doesAny(part, 'pumps') && !doesAny(part, 'moves', 'heats') && !factsOf(part).isHazard

/** An emergency stop, or a stop button, door or guard contact: closed at rest, opened by whoever presses or opens it. */
export function isStop(part: Part): boolean {
  if (part.behaviour.kind === 'emergency-stop') return true
  return (
    part.behaviour.kind === 'button' && part.links.some((link) => link.kind === 'contact' && isClosedAtRest(part, link))
  )
}

/** What each stop cuts when it is pressed, and what goes on: coils that lose their volts open their contacts in turn. */
export function reckonStops(model: Model, conditions: Conditions, ways: readonly FeedWay[]): StopReckoning[] {
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
    const solutions = handsOn(model, { [id]: workedPositions(part) }).map((held) =>
      settle(model, allOn({ held }), conditions),
    )
    const after = new Set(solutions.flatMap((solution) => [...fedDevices(model, solution)]))
    const feared = new Set(solutions.flatMap((solution) => [...fedHazards(model, solution)]))
    const cuts = [...before].filter((device) => !after.has(device))
    const stays = [...after].filter((device) => !isControl(model, device))
    return {
      device: id,
      isEmergency: part.behaviour.kind === 'emergency-stop',
      cuts,
      stays,
      hazards: stays.filter((device) => {
        const { part: own } = model.deviceById.get(device)!
        return isHazard(own) && !onlyPumps(own) && feared.has(device)
      }),
      perhaps: stays.filter((device) => {
        const { part: own } = model.deviceById.get(device)!
        return mayBeHazard(own) || onlyPumps(own)
      }),
      isFailSafe: isFailSafe(model, id, part),
      idleContacts: idleContacts(model, conditions, ways, id, before),
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

/**
 * Each wired contact of a stop that has several, opened alone; what a program reads cuts nothing by itself. Where what is fed
 * through it is off for another reason, a short or a lead that is wanting, nothing is known of the contact.
 */
function idleContacts(
  model: Model,
  conditions: Conditions,
  ways: readonly FeedWay[],
  id: DeviceId,
  before: ReadonlySet<DeviceId>,
): StopReckoning['idleContacts'] {
  const wired = new Set(model.conductors.flatMap(({ from, to }) => [from, to]))
  const { part } = model.deviceById.get(id)!
  const own = model.passages.filter(
    ({ device, link, a, b }) =>
      device === id && link.kind === 'contact' && isClosedAtRest(part, link) && wired.has(a) && wired.has(b),
  )
  if (own.length < 2) return []
  return own.flatMap((passage) => {
    if ([passage.a, passage.b].some((end) => isOnInput(model, end))) return []
    const behind = ways.filter(({ passages }) => passages.some((each) => each.id === passage.id))
    if (behind.some((way) => !before.has(way.device))) return []
    const after = new Set(
      handsOn(model, {}).flatMap((held) => [
        ...fedDevices(model, settle(model, allOn({ held, open: new Set([passage.id]) }), conditions)),
      ]),
    )
    const cuts = [...before].filter((device) => !after.has(device))
    const others = cuts.filter((device) => !doesAny(model.deviceById.get(device)!.part, 'lights', 'sounds'))
    return others.length === 0 ? [{ link: passage.link.id, cutsLamps: cuts.length > 0 }] : []
  })
}

/** Whether a program reads what lies at a terminal: an input of a board, or of what is told by its pins to fire or to turn. */
const isOnInput = (model: Model, end: TerminalKey): boolean =>
  othersOn(model, end).some(({ device, terminal }) => {
    const { function: fn, direction } = model.deviceById.get(device)!.part.terminals[terminal]!
    return (fn === 'signal' || fn === 'data') && direction !== 'out'
  })

function isControl(model: Model, device: DeviceId): boolean {
  return factsOf(model.deviceById.get(device)!.part).isControl
}
