import * as z from 'zod'
import { firstAnswers } from '@/core/firstPlan'
import { PATTERNS } from '@/core/patterns'
import { CORNERS } from '@/core/drilling'
import { clientId, enclosureId, faceId, withoutInvisible } from '@/core/plan'
import { DRILL_FORMATS } from '@/formats/drillSheet'
import { logEntry } from '@/core/procedure'

const region = z.enum(['IEC', 'NEC'])
const createId = clientId.optional()
/** Copied text brings marks that nobody sees: they are left out here, since nobody could find them to mend them. */
const newName = z
  .string({ error: 'give the plan a name' })
  .transform((typed) => withoutInvisible(typed).trim())
  .pipe(z.string().min(1, { error: 'give the plan a name' }).max(80, { error: 'must be 80 characters or fewer' }))

export const fileRequest = z.strictObject({ from: z.literal('file'), document: z.unknown(), createId })

export const createRequest = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('nothing'), name: newName, region, createId }),
  z.strictObject({ from: z.literal('pattern'), pattern: z.enum(PATTERNS), region, createId }),
  z.strictObject({ from: z.literal('answers'), answers: firstAnswers, createId }),
  z.strictObject({ from: z.literal('copy'), plan: z.string().max(80), createId }),
  fileRequest,
])

export const logRequest = logEntry.omit({ at: true })

export const drillRequest = z.strictObject({
  enclosure: enclosureId,
  face: faceId,
  format: z.enum(DRILL_FORMATS),
  paper: z.enum(['A4', 'Letter']).default('A4'),
  view: z.enum(['outside', 'inside']).default('outside'),
  corner: z.enum(CORNERS).default('lower left'),
})

const revision = z
  .string()
  .regex(/^\d{1,9}$/, { error: 'must be a revision, a whole number from 0' })
  .transform(Number)

export const historyRequest = z.strictObject({ since: revision.default(0) })
export const exportRequest = z.strictObject({
  record: z.enum(['yes', 'no'], { error: 'must be yes or no' }).default('no'),
})
