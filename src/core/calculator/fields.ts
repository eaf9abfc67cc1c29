/** The kinds of number that calculators take; their messages name what would be right. */
import * as z from 'zod'
import { parseWireSize } from '@/core/quantity'

const finite = z.number({
  error: (issue) => (issue.input === undefined ? 'is missing; give a number' : 'must be a plain number, not text'),
})

/** No figure of a control box lies beyond; what is larger or finer leaves the range in which arithmetic can be trusted. */
const LARGEST = 1e9
const FINEST = 1e-9

export const nonNegative = () =>
  finite
    .nonnegative({ error: 'must be 0 or more' })
    .max(LARGEST, { error: 'must be 1,000,000,000 or less' })
    .refine((value) => value === 0 || value >= FINEST, { error: 'must be 0, or 0.000000001 or more' })
export const positive = () =>
  finite
    .positive({ error: 'must be above 0' })
    .min(FINEST, { error: 'must be 0.000000001 or more' })
    .max(LARGEST, { error: 'must be 1,000,000,000 or less' })
export const signed = () =>
  finite
    .min(-LARGEST, { error: 'must be −1,000,000,000 or more' })
    .max(LARGEST, { error: 'must be 1,000,000,000 or less' })
export const temperature = () =>
  finite.min(-60, { error: 'must be −60 °C or more' }).max(250, { error: 'must be 250 °C or less' })
export const percent = () => positive().max(100, { error: 'must be 100 or less' })
export const fraction = () => nonNegative().max(1, { error: 'must lie between 0 and 1' })
export const wholeFromOne = () => finite.int({ error: 'must be a whole number' }).min(1, { error: 'must be 1 or more' })

/** A size label in any of the accepted spellings; parsed to the canonical one. */
export const size = () =>
  z.string({ error: 'must be a size such as "14 AWG" or "2.5 mm²"' }).transform((text, context) => {
    const parsed = parseWireSize(text)
    if (parsed) return parsed.label
    context.addIssue({
      code: 'custom',
      message: `"${text.slice(0, 40)}" is not a conductor size; sizes run from 36 to 4/0 AWG and from 0.14 to 50 mm²`,
    })
    return z.NEVER
  })

export const choice = <const T extends readonly [string, ...string[]]>(...values: T) =>
  z.enum(values, { error: `must be one of ${values.map((value) => `"${value}"`).join(', ')}` })
