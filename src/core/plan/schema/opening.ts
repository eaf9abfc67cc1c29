import * as z from 'zod'
import { nonNegative, positive } from './fields'

const opening_mm = () => positive().max(10_000, { error: 'must be 10,000 mm or less' })

/** The outline of a hole, about its centre. */
export const openingShape = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('round'), diameter_mm: opening_mm() }),
  /** A circle cut off straight: from its centre to the flat. */
  z.strictObject({
    kind: z.literal('d-shaped'),
    diameter_mm: opening_mm(),
    flat_mm: opening_mm(),
    flatAt: z.enum(['top', 'right', 'bottom', 'left']),
  }),
  z.strictObject({
    kind: z.literal('rectangle'),
    width_mm: opening_mm(),
    height_mm: opening_mm(),
    corner_mm: nonNegative().max(10_000, { error: 'must be 10,000 mm or less' }),
  }),
  /** Round ends; as long as it is wide it is a circle. */
  z.strictObject({
    kind: z.literal('slot'),
    length_mm: opening_mm(),
    width_mm: opening_mm(),
    axis: z.enum(['across', 'down']),
  }),
])
export type OpeningShape = z.output<typeof openingShape>
