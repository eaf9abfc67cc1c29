import * as z from 'zod'
import { SIDES } from '../enclosure'
import { deviceId, faceId, localKey } from './ids'
import {
  coordinate_mm,
  list,
  name,
  nonNegative,
  origin,
  percent,
  positive,
  records,
  size_mm,
  temperature_C,
  text,
  unknown,
} from './fields'
import { openingShape } from './opening'

/** A hole that no part of the plan makes: there already, a spare, or for a thing outside the plan. Its centre from the upper left corner, seen from outside. */
export const opening = z.strictObject({
  id: localKey,
  name: name(),
  shape: openingShape,
  x_mm: coordinate_mm(),
  y_mm: coordinate_mm(),
  origin,
  use: z.enum(['blanked', 'spare', 'device', 'drain', 'vent', 'open']),
  /** What fills it, where its use is "device". */
  device: deviceId.nullable(),
})

/** A mounting rail on a face: its left or upper end, and which way it runs. */
export const rail = z.strictObject({
  id: localKey,
  x_mm: coordinate_mm(),
  y_mm: coordinate_mm(),
  length_mm: size_mm(),
  axis: z.enum(['across', 'down']),
})

export const face = z.strictObject({
  name: name(),
  kind: z.enum(['plate', 'wall', 'door', 'ceiling']),
  width_mm: size_mm(),
  height_mm: size_mm(),
  /** Taken from its kind and name where left out. */
  side: unknown(z.enum(SIDES)),
  /** A plate only: its front from the back wall, and its left upper corner from that of the space inside. */
  standsOff_mm: unknown(size_mm()),
  left_mm: unknown(coordinate_mm()),
  top_mm: unknown(coordinate_mm()),
  /** A door or lid only: the side of its hinges; lifted off where it has none. */
  hinge: unknown(z.enum(['left', 'right', 'top', 'bottom', 'none'])),
  /** So far it comes out or off with its leads on: a tray, a shroud, a lid; null where it stays, or its leads are undone first. */
  pullsOut_mm: unknown(size_mm()),
  openings: list(opening, 400).default([]),
  rails: list(rail, 100).default([]),
})

/** What an enclosure in the open has to put up with. */
export const outdoor = z.strictObject({
  sun: z.enum(['shade', 'sun']),
  hasRainHood: z.boolean(),
  night_C: temperature_C(),
  humidity_percent: percent(),
  /** Points it hangs on, and what each may carry; null where it stands. */
  hanging: z
    .strictObject({ points: positive().int({ error: 'must be a whole number' }), each_kg: positive() })
    .nullable(),
  isFixed: z.boolean(),
})

/** A box, an open frame, a rack shelf or a machine base, with its faces. */
export const enclosure = z.strictObject({
  name: name(),
  kind: z.enum(['box', 'open-frame', 'rack-shelf', 'machine-base']),
  inner: z.strictObject({ width_mm: size_mm(), height_mm: size_mm(), depth_mm: size_mm() }),
  wall: z.strictObject({
    material: z.enum(['painted-steel', 'stainless', 'aluminium', 'plastic', 'wood']),
    thickness_mm: size_mm(),
  }),
  sealed: z.boolean(),
  /** Free on all sides, or its back on a wall; taken as the latter, which is the warmer, where left out. */
  mounting: unknown(z.enum(['free', 'wall'])),
  origin,
  faces: records(faceId, face, 24, 'faces'),
  /** Height in a rack. */
  rackUnits: unknown(positive().int({ error: 'must be a whole number' }).max(60, { error: 'must be 60 or less' })),
  /** Protection wanted against dust and water, the two digits of IEC 60529: 54. */
  ip: unknown(
    nonNegative().int({ error: 'must be a whole number' }).max(69, { error: 'must be two digits, such as 54' }),
  ),
  /** Null: under a roof. */
  outdoor: unknown(outdoor),
  mass_g: unknown(nonNegative()),
  /** Where it stands, in words: "under the bench". */
  where: unknown(text(60)),
})

export type Enclosure = z.output<typeof enclosure>
export type Face = z.output<typeof face>
