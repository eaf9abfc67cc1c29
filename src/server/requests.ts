import * as z from 'zod'
import { firstAnswers } from '@/core/firstPlan'
import { PATTERNS } from '@/core/patterns'
import { CORNERS } from '@/core/drilling'
import { PAPER_IDS, USUAL_SHEET, type PaperId } from '@/core/papers'
import { isVisible, UNSEEN_NAME, withoutInvisible } from '@/core/plan'
import { clientId, enclosureId, faceId, wireId } from '@/core/plan/schema'
import { DRILL_FORMATS } from '@/formats/drillSheet'
import { logEntry } from '@/core/procedure'

const region = z.enum(['IEC', 'NEC'])
const createId = clientId.optional()
/** Copied text brings marks that nobody sees: they are left out here, since nobody could find them to mend them. */
const newName = z
  .string({ error: 'give the plan a name' })
  .transform((typed) => withoutInvisible(typed).trim())
  .refine(isVisible, { error: UNSEEN_NAME, abort: true })
  .pipe(z.string().min(1, { error: 'give the plan a name' }).max(80, { error: 'must be 80 characters or fewer' }))

export const fileRequest = z.strictObject({ from: z.literal('file'), document: z.unknown(), createId })

export const createRequest = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('nothing'), name: newName, region, createId }),
  z.strictObject({
    from: z.literal('pattern'),
    pattern: z.enum(PATTERNS),
    /** Left out, it is called as the pattern is. */
    name: newName.optional(),
    region,
    createId,
  }),
  z.strictObject({ from: z.literal('answers'), answers: firstAnswers, createId }),
  z.strictObject({ from: z.literal('copy'), plan: z.string().max(80), createId }),
  fileRequest,
])

export const logRequest = logEntry
  .omit({ at: true })
  .refine(({ deviation, note }) => deviation?.what !== 'other' || note.trim() !== '', {
    path: ['note'],
    error: 'must say what was made otherwise',
  })

const listed = <T extends z.ZodType<unknown, string>>(each: T, most: number) =>
  z
    .string()
    .transform((text) => text.split(',').filter((word) => word !== ''))
    .pipe(z.array(each).max(most, { error: `must be ${most} or fewer` }))

export const papersRequest = z.strictObject({
  pages: listed(z.enum(PAPER_IDS as [PaperId, ...PaperId[]]), 40).default([...PAPER_IDS]),
  paper: z.enum(['A4', 'Letter']).default('A4'),
  /** Wires whose figures are derived. */
  derive: listed(wireId, 200).default([]),
  job: clientId.optional(),
})

const figure = z
  .string()
  .regex(/^\d{1,4}(\.\d{1,3})?$/, { error: 'must be a figure such as 45 or 12.5' })
  .transform(Number)

export const labelsRequest = z.strictObject({
  format: z.enum(['pdf', 'svg', 'csv']),
  kinds: listed(z.enum(['wire', 'cable', 'opening', 'device']), 4).default(['wire', 'cable', 'opening', 'device']),
  what: z.enum(['labels', 'strips']).default('labels'),
  on: z.enum(['sheet', 'tape']).default('sheet'),
  paper: z.enum(['A4', 'Letter']).default('A4'),
  width_mm: figure.default(USUAL_SHEET.width_mm),
  height_mm: figure.default(USUAL_SHEET.height_mm),
  columns: figure.default(USUAL_SHEET.columns),
  rows: figure.default(USUAL_SHEET.rows),
  left_mm: figure.default(USUAL_SHEET.left_mm),
  top_mm: figure.default(USUAL_SHEET.top_mm),
  gapX_mm: figure.default(USUAL_SHEET.gapX_mm),
  gapY_mm: figure.default(USUAL_SHEET.gapY_mm),
  skip: figure.default(0),
})

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
