import * as z from 'zod'
import { COLOURS } from '../colour'

/** What a person sees on the wire; a stripe or second colour beside the base. */
export const colour = z.strictObject({ base: z.enum(COLOURS), stripe: z.enum(COLOURS).nullable() })

export type Colour = z.output<typeof colour>
