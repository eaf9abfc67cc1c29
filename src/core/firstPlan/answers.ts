import * as z from 'zod'
import { PATTERNS } from '@/core/patterns'

export const LOAD_KINDS = ['fan', 'heater', 'lamp', 'pump', 'motor', 'valve', 'computer', 'pixels'] as const
export type LoadKind = (typeof LOAD_KINDS)[number]
/** Volts that a load is made for; 0 is the mains. */
export const LOAD_VOLTS = [0, 5, 12, 24] as const

const watts = (least: number) =>
  z
    .number({ error: 'must be a number of watts' })
    .min(least, { error: `must be ${least} W or more` })
    .max(3000, { error: 'must be 3,000 W or less' })

/** What five questions ask, and no more. */
export const firstAnswers = z.strictObject({
  name: z
    .string()
    .transform((text) => text.trim())
    .pipe(z.string().min(1, { error: 'give the plan a name' }).max(80, { error: 'must be 80 characters or fewer' })),
  builds: z.enum([...PATTERNS, 'other']),
  region: z.enum(['IEC', 'NEC']),
  place: z.enum(['indoors', 'sheltered', 'outdoors']),
  plug: z.enum(['polarised', 'reversible', 'fixed']),
  breaker_A: z.number().min(1, { error: 'must be 1 A or more' }).max(63, { error: 'must be 63 A or less' }),
  hasResidual: z.boolean(),
  loads: z
    .array(
      z.strictObject({
        kind: z.enum(LOAD_KINDS),
        volt: z.union(LOAD_VOLTS.map((v) => z.literal(v))),
        power_W: watts(0.1),
      }),
    )
    .max(12, { error: 'must hold 12 or fewer; add the others in the plan' }),
  /** Whether something moves or cuts, and must stop at a blow. */
  mustStop: z.boolean(),
  /** What may be added later, at the largest supply. */
  later_W: watts(0),
})
export type FirstAnswers = z.output<typeof firstAnswers>

/** Which volts a kind of load is offered in. */
export const OFFERED: Readonly<Record<LoadKind, Readonly<Partial<Record<(typeof LOAD_VOLTS)[number], string>>>>> = {
  fan: { 0: 'fan-mains', 5: 'fan-5-40', 12: 'fan-12-60', 24: 'fan-24-60' },
  heater: { 0: 'pad-mains-400', 12: 'bed-12-120', 24: 'bed-24-200' },
  lamp: { 0: 'lamp-mains', 12: 'lamp-12', 24: 'lamp-24' },
  pump: { 0: 'pump-mains', 12: 'pump-12', 24: 'pump-24' },
  motor: { 0: 'spindle-800', 12: 'gear-motor-12', 24: 'gear-motor-24' },
  valve: { 12: 'valve-12', 24: 'valve-24' },
  computer: { 5: 'computer-5-15', 12: 'computer-12' },
  pixels: { 5: 'pixels-5-50', 12: 'pixels-12-50', 24: 'pixels-24-100' },
}
