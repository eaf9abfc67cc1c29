import { hostOf } from './hostOf'
import { castDraft, produceWithPatches, type Draft } from 'immer'
import type { Issue } from '@/core/calculator'
import type { Command, CommandType } from './schema/command'
import type { DeviceId, PartId, StateId } from './schema/ids'
import { EVERY_MOVER } from './migrations/liftCommand'
import { withOrder, type Patch } from './orderedPatches'
import type { Plan } from './schema/plan'
import type { WaySpot } from './schema/raceway'
import { boundFaults } from './bounds'
import { referenceFaults } from './references'

export type Applied =
  | {
      readonly kind: 'applied'
      readonly plan: Plan
      readonly patches: readonly Patch[]
      readonly inverse: readonly Patch[]
    }
  /** The command does not fit this plan: what it names is gone, or the result would not be a plan. Nothing is changed. */
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

class Refusal extends Error {
  constructor(readonly issue: Issue) {
    super(issue.message)
  }
}

/** Applies commands in turn, all or none. Pure: the plan given is untouched, and the inverse patches lead back to exactly it. */
export function apply(plan: Plan, commands: readonly Command[]): Applied {
  try {
    const [produced, patches, inverse] = produceWithPatches(plan, (draft: Draft<Plan>) => {
      for (const command of commands) applyMutable(draft, command)
    })
    const next = produced as Plan
    const issues = [...boundFaults(next), ...referenceFaults(next)]
    if (issues.length > 0) return { kind: 'refused', issues }
    return {
      kind: 'applied',
      plan: next,
      patches: withOrder(plan, next, patches),
      inverse: withOrder(next, plan, inverse),
    }
  } catch (error) {
    if (error instanceof Refusal) return { kind: 'refused', issues: [error.issue] }
    throw error
  }
}

type MutablePlan = Draft<Plan>

function existing<T>(collection: Readonly<Record<string, T>>, id: string, what: string): T {
  if (!Object.hasOwn(collection, id)) {
    throw new Refusal({ path: id, message: `there is no ${what} "${id}"; it may have been removed meanwhile` })
  }
  return collection[id]!
}

function add<T>(collection: Record<string, Draft<T>>, id: string, value: T, what: string): void {
  if (Object.hasOwn(collection, id)) throw new Refusal({ path: id, message: `there is a ${what} "${id}" already` })
  // A copy: what a command brings may be frozen, and the next command may change it.
  collection[id] = castDraft(structuredClone(value))
}

function remove(collection: Record<string, unknown>, id: string, what: string): void {
  existing(collection, id, what)
  delete collection[id]
}

function setOrClear<T>(record: Record<string, T>, key: string, value: T | null): void {
  if (value === null) delete record[key]
  else record[key] = value
}

/** Puts a thing with an id into a list: in the place of the one it replaces, else at the end. */
function put<T extends { readonly id: string }>(list: T[], thing: T): void {
  const at = list.findIndex(({ id }) => id === thing.id)
  if (at < 0) list.push(thing)
  else list[at] = thing
}

function inList<T extends { readonly id: string }>(list: readonly T[] | undefined, id: string, what: string): T {
  const found = list?.find((thing) => thing.id === id)
  if (!found)
    throw new Refusal({ path: id, message: `there is no ${what} "${id}"; it may have been removed meanwhile` })
  return found
}

function takeOut<T extends { readonly id: string }>(list: T[] | undefined, id: string, what: string): void {
  inList(list, id, what)
  list!.splice(
    list!.findIndex((thing) => thing.id === id),
    1,
  )
}

function faceOf(draft: MutablePlan, { enclosure, face }: OnFace) {
  return existing(existing(draft.enclosures, enclosure, 'enclosure').faces, face, 'face')
}

function bringPart(
  draft: MutablePlan,
  part: { readonly id: PartId; readonly part: Plan['parts'][PartId] } | undefined,
): void {
  if (part && !Object.hasOwn(draft.parts, part.id)) draft.parts[part.id] = castDraft(part.part)
}

type OnFace = Pick<Extract<Command, { type: 'updateFace' }>, 'enclosure' | 'face'>

type Handlers = { readonly [K in CommandType]: (draft: MutablePlan, command: Extract<Command, { type: K }>) => void }

/** What each command does; a command without a line here does not compile. */
const HANDLERS: Handlers = {
  rename(draft, { name, description }) {
    draft.name = name
    if (description !== undefined) draft.description = description
  },
  setSite: (draft, { changes }) => void Object.assign(draft.site, changes),
  setPractice: (draft, { changes }) => void Object.assign(draft.practice, changes),
  setColour: (draft, { function: of, colour }) => void (draft.practice.colours[of] = castDraft(colour)),

  addEnclosure: (draft, { id, enclosure }) => add(draft.enclosures, id, enclosure, 'enclosure'),
  updateEnclosure: (draft, { id, changes }) => void Object.assign(existing(draft.enclosures, id, 'enclosure'), changes),
  removeEnclosure: (draft, { id }) => remove(draft.enclosures, id, 'enclosure'),
  addFace: (draft, { enclosure, face, data }) =>
    add(existing(draft.enclosures, enclosure, 'enclosure').faces, face, data, 'face'),
  updateFace: (draft, command) => void Object.assign(faceOf(draft, command), command.changes),
  removeFace: (draft, { enclosure, face }) =>
    remove(existing(draft.enclosures, enclosure, 'enclosure').faces, face, 'face'),
  putOpening(draft, { opening, ...at }) {
    const face = faceOf(draft, at)
    put(face.openings, castDraft(opening))
  },
  moveOpening: (draft, { opening, x_mm, y_mm, ...at }) =>
    void Object.assign(inList(faceOf(draft, at).openings, opening, 'opening'), { x_mm, y_mm }),
  removeOpening: (draft, { opening, ...at }) => takeOut(faceOf(draft, at).openings, opening, 'opening'),
  putRail(draft, { rail, ...at }) {
    const face = faceOf(draft, at)
    put(face.rails, castDraft(rail))
  },
  moveRail: (draft, { rail, x_mm, y_mm, ...at }) =>
    void Object.assign(inList(faceOf(draft, at).rails, rail, 'rail'), { x_mm, y_mm }),
  removeRail: (draft, { rail, ...at }) => takeOut(faceOf(draft, at).rails, rail, 'rail'),

  putPart: (draft, { id, part }) => void (draft.parts[id] = castDraft(part)),
  removePart: (draft, { id }) => remove(draft.parts, id, 'part'),

  addDevice(draft, { id, device, part }) {
    bringPart(draft, part)
    add(draft.devices, id, device, 'device')
  },
  updateDevice: (draft, { id, changes }) => void Object.assign(existing(draft.devices, id, 'device'), changes),
  moveDevice: (draft, { id, place }) => void (existing(draft.devices, id, 'device').place = castDraft(place)),
  setLoad: (draft, { device, draw, load }) => setOrClear(existing(draft.devices, device, 'device').loads, draw, load),
  fitRating: (draft, { device, link, fitted }) =>
    setOrClear(existing(draft.devices, device, 'device').fitted, link, fitted),
  setSetting: (draft, { device, setting, value }) =>
    setOrClear(existing(draft.devices, device, 'device').settings, setting, value),
  addReserve: (draft, { device, reserve }) => void existing(draft.devices, device, 'device').reserves.push(reserve),
  setReserve(draft, { device, at, reserve }) {
    const { reserves } = existing(draft.devices, device, 'device')
    if (at >= reserves.length)
      throw new Refusal({ path: 'at', message: 'there is no such reserve; it may have been removed meanwhile' })
    if (reserve === null) reserves.splice(at, 1)
    else reserves[at] = reserve
  },
  replacePart,
  removeDevice,

  putRole: (draft, { id, role }) => void (draft.roles[id] = castDraft(role)),
  removeRole(draft, { id }) {
    remove(draft.roles, id, 'role')
    for (const device of Object.values(draft.devices))
      if (device!.serves.some(({ role }) => role === id))
        device!.serves = device!.serves.filter(({ role }) => role !== id)
  },
  serveRole(draft, { device: id, at, role, from }) {
    const device = existing(draft.devices, id, 'device')
    const others = device.serves.filter((serving) => serving.at !== at)
    device.serves = role === null ? others : [...others, { role, at, from }]
  },

  connect: (draft, { id, wire }) => add(draft.wires, id, wire, 'wire'),
  updateWire: (draft, { id, changes }) => void Object.assign(existing(draft.wires, id, 'wire'), changes),
  moveEnd: (draft, { wire, side, end }) => void (existing(draft.wires, wire, 'wire')[side] = castDraft(end)),
  disconnect: (draft, { id }) => remove(draft.wires, id, 'wire'),

  addCable: (draft, { id, cable }) => add(draft.cables, id, cable, 'cable'),
  updateCable: (draft, { id, changes }) => void Object.assign(existing(draft.cables, id, 'cable'), changes),
  removeCable,

  addRaceway: (draft, { id, raceway }) => add(draft.raceways, id, raceway, 'raceway'),
  updateRaceway: (draft, { id, changes }) => void Object.assign(existing(draft.raceways, id, 'raceway'), changes),
  removeRaceway,

  addState(draft, { id, state }) {
    add(draft.states, id, state, 'state')
    nameMovers(draft, id)
  },
  updateState(draft, { id, changes }) {
    Object.assign(existing(draft.states, id, 'state'), changes)
    if (changes.positions) nameMovers(draft, id)
  },
  setShare,
  setPosition,
  removeState: (draft, { id }) => remove(draft.states, id, 'state'),
}

function setShare(draft: MutablePlan, { state, device, draw, share }: Extract<Command, { type: 'setShare' }>): void {
  const { shares, drawShares } = existing(draft.states, state, 'state')
  if (draw === undefined) return setOrClear(shares, device, share)
  const own = { ...drawShares[device] }
  setOrClear(own, draw, share)
  setOrClear(drawShares, device, Object.keys(own).length > 0 ? own : null)
}

function moversOf(draft: MutablePlan, device: DeviceId) {
  return draft.parts[existing(draft.devices, device, 'device').part]!.actuators
}

function setPosition(
  draft: MutablePlan,
  { state, device, actuator, position }: Extract<Command, { type: 'setPosition' }>,
): void {
  const { positions } = existing(draft.states, state, 'state')
  const movers = moversOf(draft, device)
  const chosen = movers.filter(({ id }) => actuator === null || id === actuator)
  if (actuator !== null && chosen.length === 0)
    throw new Refusal({ path: 'actuator', message: `there is no "${actuator}" that moves contacts of this device` })
  const held = { ...positions[device] }
  for (const mover of chosen) {
    if (position !== null && !mover.positions.includes(position))
      throw new Refusal({ path: 'position', message: `must be one of ${mover.positions.join(', ')}` })
    setOrClear(held, mover.id, position)
  }
  if (Object.keys(held).length > 0) positions[device] = held
  else delete positions[device]
}

/** A state of an older release held devices as a whole. */
function nameMovers(draft: MutablePlan, id: StateId): void {
  const { positions } = draft.states[id]!
  for (const [device, held] of Object.entries(positions)) {
    const position = held![EVERY_MOVER]
    if (position === undefined) continue
    delete positions[device as DeviceId]
    setPosition(draft, { type: 'setPosition', state: id, device: device as DeviceId, actuator: null, position })
  }
}

function applyMutable(draft: MutablePlan, command: Command): void {
  const handle = HANDLERS[command.type] as (draft: MutablePlan, command: Command) => void
  handle(draft, command)
}

/** A device goes with its wires and with what the states say of it; what plugs onto it is left unplaced. */
function removeDevice(draft: MutablePlan, { id }: Extract<Command, { type: 'removeDevice' }>): void {
  remove(draft.devices, id, 'device')
  for (const [wireId, wire] of Object.entries(draft.wires)) {
    const touches = [wire!.from, wire!.to].some((end) => end.kind === 'terminal' && end.device === id)
    if (touches) delete draft.wires[wireId as keyof typeof draft.wires]
  }
  for (const state of Object.values(draft.states)) {
    delete state!.shares[id]
    delete state!.drawShares[id]
    delete state!.positions[id]
  }
  // The hole it filled stays.
  for (const enclosure of Object.values(draft.enclosures))
    for (const face of Object.values(enclosure!.faces))
      for (const opening of face!.openings)
        if (opening.device === id) Object.assign(opening, { device: null, use: 'open' })
  for (const device of Object.values(draft.devices)) {
    if (hostOf(device!.place) === id) device!.place = { kind: 'unplaced', enclosure: null }
    if (device!.commandedBy === id) device!.commandedBy = null
    if (device!.watchedBy === id) device!.watchedBy = null
  }
  for (const raceway of Object.values(draft.raceways))
    looseEnds(raceway!, (spot) => spot.kind === 'device' && spot.device === id)
  for (const cable of Object.values(draft.cables)) {
    if (cable!.leadsOf === id) cable!.leadsOf = null
    for (const end of [cable!.ends.a, cable!.ends.b]) if (end.mates?.device === id) end.mates = null
  }
}

/** What sat in its plugs is left loose; its cores are wires of their own from then on. */
function removeCable(draft: MutablePlan, { id }: Extract<Command, { type: 'removeCable' }>): void {
  remove(draft.cables, id, 'cable')
  for (const wire of Object.values(draft.wires)) {
    for (const side of ['from', 'to'] as const) {
      const end = wire![side]
      if (end.kind === 'plug' && end.cable === id)
        wire![side] = { kind: 'parked', where: 'where its plug was', why: 'its cable was taken out', insulated: false }
    }
    if (wire!.cable === id) Object.assign(wire!, { cable: null, core: null })
  }
}

/** What was led through it is free to go another way; what began or ended at it hangs loose there. */
function removeRaceway(draft: MutablePlan, { id }: Extract<Command, { type: 'removeRaceway' }>): void {
  remove(draft.raceways, id, 'raceway')
  for (const led of [...Object.values(draft.wires), ...Object.values(draft.cables)]) {
    if (!led!.route?.includes(id)) continue
    const left = led!.route.filter((other) => other !== id)
    led!.route = left.length > 0 ? left : null
  }
  for (const raceway of Object.values(draft.raceways)) {
    raceway!.joins = raceway!.joins.filter((other) => other !== id)
    looseEnds(raceway!, (spot) => spot.kind === 'raceway' && spot.raceway === id)
  }
}

function looseEnds(raceway: MutablePlan['raceways'][never], isGone: (spot: WaySpot) => boolean): void {
  const { ends } = raceway as { ends: { a: WaySpot | null; b: WaySpot | null } | null }
  if (ends === null) return
  for (const key of ['a', 'b'] as const) if (ends[key] && isGone(ends[key])) ends[key] = null
}

/** Wires follow the terminal map; what the new part knows nothing of is dropped. */
function replacePart(draft: MutablePlan, command: Extract<Command, { type: 'replacePart' }>): void {
  const device = existing(draft.devices, command.device, 'device')
  const old = draft.parts[device.part]!
  const before = old.name
  bringPart(draft, command.part)
  const next = draft.parts[command.part.id]!
  // What bore the old part's name bears the new one's; a name that a person gave stays.
  if (device.name === before) device.name = next.name
  device.part = command.part.id
  // What was said of the old part's draw holds of the new one only where both take the same.
  for (const key of Object.keys(device.loads)) {
    const [was, is] = [old, next].map(({ draws }) => draws.find((draw) => draw.id === key))
    if (!is || was?.power_W !== is.power_W || was.nominal_V !== is.nominal_V) delete device.loads[key]
  }
  for (const key of Object.keys(device.fitted))
    if (!next.links.some((link) => link.kind === 'protective' && link.id === key)) delete device.fitted[key]
  for (const [key, value] of Object.entries(device.settings))
    if (!next.settings.some((setting) => setting.id === key && setting.options.includes(value)))
      delete device.settings[key]
  for (const state of Object.values(draft.states)) {
    const shares = state!.drawShares[command.device]
    for (const key of Object.keys(shares ?? {})) if (!next.draws.some(({ id }) => id === key)) delete shares![key]
    if (shares && Object.keys(shares).length === 0) delete state!.drawShares[command.device]
    const held = state!.positions[command.device]
    for (const [key, position] of Object.entries(held ?? {}))
      if (!next.actuators.some(({ id, positions }) => id === key && positions.includes(position))) delete held![key]
    if (held && Object.keys(held).length === 0) delete state!.positions[command.device]
  }
  for (const cable of Object.values(draft.cables))
    for (const end of [cable!.ends.a, cable!.ends.b])
      if (end.mates?.device === command.device && !next.connectors.some(({ id }) => id === end.mates!.connector))
        end.mates = null
  for (const [wireId, wire] of Object.entries(draft.wires)) {
    for (const side of ['from', 'to'] as const) {
      const end = wire![side]
      if (end.kind !== 'terminal' || end.device !== command.device) continue
      if (!Object.hasOwn(command.terminals, end.terminal))
        throw new Refusal({
          path: `terminals.${end.terminal}`,
          message: 'has a wire, and the replacement does not say where it goes',
        })
      const target = command.terminals[end.terminal]
      if (target === null || target === undefined) {
        delete draft.wires[wireId as keyof typeof draft.wires]
        break
      }
      end.terminal = target
    }
  }
}
