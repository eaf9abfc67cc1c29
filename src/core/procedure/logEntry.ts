import * as z from 'zod'
import { clientId, wireId } from '@/core/plan/schema'
import { MOST_PHOTOS } from './draft'

const photoId = z.string().regex(/^[0-9a-f]{32}$/, { error: 'must be the name of a picture that was sent' })

/** What was made otherwise than planned: said in words, and where it can be, as the plan would hold it. */
export const deviation = z.discriminatedUnion('what', [
  z.strictObject({
    what: z.literal('length'),
    wire: wireId,
    /** As it was cut. */
    length_mm: z
      .number({ error: 'must be a number' })
      .positive({ error: 'must be above 0' })
      .max(100_000, { error: 'must be 100,000 mm (100 m) or less' }),
  }),
  z.strictObject({
    what: z.literal('size'),
    wire: wireId,
    size: z.string().min(1, { error: 'must not be empty' }).max(20, { error: 'must be 20 characters or fewer' }),
  }),
  z.strictObject({ what: z.literal('other') }),
])
export type Deviation = z.output<typeof deviation>

/** A line of the logbook as it comes from outside: the same schema in the browser, on the server and in files. */
export const logEntry = z.strictObject({
  /** Chosen by the browser, so that an entry sent twice is written once. */
  entryId: clientId,
  step: z.string().min(1, { error: 'must not be empty' }).max(200, { error: 'must be 200 characters or fewer' }),
  kind: z.enum(['signed', 'withdrawn', 'failed', 'noted']),
  facts: z
    .record(
      z.string().max(200, { error: 'must be 200 characters or fewer' }),
      z.string().max(20_000, { error: 'must be 20,000 characters or fewer' }),
    )
    .refine((facts) => Object.keys(facts).length <= 200, { error: 'must hold 200 facts or fewer' }),
  reading: z
    .number({ error: 'must be a number' })
    .min(-1e9, { error: 'must be −1,000,000,000 or more' })
    .max(1e9, { error: 'must be 1,000,000,000 or less' })
    .nullable(),
  unit: z.string().max(8, { error: 'must be 8 characters or fewer' }).nullable(),
  note: z.string().max(2000, { error: 'must be 2000 characters or fewer' }),
  /** ISO 8601. */
  at: z.iso.datetime({ error: 'must be a moment such as 2026-11-26T09:30:00.000Z' }),
  /** Minutes from when it was opened at the bench; null where nobody can say. */
  took_min: z
    .number({ error: 'must be a number' })
    .min(0, { error: 'must be 0 or more' })
    .max(1440, { error: 'must be a day or less' })
    .nullable()
    .default(null),
  /** What it was measured with. */
  meter: z.string().max(80, { error: 'must be 80 characters or fewer' }).nullable().default(null),
  /** Who did or read it, as they call themselves; null where nobody said. */
  doneBy: z.string().max(80, { error: 'must be 80 characters or fewer' }).nullable().default(null),
  /** The verdict of the release under which it was written; null of a line from before verdicts were counted. */
  verdict: z
    .number({ error: 'must be a number' })
    .int({ error: 'must be a whole number' })
    .min(1, { error: 'must be 1 or more' })
    .max(100_000, { error: 'must be 100,000 or less' })
    .nullable()
    .default(null),
  photos: z
    .array(photoId)
    .max(MOST_PHOTOS, { error: `must be ${MOST_PHOTOS} pictures or fewer` })
    .default([]),
  deviation: deviation.nullable().default(null),
})
export type LogEntry = z.output<typeof logEntry>
