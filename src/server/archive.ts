import { randomUUID } from 'node:crypto'
import { QueryTypes, type Sequelize } from 'sequelize'
import * as z from 'zod'
import { readWith, type Issue } from '@/core/calculator'
import { PLAN_VERSION } from '@/core/plan'
import { connect } from './dataFile'
import { reading, type Database } from './database'
import { PHOTO_TYPES, readPicture, type PhotoType } from '@/formats/photo'
import { readPhotoFile, writePhotoFile } from './photoStore'
import { inPieces, run, sqlMoment } from './sql'

/** All data in one file: JSON, a record a line, so that it is written and read as a stream. */
const FORMAT = 'glad-rafter-data'
const VERSION = 1
const PAGE = 500

const moment = z.iso.datetime({ error: 'must be a moment such as 2026-11-26T09:30:00.000Z' })
const text = z.string()
const whole = z.number().int({ error: 'must be a whole number' }).min(1, { error: 'must be 1 or more' })
const id = z.string().min(1).max(80, { error: 'must be 80 characters or fewer' })

/** Patches that lead from one document to the next, as text. */
const patches = text.refine(isListOfPatches, { error: 'must be a list of patches' })

function isListOfPatches(value: string): boolean {
  try {
    const list: unknown = JSON.parse(value)
    return (
      Array.isArray(list) &&
      list.every(
        (each) => typeof each === 'object' && each !== null && Array.isArray((each as { path?: unknown }).path),
      )
    )
  } catch {
    return false
  }
}

const PLAN = z.strictObject({
  id,
  name: text,
  document: text,
  revision: whole,
  createdAt: moment,
  updatedAt: moment,
  deletedAt: moment.nullable(),
  lastEdit: text,
})
const EDIT = z.strictObject({
  planId: id,
  revision: whole,
  editId: text,
  kind: z.enum(['edit', 'undo', 'redo']),
  label: text,
  commands: text,
  patches,
  inverse: patches,
  target: whole.nullable(),
  at: moment,
  author: text,
  under: whole.nullable(),
  /** Left out by the release before plan format 2. */
  format: whole.default(1),
})
const STACK = z.strictObject({ planId: id, author: text, undoTop: whole.nullable(), redoTop: whole.nullable() })
const LOG = z.strictObject({
  planId: id,
  entryId: text,
  step: text,
  kind: z.enum(['signed', 'withdrawn', 'failed', 'noted']),
  facts: text,
  reading: z.number().nullable(),
  unit: text.nullable(),
  note: text,
  at: moment,
  took_min: z.number().nullable().default(null),
  meter: text.nullable().default(null),
  doneBy: text.nullable().default(null),
  photos: text.default('[]'),
  deviation: text.nullable().default(null),
})
/** A picture's name, and the picture itself in base 64. */
const PHOTO = z.strictObject({
  id: z.string().regex(/^[0-9a-f]{32}$/, { error: 'must be 32 hexadecimal digits' }),
  planId: id,
  type: z.enum(PHOTO_TYPES),
  size: whole,
  at: moment,
  data: z.base64(),
})
const KEPT = z.strictObject({ id, document: text, updatedAt: moment, deletedAt: moment.nullable() })
const MOVE = z.strictObject({
  moveId: text,
  itemId: id,
  amount: z.number(),
  why: text,
  planId: id.nullable(),
  at: moment,
})

const PART = z.strictObject({
  id,
  name: text,
  version: whole,
  document: text,
  updatedAt: moment,
  deletedAt: moment.nullable(),
})

const line = z.union([
  z.strictObject({ plan: PLAN }),
  z.strictObject({ edit: EDIT }),
  z.strictObject({ stack: STACK }),
  z.strictObject({ log: LOG }),
  z.strictObject({ part: PART }),
  z.strictObject({ photo: PHOTO }),
  z.strictObject({ stock: KEPT }),
  z.strictObject({ move: MOVE }),
  z.strictObject({ tool: KEPT }),
  z.strictObject({ end: z.strictObject({ lines: z.number() }) }),
])
const head = z.strictObject({
  format: z.literal(FORMAT, { error: 'is not saved data of this application' }),
  version: z.literal(VERSION, { error: `must be ${VERSION}; a higher one was written by a later release` }),
  savedAt: moment,
})

const TABLES = [
  ['plan', 'plans', 'id, name, document, revision, createdAt, updatedAt, deletedAt, lastEdit'],
  [
    'edit',
    'edits',
    'planId, revision, editId, kind, label, commands, patches, inverse, target, at, author, under, format',
  ],
  ['stack', 'stacks', 'planId, author, undoTop, redoTop'],
  [
    'log',
    'logbook',
    'planId, entryId, step, kind, facts, reading, unit, note, at, took_min, meter, doneBy, photos, deviation',
  ],
  ['photo', 'photos', 'id, planId, type, size, at'],
  ['stock', 'stock', 'id, document, updatedAt, deletedAt'],
  ['move', 'stockMoves', 'moveId, itemId, amount, why, planId, at'],
  ['tool', 'tools', 'id, document, updatedAt, deletedAt'],
  ['part', 'parts', 'id, name, version, document, updatedAt, deletedAt'],
] as const

const isMoment = (key: string) => key === 'at' || key.endsWith('At')

/** Dates as the world writes them, whatever way the database does. */
function tidy(row: Readonly<Record<string, unknown>>): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(row).map(([key, value]) => [
      key,
      isMoment(key) && value !== null ? new Date(String(value)).toISOString() : value,
    ]),
  )
}

/** The lines of the file, one state of the data throughout: what is written meanwhile is not in it. */
async function* linesOf(db: Database, now: Date): AsyncGenerator<string> {
  const sequelize = connect(db.file)
  try {
    await sequelize.query('BEGIN')
    yield `${JSON.stringify({ format: FORMAT, version: VERSION, savedAt: now.toISOString() })}\n`
    let lines = 0
    for (const [key, table, columns] of TABLES) {
      for (let after = 0; ;) {
        const rows = await sequelize.query<Record<string, unknown> & { rowid: number }>(
          `SELECT rowid AS rowid, ${columns} FROM ${table} WHERE rowid > ? ORDER BY rowid LIMIT ${PAGE}`,
          { type: QueryTypes.SELECT, replacements: [after] },
        )
        for (const { rowid, ...row } of rows) {
          after = rowid
          const record = key === 'photo' ? withPicture(db, row as unknown as PhotoRecord) : row
          if (record === null) continue
          lines += 1
          yield `${JSON.stringify({ [key]: tidy(record) })}\n`
        }
        if (rows.length < PAGE) break
      }
    }
    yield `${JSON.stringify({ end: { lines } })}\n`
  } finally {
    await sequelize.query('COMMIT').catch(() => undefined)
    await sequelize.close()
  }
}

interface PhotoRecord {
  readonly id: string
  readonly type: PhotoType
}

/** A picture whose file is gone is left out; what the logbook says of it stays. */
function withPicture(db: Database, row: PhotoRecord): Record<string, unknown> | null {
  const bytes = readPhotoFile(db.file, row.id, row.type)
  return bytes && { ...row, data: bytes.toString('base64') }
}

/** All data as a stream. */
export function saveAll(db: Database, now: Date = new Date()): ReadableStream<Uint8Array> {
  const lines = linesOf(db, now)
  const encoder = new TextEncoder()
  return new ReadableStream({
    async pull(controller) {
      const next = await reading(db, () => lines.next())
      if (next.done) controller.close()
      else controller.enqueue(encoder.encode(next.value))
    },
    async cancel() {
      await lines.return(undefined)
    },
  })
}

export interface TakenIn {
  readonly plans: number
  /** Here already, to the byte. */
  readonly there: number
  /** Here already but different: taken in beside it under an id of its own. */
  readonly beside: number
  readonly entries: number
}

type Rows = {
  readonly plan: z.output<typeof PLAN>[]
  readonly edit: z.output<typeof EDIT>[]
  readonly stack: z.output<typeof STACK>[]
  readonly log: z.output<typeof LOG>[]
  readonly part: z.output<typeof PART>[]
  readonly photo: z.output<typeof PHOTO>[]
  readonly stock: z.output<typeof KEPT>[]
  readonly move: z.output<typeof MOVE>[]
  readonly tool: z.output<typeof KEPT>[]
}
export type Taking =
  { readonly kind: 'taken'; readonly taken: TakenIn } | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** Reads every line before anything is written; a file that was cut off is refused. */
function readArchive(content: string): Rows | readonly Issue[] {
  const rows: Rows = {
    plan: [],
    edit: [],
    stack: [],
    log: [],
    part: [],
    photo: [],
    stock: [],
    move: [],
    tool: [],
  }
  let isWhole = false
  let number = 0
  for (let from = 0; from < content.length;) {
    const newline = content.indexOf('\n', from)
    const to = newline < 0 ? content.length : newline
    const each = content.slice(from, to)
    from = to + 1
    if (each.trim() === '') continue
    number += 1
    let value: unknown
    try {
      value = JSON.parse(each)
    } catch {
      return [
        {
          path: `line ${number}`,
          message: number === 1 ? 'is not saved data of this application' : 'is not JSON; the file is damaged',
        },
      ]
    }
    const read = readWith(number === 1 ? head : line, value)
    if (read.kind === 'refused')
      return read.issues.map(({ path, message }) => ({ path: `line ${number}${path ? `, ${path}` : ''}`, message }))
    if (number === 1) continue
    const record = read.value as z.output<typeof line>
    if ('plan' in record) rows.plan.push(record.plan)
    else if ('edit' in record) rows.edit.push(record.edit)
    else if ('stack' in record) rows.stack.push(record.stack)
    else if ('log' in record) rows.log.push(record.log)
    else if ('part' in record) rows.part.push(record.part)
    else if ('photo' in record) rows.photo.push(record.photo)
    else if ('stock' in record) rows.stock.push(record.stock)
    else if ('move' in record) rows.move.push(record.move)
    else if ('tool' in record) rows.tool.push(record.tool)
    else isWhole = record.end.lines === number - 2
  }
  if (number === 0) return [{ path: '', message: 'is empty' }]
  return isWhole
    ? rows
    : [
        {
          path: `line ${number}`,
          message: 'is the last one, and the file says of itself that it has others; it was cut off',
        },
      ]
}

/** Stock and tools: what is here stays, unless what was saved is later; moves are added where they are missing. */
async function takeWorkshop(writer: Sequelize, rows: Rows): Promise<void> {
  for (const [table, list] of [
    ['stock', rows.stock],
    ['tools', rows.tool],
  ] as const)
    for (const { id: name, document, updatedAt, deletedAt } of list)
      await run(
        writer,
        `INSERT INTO ${table} (id, document, updatedAt, deletedAt) VALUES (?1, ?2, ?3, ?4)
         ON CONFLICT (id) DO UPDATE SET document = excluded.document, updatedAt = excluded.updatedAt,
         deletedAt = excluded.deletedAt WHERE excluded.updatedAt > ${table}.updatedAt`,
        [name, document, sqlMoment(new Date(updatedAt)), deletedAt === null ? null : sqlMoment(new Date(deletedAt))],
      )
  for (const { moveId, itemId, amount, why, planId, at } of rows.move)
    await run(
      writer,
      'INSERT OR IGNORE INTO stockMoves (moveId, itemId, amount, why, planId, at) VALUES (?1, ?2, ?3, ?4, ?5, ?6)',
      [moveId, itemId, amount, why, planId, sqlMoment(new Date(at))],
    )
}

/** Takes saved data in, all or nothing. What is here stays as it is; records of a plan that is here already are added where they are missing. */
export async function takeAll(db: Database, content: string): Promise<Taking> {
  const rows = readArchive(content)
  if (!('plan' in rows)) return { kind: 'refused', issues: rows }
  const known = new Set(rows.plan.map((plan) => plan.id))
  const stray = [...rows.edit, ...rows.stack, ...rows.log, ...rows.photo].find(({ planId }) => !known.has(planId))
  if (stray)
    return {
      kind: 'refused',
      issues: [{ path: '', message: `holds a record of the plan ${stray.planId}, which is not in it` }],
    }
  for (const { id: name, type, data } of rows.photo) {
    const read = readPicture(Buffer.from(data, 'base64'))
    if (read.kind === 'refused' || read.type !== type)
      return {
        kind: 'refused',
        issues: [
          {
            path: '',
            message: `holds a picture ${name} that is none: ${read.kind === 'refused' ? read.why : 'of another type'}`,
          },
        ],
      }
  }
  return db.write(async ({ Plan, Edit, Stack, Log, OwnPart }, writer) => {
    await takeWorkshop(writer, rows)
    // A part that is here stays as it is, unless the saved one is later.
    for (const part of rows.part) {
      const here = await OwnPart.findOne({ where: { id: part.id } })
      if (here && here.version >= part.version) continue
      await OwnPart.upsert({
        ...part,
        updatedAt: new Date(part.updatedAt),
        deletedAt: part.deletedAt === null ? null : new Date(part.deletedAt),
      })
    }
    const idOf = new Map<string, string>()
    const fresh = new Set<string>()
    let beside = 0
    for (const plan of rows.plan) {
      const here = await Plan.findOne({ where: { id: plan.id } })
      const isSame =
        here !== null &&
        here.revision === plan.revision &&
        here.lastEdit === plan.lastEdit &&
        here.document === plan.document
      const planId = here && !isSame ? randomUUID() : plan.id
      idOf.set(plan.id, planId)
      if (isSame) continue
      fresh.add(planId)
      if (here) beside += 1
      const { createdAt, updatedAt, deletedAt, ...rest } = plan
      await Plan.create({
        ...rest,
        id: planId,
        createId: null,
        createdAt: new Date(createdAt),
        updatedAt: new Date(updatedAt),
        deletedAt: deletedAt === null ? null : new Date(deletedAt),
      })
    }
    const moved = <T extends { readonly planId: string }>(list: readonly T[]) =>
      list.map((row) => ({ ...row, planId: idOf.get(row.planId)! }))
    const edits = moved(rows.edit)
      .filter(({ planId }) => fresh.has(planId))
      .map((row) => ({ ...row, at: new Date(row.at) }))
    for (const piece of inPieces(edits)) await Edit.bulkCreate([...piece])
    // Undo does not cross a change of the plan's format: what was done under an older one stays done.
    const outdated = new Set(edits.flatMap(({ planId, format }) => (format === PLAN_VERSION ? [] : [planId])))
    const stacks = moved(rows.stack).filter(({ planId }) => fresh.has(planId) && !outdated.has(planId))
    for (const piece of inPieces(stacks)) await Stack.bulkCreate([...piece])
    for (const { data, planId, ...photo } of rows.photo) {
      writePhotoFile(db.file, photo.id, photo.type, Buffer.from(data, 'base64'))
      await run(writer, 'INSERT OR IGNORE INTO photos (id, planId, type, size, at) VALUES (?1, ?2, ?3, ?4, ?5)', [
        photo.id,
        idOf.get(planId)!,
        photo.type,
        photo.size,
        sqlMoment(new Date(photo.at)),
      ])
    }
    const before = await Log.count()
    const entries = moved(rows.log).map((row) => ({ ...row, at: new Date(row.at) }))
    for (const piece of inPieces(entries)) await Log.bulkCreate([...piece], { ignoreDuplicates: true })
    const taken = {
      plans: fresh.size,
      there: rows.plan.length - fresh.size,
      beside,
      entries: (await Log.count()) - before,
    }
    return { kind: 'taken', taken }
  })
}
