import * as z from 'zod'
import { PHOTO_TYPES } from '@/formats/photo'
import { clientId } from '@/core/plan/schema'

/** All data in one file: JSON, a record a line, so that it is written and read as a stream. */
export const FORMAT = 'glad-rafter-data'
export const VERSION = 1

const moment = z.iso.datetime({ error: 'must be a moment such as 2026-11-26T09:30:00.000Z' })
const text = (most: number) => z.string().max(most, { error: `must be ${most} characters or fewer` })
const document = text(16_000_000)
/** As many as anybody makes in a life of planning. */
const revision = z
  .number({ error: 'must be a number' })
  .int({ error: 'must be a whole number' })
  .min(1, { error: 'must be 1 or more' })
  .max(999_999_999, { error: 'must be 999,999,999 or less' })
const planId = z.string().regex(/^[A-Za-z0-9-]{1,80}$/, { error: 'must be up to 80 letters, digits or dashes' })
const photoId = z.string().regex(/^[0-9a-f]{32}$/, { error: 'must be 32 hexadecimal digits' })
/** A browser's mark, or nobody's. */
const author = z.string().regex(/^[A-Za-z0-9-]{0,64}$/, { error: 'must be up to 64 letters, digits or dashes' })

export const PLAN = z.strictObject({
  id: planId,
  /** As its document has it; one that cannot be read is known by this alone. */
  name: text(80),
  document,
  revision,
  createdAt: moment,
  updatedAt: moment,
  deletedAt: moment.nullable(),
  lastEdit: z.union([z.literal(''), clientId]),
})
const EDIT = z.strictObject({
  planId,
  revision,
  editId: clientId,
  kind: z.enum(['edit', 'undo', 'redo']),
  label: text(400),
  commands: document,
  patches: document,
  inverse: document,
  target: revision.nullable(),
  at: moment,
  author,
  under: revision.nullable(),
  /** Left out by the release before plan format 2. */
  format: z.number().int().min(1).max(1000).default(1),
})
const STACK = z.strictObject({
  planId,
  author,
  undoTop: revision.nullable(),
  redoTop: revision.nullable(),
})
/** A line of the logbook with its facts, pictures and deviation as text, which is looked through as the line is. */
const LOG = z.strictObject({
  planId,
  entryId: text(80),
  step: text(200),
  kind: text(20),
  facts: document,
  reading: z.number().nullable(),
  unit: text(8).nullable(),
  note: text(2000),
  at: moment,
  took_min: z.number().nullable().default(null),
  meter: text(80).nullable().default(null),
  doneBy: text(80).nullable().default(null),
  verdict: z.number().int().min(1).nullable().default(null),
  photos: document.default('[]'),
  deviation: document.nullable().default(null),
})
/** A picture's name, and the picture itself in base 64. */
export const PHOTO = z.strictObject({
  id: photoId,
  planId,
  type: z.enum(PHOTO_TYPES),
  size: z.number().int().min(1).max(1e9),
  at: moment,
  data: z.base64({ error: 'must be a picture in base 64' }),
})
export const KEPT = z.strictObject({
  id: text(80),
  document,
  updatedAt: moment,
  deletedAt: moment.nullable(),
})
const MOVE = z.strictObject({
  moveId: text(80),
  itemId: text(80),
  amount: z.number({ error: 'must be a number' }),
  why: text(200),
  planId: text(80).nullable(),
  at: moment,
})
const PART = z.strictObject({
  id: text(80),
  name: text(80),
  version: revision,
  document,
  updatedAt: moment,
  deletedAt: moment.nullable(),
})

export const LINES = {
  plan: PLAN,
  edit: EDIT,
  stack: STACK,
  log: LOG,
  photo: PHOTO,
  stock: KEPT,
  move: MOVE,
  tool: KEPT,
  part: PART,
  end: z.strictObject({ lines: z.number() }),
} as const
export type LineKind = keyof typeof LINES

export const head = z.strictObject({
  format: z.literal(FORMAT, { error: 'is not saved data of this application' }),
  version: z.literal(VERSION, { error: `must be ${VERSION}; a higher one was written by a later release` }),
  savedAt: moment,
})

export type SavedPlan = z.output<typeof PLAN>
export type SavedEdit = z.output<typeof EDIT>
type SavedStack = z.output<typeof STACK>
export type SavedLog = Omit<z.output<typeof LOG>, 'photos'> & { readonly photos: readonly string[] }
export type SavedPhoto = Omit<z.output<typeof PHOTO>, 'data'> & { readonly bytes: Uint8Array }
export type SavedThing = z.output<typeof KEPT>
type SavedMove = z.output<typeof MOVE>
type SavedPart = z.output<typeof PART>

/** What a file of saved data holds, looked through: all that is in these lists can be written as it is. */
export interface SavedRows {
  readonly plan: SavedPlan[]
  readonly edit: SavedEdit[]
  readonly stack: SavedStack[]
  readonly log: SavedLog[]
  readonly photo: SavedPhoto[]
  readonly stock: SavedThing[]
  readonly move: SavedMove[]
  readonly tool: SavedThing[]
  readonly part: SavedPart[]
}

export const noRows = (): SavedRows => ({
  plan: [],
  edit: [],
  stack: [],
  log: [],
  photo: [],
  stock: [],
  move: [],
  tool: [],
  part: [],
})
