import * as z from 'zod'
import { device } from './device'
import { enclosure } from './enclosure'
import { name, note } from './fields'
import { cableId, deviceId, enclosureId, partId, racewayId, stateId, wireId } from './ids'
import { part } from './part'
import { practice } from './practice'
import { raceway } from './raceway'
import { site } from './site'
import { state } from './state'
import { cable, wire } from './wire'

export const PLAN_FORMAT = 'glad-rafter-plan'
export const PLAN_VERSION = 1

/** The self-contained document. Everything else is worked out from it. */
export const plan = z.strictObject({
  format: z.literal(PLAN_FORMAT, { error: `must be "${PLAN_FORMAT}"` }),
  version: z.literal(PLAN_VERSION, { error: `must be ${PLAN_VERSION}` }),
  name: name(),
  description: note(),
  site,
  practice,
  enclosures: z.record(enclosureId, enclosure),
  parts: z.record(partId, part),
  devices: z.record(deviceId, device),
  cables: z.record(cableId, cable),
  wires: z.record(wireId, wire),
  raceways: z.record(racewayId, raceway),
  states: z.record(stateId, state),
})

export type DeepReadonly<T> = T extends string | number | boolean | null | undefined ? T : T extends readonly (infer U)[] ? readonly DeepReadonly<U>[] : { readonly [K in keyof T]: DeepReadonly<T[K]> }

export type Plan = DeepReadonly<z.output<typeof plan>>
