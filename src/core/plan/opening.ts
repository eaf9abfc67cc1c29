import * as z from 'zod'
import { nonNegative, positive } from './fields'

/** The outline of a hole, about its centre. */
export const openingShape = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('round'), diameter_mm: positive() }),
  /** A circle cut off straight: from its centre to the flat. */
  z.strictObject({ kind: z.literal('d-shaped'), diameter_mm: positive(), flat_mm: positive(), flatAt: z.enum(['top', 'right', 'bottom', 'left']) }),
  z.strictObject({ kind: z.literal('rectangle'), width_mm: positive(), height_mm: positive(), corner_mm: nonNegative() }),
  /** Round ends; as long as it is wide it is a circle. */
  z.strictObject({ kind: z.literal('slot'), length_mm: positive(), width_mm: positive(), axis: z.enum(['across', 'down']) }),
])
export type OpeningShape = z.output<typeof openingShape>
