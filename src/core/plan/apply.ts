import { applyPatches, castDraft, enablePatches, produceWithPatches, type Draft, type Patch } from 'immer'
import type { Issue } from '@/core/calculator'
import type { Command } from './command'
import type { PartId } from './ids'
import type { Plan } from './plan'
import { referenceFaults } from './references'

enablePatches()

export type { Patch } from 'immer'

export type Applied =
  | { readonly kind: 'applied'; readonly plan: Plan; readonly patches: readonly Patch[]; readonly inverse: readonly Patch[] }
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
    const [next, patches, inverse] = produceWithPatches(plan, (draft: Draft<Plan>) => {
      for (const command of commands) applyMutable(draft, command)
    })
    const issues = referenceFaults(next as Plan)
    return issues.length > 0 ? { kind: 'refused', issues } : { kind: 'applied', plan: next as Plan, patches, inverse }
  } catch (error) {
    if (error instanceof Refusal) return { kind: 'refused', issues: [error.issue] }
    throw error
  }
}

/** Replays patches that an apply gave, forward or inverse. */
export function replay(plan: Plan, patches: readonly Patch[]): Plan {
  return applyPatches(plan as object, patches as Patch[]) as Plan
}

function existing<T>(collection: Readonly<Record<string, T>>, id: string, what: string): T {
  if (!Object.hasOwn(collection, id)) throw new Refusal({ path: id, message: `there is no ${what} "${id}"; it may have been removed meanwhile` })
  return collection[id]!
}

function add<T>(collection: Record<string, Draft<T>>, id: string, value: T, what: string): void {
  if (Object.hasOwn(collection, id)) throw new Refusal({ path: id, message: `there is a ${what} "${id}" already` })
  collection[id] = castDraft(value)
}

function remove(collection: Record<string, unknown>, id: string, what: string): void {
  existing(collection, id, what)
  delete collection[id]
}

function setOrClear<T>(record: Record<string, T>, key: string, value: T | null): void {
  if (value === null) delete record[key]
  else record[key] = value
}

type MutablePlan = Draft<Plan>

function bringPart(draft: MutablePlan, part: { readonly id: PartId; readonly part: Plan['parts'][PartId] } | undefined): void {
  if (part && !Object.hasOwn(draft.parts, part.id)) draft.parts[part.id] = castDraft(part.part)
}

function applyMutable(draft: MutablePlan, command: Command): void {
  switch (command.type) {
    case 'rename':
      draft.name = command.name
      if (command.description !== undefined) draft.description = command.description
      return
    case 'setSite':
      Object.assign(draft.site, command.changes)
      return
    case 'setPractice':
      Object.assign(draft.practice, command.changes)
      return
    case 'addEnclosure':
      return add(draft.enclosures, command.id, command.enclosure, 'enclosure')
    case 'updateEnclosure':
      Object.assign(existing(draft.enclosures, command.id, 'enclosure'), command.changes)
      return
    case 'removeEnclosure':
      return remove(draft.enclosures, command.id, 'enclosure')
    case 'putPart':
      draft.parts[command.id] = castDraft(command.part)
      return
    case 'removePart':
      return remove(draft.parts, command.id, 'part')
    case 'addDevice':
      bringPart(draft, command.part)
      return add(draft.devices, command.id, command.device, 'device')
    case 'updateDevice':
      Object.assign(existing(draft.devices, command.id, 'device'), command.changes)
      return
    case 'moveDevice':
      existing(draft.devices, command.id, 'device').place = castDraft(command.place)
      return
    case 'setLoad':
      return setOrClear(existing(draft.devices, command.device, 'device').loads, command.draw, command.load)
    case 'fitRating':
      return setOrClear(existing(draft.devices, command.device, 'device').fitted, command.link, command.fitted)
    case 'setSetting':
      return setOrClear(existing(draft.devices, command.device, 'device').settings, command.setting, command.value)
    case 'replacePart':
      return replacePart(draft, command)
    case 'removeDevice':
      return removeDevice(draft, command.id)
    case 'connect':
      return add(draft.wires, command.id, command.wire, 'wire')
    case 'updateWire':
      Object.assign(existing(draft.wires, command.id, 'wire'), command.changes)
      return
    case 'moveEnd':
      existing(draft.wires, command.wire, 'wire')[command.side] = castDraft(command.end)
      return
    case 'disconnect':
      return remove(draft.wires, command.id, 'wire')
    case 'addCable':
      return add(draft.cables, command.id, command.cable, 'cable')
    case 'updateCable':
      Object.assign(existing(draft.cables, command.id, 'cable'), command.changes)
      return
    case 'removeCable':
      return remove(draft.cables, command.id, 'cable')
    case 'addRaceway':
      return add(draft.raceways, command.id, command.raceway, 'raceway')
    case 'updateRaceway':
      Object.assign(existing(draft.raceways, command.id, 'raceway'), command.changes)
      return
    case 'removeRaceway':
      return remove(draft.raceways, command.id, 'raceway')
    case 'addState':
      return add(draft.states, command.id, command.state, 'state')
    case 'updateState':
      Object.assign(existing(draft.states, command.id, 'state'), command.changes)
      return
    case 'removeState':
      return remove(draft.states, command.id, 'state')
  }
}

/** A device goes with its wires and with what the states say of it; what plugs onto it is left unplaced. */
function removeDevice(draft: MutablePlan, id: Extract<Command, { type: 'removeDevice' }>['id']): void {
  remove(draft.devices, id, 'device')
  for (const [wireId, wire] of Object.entries(draft.wires)) {
    const touches = [wire!.from, wire!.to].some((end) => end.kind === 'terminal' && end.device === id)
    if (touches) delete draft.wires[wireId as keyof typeof draft.wires]
  }
  for (const state of Object.values(draft.states)) {
    delete state!.shares[id]
    delete state!.positions[id]
  }
  // The hole it filled stays.
  for (const enclosure of Object.values(draft.enclosures)) for (const face of Object.values(enclosure!.faces)) for (const opening of face!.openings ?? []) if (opening.device === id) Object.assign(opening, { device: null, use: 'open' })
  for (const device of Object.values(draft.devices)) {
    if (device!.place.kind === 'socket' && device!.place.device === id) device!.place = { kind: 'unplaced', enclosure: null }
  }
}

/** Wires follow the terminal map; what the new part knows nothing of is dropped. */
function replacePart(draft: MutablePlan, command: Extract<Command, { type: 'replacePart' }>): void {
  const device = existing(draft.devices, command.device, 'device')
  bringPart(draft, command.part)
  const next = draft.parts[command.part.id]!
  device.part = command.part.id
  for (const key of Object.keys(device.loads)) if (!next.draws.some((draw) => draw.id === key)) delete device.loads[key]
  for (const key of Object.keys(device.fitted)) if (!next.links.some((link) => link.kind === 'protective' && link.id === key)) delete device.fitted[key]
  for (const [key, value] of Object.entries(device.settings)) if (!next.settings.some((setting) => setting.id === key && setting.options.includes(value))) delete device.settings[key]
  for (const [wireId, wire] of Object.entries(draft.wires)) {
    for (const side of ['from', 'to'] as const) {
      const end = wire![side]
      if (end.kind !== 'terminal' || end.device !== command.device) continue
      if (!Object.hasOwn(command.terminals, end.terminal)) throw new Refusal({ path: `terminals.${end.terminal}`, message: 'has a wire, and the replacement does not say where it goes' })
      const target = command.terminals[end.terminal]
      if (target === null || target === undefined) {
        delete draft.wires[wireId as keyof typeof draft.wires]
        break
      }
      end.terminal = target
    }
  }
}
