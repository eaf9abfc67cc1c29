/** Field kinds shared by the records of a plan. Text from a file is hostile: trimmed of control characters and bounded. */
import * as z from 'zod'

const NO_CONTROLS = /^[^\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\u202a-\u202e\u2066-\u2069]*$/

export const text = (max: number) => z.string().max(max, { error: `must be ${max} characters or fewer` }).regex(NO_CONTROLS, { error: 'must not hold control characters' })
export const name = () => text(80).refine((value) => value.trim().length > 0, { error: 'must not be empty' })
export const note = () => text(2000)

export const number = () => z.number({ error: 'must be a number' })
export const nonNegative = () => number().nonnegative({ error: 'must be 0 or more' }).max(1e9, { error: 'is out of all proportion' })
export const positive = () => number().positive({ error: 'must be above 0' }).max(1e9, { error: 'is out of all proportion' })
export const length_mm = () => nonNegative().max(1e6, { error: 'must be 1,000,000 mm (1 km) or less' })
export const temperature_C = () => number().min(-60, { error: 'must be −60 °C or more' }).max(250, { error: 'must be 250 °C or less' })
export const percent = () => positive().max(100, { error: 'must be 100 or less' })

/** How a thing came to be here. */
export const origin = z.enum(['there', 'new', 'remove'])
export type Origin = z.output<typeof origin>
