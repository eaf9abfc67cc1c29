import * as z from 'zod'
import { enclosureId, racewayId } from './ids'
import { length_mm, name, origin } from './fields'

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
})
export type Raceway = z.output<typeof raceway>
