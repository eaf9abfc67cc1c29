import * as z from 'zod'
import { colour } from './colour'
import { device, fitted, load, place, reserve } from './device'
import { enclosure, face, opening, rail } from './enclosure'
import { coordinate_mm, nonNegative, note, text, visibleName } from './fields'
import {
  cableId,
  deviceId,
  enclosureId,
  faceId,
  localKey,
  partId,
  racewayId,
  roleId,
  stateId,
  terminalId,
  wireId,
} from './ids'
import { part } from './part'
import type { DeepReadonly } from './plan'
import { practice, wireFunction } from './practice'
import { raceway } from './raceway'
import { role, serving } from './role'
import { site } from './site'
import { position, share, state } from './state'
import { cable, wire, wireEnd } from './wire'

type WithoutDefaults<T extends z.ZodRawShape> = {
  [K in keyof T]: T[K] extends z.ZodDefault<infer Inner extends z.ZodType> ? Inner : T[K]
}

/** Fields left out of a change stay as they are: none falls back to what a new record starts with. */
function asGiven<T extends z.ZodRawShape>(schema: z.ZodObject<T>): z.ZodObject<WithoutDefaults<T>, z.core.$strict> {
  const fields = Object.entries(schema.shape).map(([key, field]) => [
    key,
    field instanceof z.ZodDefault ? field.unwrap() : field,
  ])
  return z.strictObject(Object.fromEntries(fields) as WithoutDefaults<T>)
}

/** A change of some fields: at least one, none unknown. */
const changes = <T extends z.ZodRawShape>(schema: z.ZodObject<T>) =>
  asGiven(schema)
    .partial()
    .refine((value) => Object.keys(value).length > 0, { error: 'must change at least one field' })

const of = <const K extends string, T extends z.ZodRawShape>(type: K, shape: T) =>
  z.strictObject({ type: z.literal(type), ...shape })

const onFace = { enclosure: enclosureId, face: faceId }
const at = { x_mm: coordinate_mm(), y_mm: coordinate_mm() }

/** A part that comes along with the command and is put into the plan's own parts when it is not there yet. */
const newPart = z.strictObject({ id: partId, part })

/** Every edit of a plan, each as fine as what a person does: two people's edits of one box do not erase each other. */
export const command = z.discriminatedUnion('type', [
  of('rename', { name: visibleName(), description: note().optional() }),
  of('setSite', { changes: changes(site) }),
  of('setPractice', { changes: changes(practice) }),
  of('setColour', { function: wireFunction, colour }),

  of('addEnclosure', { id: enclosureId, enclosure }),
  of('updateEnclosure', { id: enclosureId, changes: changes(enclosure) }),
  of('removeEnclosure', { id: enclosureId }),
  of('addFace', { ...onFace, data: face }),
  of('updateFace', { ...onFace, changes: changes(face.omit({ openings: true, rails: true })) }),
  of('removeFace', onFace),
  /** Adds it, or puts it in the place of the one with its id. */
  of('putOpening', { ...onFace, opening }),
  of('moveOpening', { ...onFace, opening: localKey, ...at }),
  of('removeOpening', { ...onFace, opening: localKey }),
  of('putRail', { ...onFace, rail }),
  of('moveRail', { ...onFace, rail: localKey, ...at }),
  of('removeRail', { ...onFace, rail: localKey }),

  of('putPart', { id: partId, part }),
  of('removePart', { id: partId }),

  of('addDevice', { id: deviceId, device, part: newPart.optional() }),
  of('updateDevice', {
    id: deviceId,
    changes: changes(device.omit({ part: true, place: true, loads: true, fitted: true, settings: true, serves: true })),
  }),
  of('moveDevice', { id: deviceId, place }),
  of('setLoad', { device: deviceId, draw: localKey, load: load.nullable() }),
  of('fitRating', { device: deviceId, link: localKey, fitted: fitted.nullable() }),
  of('setSetting', { device: deviceId, setting: localKey, value: text(40).nullable() }),
  of('addReserve', { device: deviceId, reserve }),
  of('setReserve', {
    device: deviceId,
    at: nonNegative().int({ error: 'must be a whole number' }),
    reserve: reserve.nullable(),
  }),
  /** `terminals` says where the wires of each old terminal go; null drops them. Wires of terminals not named are refused. */
  of('replacePart', { device: deviceId, part: newPart, terminals: z.record(terminalId, terminalId.nullable()) }),
  of('removeDevice', { id: deviceId }),

  /** Adds it, or puts it in the place of the one with its id. */
  of('putRole', { id: roleId, role }),
  of('removeRole', { id: roleId }),
  /** Says that a device, or a port of it, serves a role, in place of the one it served; null: none. */
  of('serveRole', {
    device: deviceId,
    at: serving.shape.at.unwrap(),
    role: roleId.nullable(),
    from: serving.shape.from,
  }),

  of('connect', { id: wireId, wire }),
  of('updateWire', { id: wireId, changes: changes(wire.omit({ from: true, to: true })) }),
  of('moveEnd', { wire: wireId, side: z.enum(['from', 'to']), end: wireEnd }),
  of('disconnect', { id: wireId }),

  of('addCable', { id: cableId, cable }),
  of('updateCable', { id: cableId, changes: changes(cable) }),
  of('removeCable', { id: cableId }),

  of('addRaceway', { id: racewayId, raceway }),
  of('updateRaceway', { id: racewayId, changes: changes(raceway) }),
  of('removeRaceway', { id: racewayId }),

  of('addState', { id: stateId, state }),
  of('updateState', { id: stateId, changes: changes(state) }),
  /** Of a device as a whole, or of one of its draws. */
  of('setShare', { state: stateId, device: deviceId, draw: localKey.optional(), share: share.nullable() }),
  /** Holds one mover of a device, or with `actuator` null all of them; null lets them stand as in service. */
  of('setPosition', {
    state: stateId,
    device: deviceId,
    actuator: localKey.nullable(),
    position: position.nullable(),
  }),
  of('removeState', { id: stateId }),
])

export type Command = DeepReadonly<z.output<typeof command>>
export type CommandType = Command['type']

export const COMMAND_TYPES = command.options.map((option) => option.shape.type.value) as readonly CommandType[]
