import * as z from 'zod'
import { PATTERNS } from '@/core/patterns'
import { CORNERS } from '@/core/drilling'
import { command, enclosureId, faceId } from '@/core/plan'
import { DRILL_FORMATS } from '@/formats/drillSheet'

/** Chosen by the browser, so that a request sent twice is done once. */
const clientId = z.string().regex(/^[A-Za-z0-9-]{8,64}$/, { error: 'must be 8 to 64 letters, digits or dashes' })
const region = z.enum(['IEC', 'NEC'])

export const createRequest = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('nothing'), name: z.string().trim().min(1, { error: 'give the plan a name' }).max(80, { error: 'must be 80 characters or fewer' }), region }),
  z.strictObject({ from: z.literal('pattern'), pattern: z.enum(PATTERNS), region }),
  z.strictObject({ from: z.literal('copy'), plan: z.string().max(80) }),
  z.strictObject({ from: z.literal('file'), document: z.unknown() }),
])

const baseRevision = z.number().int().min(1)
export const editRequest = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('edit'), editId: clientId, baseRevision, label: z.string().min(1).max(120), commands: z.array(command).min(1).max(500) }),
  z.strictObject({ kind: z.literal('undo'), editId: clientId, baseRevision }),
  z.strictObject({ kind: z.literal('redo'), editId: clientId, baseRevision }),
])

export const logRequest = z.strictObject({
  entryId: clientId,
  step: z.string().min(1).max(200),
  kind: z.enum(['signed', 'withdrawn']),
  facts: z.record(z.string().max(200), z.string().max(20_000)),
  reading: z.number({ error: 'must be a number' }).nullable(),
  unit: z.string().max(8).nullable(),
  note: z.string().max(2000, { error: 'must be 2000 characters or fewer' }),
})

export const drillRequest = z.strictObject({
  enclosure: enclosureId,
  face: faceId,
  format: z.enum(DRILL_FORMATS),
  paper: z.enum(['A4', 'Letter']).default('A4'),
  view: z.enum(['outside', 'inside']).default('outside'),
  corner: z.enum(CORNERS).default('lower left'),
})
