import * as z from 'zod'
import { WIRE_FUNCTIONS } from '../practice'
import { BASES, FERRULE_CODES } from '@/core/reference'
import { colour } from './colour'
import { length_mm, nonNegative, percent, positive, temperature_C } from './fields'

export const wireFunction = z.enum(WIRE_FUNCTIONS)
export type WireFunction = z.output<typeof wireFunction>

/** The house rules where makers disagree. */
export const practice = z.strictObject({
  basis: z.enum(BASES),
  series: z.enum(['AWG', 'mm²']),
  insulation_C: temperature_C(),
  /** Temperature rating of terminals, NEC 110.14(C); null outside the NEC. */
  terminal_C: z.union([z.literal(60), z.literal(75), z.literal(90)]).nullable(),
  smallWires: z.boolean(),
  /** Air inside the box at full work, as the person expects it. */
  inside_C: temperature_C(),
  grouped: positive().int({ error: 'must be a whole number' }).max(1000, { error: 'must be 1000 or less' }),
  maxDrop_percent: percent(),
  /** Counted where neither a planned nor a measured length is known. */
  assumedLength_mm: length_mm(),
  supplyLoading_percent: percent(),
  branchFusing: z.enum(['where-thinner', 'always', 'supply-limit']),
  feeding: z.enum(['home-run', 'chain']),
  screwEnds: z.enum(['ferrule', 'bare', 'tinned']),
  ferruleCode: z.enum(FERRULE_CODES),
  joints: z.enum(['splice', 'crimp', 'solder']),
  cutting: z.enum(['to-length', 'to-measure', 'long-and-trim']),
  slack_percent: nonNegative().max(1000, { error: 'must be 1000 or less' }),
  spareHoles: nonNegative().int({ error: 'must be a whole number' }).max(100, { error: 'must be 100 or less' }),
  breathing: z.boolean(),
  colours: z.strictObject({ L: colour, N: colour, PE: colour, 'V+': colour, 'V-': colour, signal: colour }),
})

export type Practice = z.output<typeof practice>
