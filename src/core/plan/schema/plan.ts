import * as z from 'zod'
import { PLAN_FORMAT, PLAN_LIMITS, PLAN_VERSION } from '../plan'
import { device } from './device'
import { enclosure } from './enclosure'
import { name, note, records } from './fields'
import { cableId, deviceId, enclosureId, partId, racewayId, roleId, stateId, wireId } from './ids'
import { part } from './part'
import { practice } from './practice'
import { raceway } from './raceway'
import { role } from './role'
import { site } from './site'
import { state } from './state'
import { cable, wire } from './wire'

/** The self-contained document. Everything else is worked out from it. */
export const plan = z.strictObject({
  format: z.literal(PLAN_FORMAT, { error: `must be "${PLAN_FORMAT}"` }),
  version: z.literal(PLAN_VERSION, { error: `must be ${PLAN_VERSION}` }),
  name: name(),
  description: note(),
  site,
  practice,
  /** What the machine does, function by function; what serves one says so itself. */
  roles: records(roleId, role, PLAN_LIMITS.roles, 'roles').default({}),
  enclosures: records(enclosureId, enclosure, PLAN_LIMITS.enclosures, 'enclosures'),
  parts: records(partId, part, PLAN_LIMITS.parts, 'parts'),
  devices: records(deviceId, device, PLAN_LIMITS.devices, 'devices'),
  cables: records(cableId, cable, PLAN_LIMITS.cables, 'cables'),
  wires: records(wireId, wire, PLAN_LIMITS.wires, 'wires'),
  raceways: records(racewayId, raceway, PLAN_LIMITS.raceways, 'raceways'),
  states: records(stateId, state, PLAN_LIMITS.states, 'states'),
})

export type DeepReadonly<T> = T extends string | number | boolean | null | undefined
  ? T
  : T extends readonly (infer U)[]
    ? readonly DeepReadonly<U>[]
    : { readonly [K in keyof T]: DeepReadonly<T[K]> }

export type Plan = DeepReadonly<z.output<typeof plan>>
