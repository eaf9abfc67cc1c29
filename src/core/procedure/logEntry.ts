import * as z from 'zod'
import { clientId } from '@/core/plan'

/** A line of the logbook as it comes from outside: the same schema in the browser, on the server and in files. */
export const logEntry = z.strictObject({
  entryId: clientId,
  step: z.string().min(1, { error: 'must not be empty' }).max(200, { error: 'must be 200 characters or fewer' }),
  kind: z.enum(['signed', 'withdrawn']),
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
  at: z.iso.datetime({ error: 'must be a moment such as 2026-11-26T09:30:00.000Z' }),
})
