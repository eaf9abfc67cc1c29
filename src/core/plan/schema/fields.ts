/** Field kinds shared by the records of a plan. Text from a file is hostile: trimmed of control characters and bounded. */
import * as z from 'zod'
import { INVISIBLE, isVisible, UNSEEN_NAME } from '../invisible'

const NO_CONTROLS = new RegExp(`^[^${INVISIBLE}]*$`)
const LONE_SURROGATE = /\p{Surrogate}/u

export const text = (max: number) =>
  z
    .string()
    .max(max, { error: `must be ${max} characters or fewer` })
    .regex(NO_CONTROLS, { error: 'holds an invisible control character; type it anew instead of copying it' })
    .refine((value) => !LONE_SURROGATE.test(value), { error: 'holds half a character; type it anew' })
export const name = () => text(80).refine((value) => value.trim().length > 0, { error: 'must not be empty' })
/** Of a plan, which is found on the shelf by it. */
export const visibleName = () => name().refine(isVisible, { error: UNSEEN_NAME })
export const note = () => text(2000)

const LARGEST = 1e7
const SMALLEST = 1e-6

export const number = () => z.number({ error: 'must be a number' })
export const nonNegative = () =>
  number().nonnegative({ error: 'must be 0 or more' }).max(LARGEST, { error: 'must be 10,000,000 or less' })
export const positive = () =>
  number()
    .positive({ error: 'must be above 0' })
    .min(SMALLEST, { error: 'must be 0.000001 or more' })
    .max(LARGEST, { error: 'must be 10,000,000 or less' })
/** How long a wire, cable or raceway is. */
export const length_mm = () => nonNegative().max(1e6, { error: 'must be 1,000,000 mm (1 km) or less' })
/** How large a body, a box or a face is. */
export const size_mm = () => nonNegative().max(10_000, { error: 'must be 10,000 mm (10 m) or less' })
/** Where on a face or body a thing is. */
export const coordinate_mm = () =>
  number().min(-20_000, { error: 'must be −20,000 mm or more' }).max(20_000, { error: 'must be 20,000 mm or less' })
export const temperature_C = () =>
  number().min(-60, { error: 'must be −60 °C or more' }).max(250, { error: 'must be 250 °C or less' })
export const percent = () => positive().max(100, { error: 'must be 100 or less' })
/** What may be unknown is null in the document, never absent; a file or request may leave it out. */
export const unknown = <T extends z.ZodType>(of: T) => of.nullable().default(null)
/** A list no longer than the trade ever needs. */
export const list = <T extends z.ZodType>(of: T, most: number) =>
  z.array(of).max(most, { error: `must hold ${most} or fewer` })
/** Records by id, no more than an evaluation can take within its time. */
export const records = <K extends z.core.$ZodRecordKey, V extends z.ZodType>(
  key: K,
  value: V,
  most: number,
  what: string,
) =>
  z
    .record(key, value)
    .refine((all) => Object.keys(all).length <= most, { error: `must hold ${most} ${what} or fewer` })
    .meta({ maxProperties: most })

/** How a thing came to be here. */
export const origin = z.enum(['there', 'new', 'remove'])
export type Origin = z.output<typeof origin>
