import * as z from 'zod'
import { enclosureId, faceId, racewayId } from './ids'
import { coordinate_mm, length_mm, list, name, origin, percent, size_mm, text, unknown } from './fields'

/** What wires run through. */
export const raceway = z.strictObject({
  name: name(),
  kind: z.enum(['duct', 'clip-line', 'gland', 'grommet', 'hinge-loop', 'chain', 'sleeve', 'conduit']),
  enclosure: enclosureId.nullable(),
  width_mm: size_mm(),
  height_mm: size_mm(),
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
})
export type Raceway = z.output<typeof raceway>
