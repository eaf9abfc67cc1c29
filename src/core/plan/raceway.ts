import * as z from 'zod'
import { enclosureId, faceId, racewayId } from './ids'
import { length_mm, name, number, origin, text } from './fields'

/** What wires run through. */
export const raceway = z.strictObject({
  name: name(),
  kind: z.enum(['duct', 'clip-line', 'gland', 'grommet', 'hinge-loop', 'chain', 'sleeve', 'conduit']),
  enclosure: enclosureId.nullable(),
  width_mm: length_mm(),
  height_mm: length_mm(),
  length_mm: length_mm(),
  fillLimit_percent: z.number().positive().max(100),
  bendRadius_mm: length_mm().nullable(),
  travel_mm: length_mm().nullable(),
  joins: z.array(racewayId),
  origin,
  /** On a face: a duct by its left or upper end and the way it runs, a gland or grommet by its centre. */
  at: z.strictObject({ face: faceId, x_mm: number(), y_mm: number(), axis: z.enum(['across', 'down']) }).optional(),
  /** A gland's thread: "M20", "PG13.5". */
  thread: text(10).optional(),
  /** What sits in it is sealed against the wall. */
  isBlanked: z.boolean().optional(),
})
export type Raceway = z.output<typeof raceway>
