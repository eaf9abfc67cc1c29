import * as z from 'zod'
import { readNumber } from '@/ui/primitives'

/** What a person typed as a figure: "2,5" and "2.5" are one; an empty field is null. */
export const optionalFigure = (what: string, check: (value: number) => string | null = () => null) =>
  z.string().transform((text, context): number | null => {
    if (text.trim() === '') return null
    const read = readNumber(text, what)
    const problem = 'error' in read ? read.error : check(read.value)
    if (problem === null) return 'error' in read ? null : read.value
    context.addIssue({ code: 'custom', message: problem })
    return z.NEVER
  })

/** A figure that must be there; `asks` says what to type where it is not. */
export const figure = (what: string, asks: string, check?: (value: number) => string | null) =>
  optionalFigure(what, check).transform((value, context): number => {
    if (value !== null) return value
    context.addIssue({ code: 'custom', message: asks })
    return z.NEVER
  })

export const notNegative =
  (what: string) =>
  (value: number): string | null =>
    value < 0 ? `${what} must be 0 or more` : null

export const above0 =
  (what: string) =>
  (value: number): string | null =>
    value <= 0 ? `${what} must be above 0` : null

/** Words that may be left out: null where they are. */
export const optionalWords = (most: number) =>
  z
    .string()
    .trim()
    .max(most, { error: `must be ${most} characters or fewer` })
    .transform((text) => text || null)
