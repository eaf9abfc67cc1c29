import * as z from 'zod'
import { COVER_KINDS, RACEWAY_KINDS } from '../raceway'
import { deviceId, enclosureId, faceId, racewayId } from './ids'
import {
  coordinate_mm,
  length_mm,
  list,
  name,
  nonNegative,
  origin,
  percent,
  positive,
  size_mm,
  temperature_C,
  text,
  unknown,
} from './fields'

/** A place on the machine by its name: "gantry, left end". Ways that name the same one meet there. */
export const spotName = () => text(60).refine((value) => value.trim().length > 0, { error: 'must not be empty' })

/** Where a way begins or ends that does not lie on one face. */
export const waySpot = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('face'),
    enclosure: enclosureId,
    face: faceId,
    x_mm: coordinate_mm(),
    y_mm: coordinate_mm(),
  }),
  /** Outside at an opening, or at either end of another way. */
  z.strictObject({ kind: z.literal('raceway'), raceway: racewayId }),
  /** Outside at any opening of a box. */
  z.strictObject({ kind: z.literal('enclosure'), enclosure: enclosureId }),
  z.strictObject({ kind: z.literal('device'), device: deviceId }),
  z.strictObject({ kind: z.literal('spot'), name: spotName() }),
])
export type WaySpot = z.output<typeof waySpot>

/** A cable chain: its links, and how it lies. Its way begins at the still end and ends at the moving one. */
export const chain = z.strictObject({
  /** From joint to joint. */
  pitch_mm: positive().max(500, { error: 'must be 500 mm or less' }),
  /** Outer height of a link. */
  link_mm: positive().max(500, { error: 'must be 500 mm or less' }),
  /** Where along the travel its still end is fixed, from one end of the travel; halfway wants the shortest chain. */
  fixedAt_percent: nonNegative().max(100, { error: 'must be 100 or less' }),
  /** As many as the chain at hand has; null where it is cut to what is reckoned. */
  links: unknown(positive().int({ error: 'must be a whole number' }).max(2000, { error: 'must be 2000 or less' })),
  /** Its links open, so that leads are laid in; else they are drawn through. */
  opens: unknown(z.boolean()),
  /** The moving run lies above the still one, or below it. */
  moves: z.enum(['above', 'below']),
  /** Height that is free for its bend; null where nobody measured. */
  room_mm: unknown(size_mm()),
})

/** What goes about the leads of a way over part of it. */
export const cover = z.strictObject({
  kind: z.enum(COVER_KINDS),
  /** From the way's first end. */
  from_mm: length_mm(),
  length_mm: length_mm().refine((value) => value > 0, { error: 'must be above 0' }),
  /** Its bore; null where it is taken for the bundle. */
  inside_mm: unknown(positive().max(200, { error: 'must be 200 mm or less' })),
})
export type Cover = z.output<typeof cover>

/** What wires run through. */
export const raceway = z.strictObject({
  name: name(),
  kind: z.enum(RACEWAY_KINDS),
  enclosure: enclosureId.nullable(),
  width_mm: size_mm(),
  height_mm: size_mm(),
  /** Of a stretch outside as measured on the machine; 0 where it is reckoned from how it lies. */
  length_mm: length_mm(),
  fillLimit_percent: percent(),
  bendRadius_mm: length_mm().nullable(),
  travel_mm: length_mm().nullable(),
  joins: list(racewayId, 50),
  origin,
  /** On a face: a duct by its left or upper end and the way it runs, a gland or grommet by its centre. */
  at: unknown(
    z.strictObject({ face: faceId, x_mm: coordinate_mm(), y_mm: coordinate_mm(), axis: z.enum(['across', 'down']) }),
  ),
  /** A gland's thread: "M20", "PG13.5". */
  thread: unknown(text(10)),
  /** What sits in it is sealed against the wall. */
  isBlanked: unknown(z.boolean()),
  /** Both ends of what does not lie on one face: a hinge loop, a chain, a stretch outside. */
  ends: unknown(z.strictObject({ a: waySpot.nullable(), b: waySpot.nullable() })),
  chain: unknown(chain),
  /** What it is kept for; null: for anything. */
  carries: unknown(z.enum(['mains', 'power', 'signals'])),
  /** A divider keeps mains and signals in chambers of their own. */
  isDivided: unknown(z.boolean()),
  /** Of a gland: an insert with a hole for each lead. */
  hasInsert: unknown(z.boolean()),
  /** Of an opening that is no gland: a clamp behind it holds what goes through. */
  holdsLead: unknown(z.boolean()),
  /** What a wire meets there: how warm, how it moves, in the open, over an edge. */
  warm_C: unknown(temperature_C()),
  motion: unknown(z.enum(['still', 'hinge', 'chain', 'torsion'])),
  isOutdoors: unknown(z.boolean()),
  hasSharpEdge: unknown(z.boolean()),
  /** What goes about its leads over part of it. */
  covers: list(cover, 20).default([]),
})
export type Raceway = z.output<typeof raceway>
