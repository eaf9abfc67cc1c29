import { QueryTypes } from 'sequelize'
import type { PhotoType } from '@/formats/photo'
import { connect } from '../dataFile'
import { reading, type Database } from '../database'
import { readPhotoFile } from '../photoStore'
import { FORMAT, VERSION } from './format'
import { COMING } from './incoming'

const PAGE = 500

/** What is saved, and by which column a record belongs to a plan. */
const TABLES: readonly {
  readonly kind: string
  readonly table: string
  readonly columns: string
  readonly plan?: string
}[] = [
  {
    kind: 'plan',
    table: 'plans',
    columns: 'id, name, document, revision, createdAt, updatedAt, deletedAt, lastEdit',
    plan: 'id',
  },
  {
    kind: 'edit',
    table: 'edits',
    columns: 'planId, revision, editId, kind, label, commands, patches, inverse, target, at, author, under, format',
    plan: 'planId',
  },
  { kind: 'stack', table: 'stacks', columns: 'planId, author, undoTop, redoTop', plan: 'planId' },
  {
    kind: 'log',
    table: 'logbook',
    columns:
      'planId, entryId, step, kind, facts, reading, unit, note, at, took_min, meter, doneBy, verdict, photos, deviation',
    plan: 'planId',
  },
  { kind: 'photo', table: 'photos', columns: 'id, planId, type, size, at', plan: 'planId' },
  { kind: 'stock', table: 'stock', columns: 'id, document, updatedAt, deletedAt' },
  { kind: 'move', table: 'stockMoves', columns: 'moveId, itemId, amount, why, planId, at' },
  { kind: 'tool', table: 'tools', columns: 'id, document, updatedAt, deletedAt' },
  { kind: 'part', table: 'parts', columns: 'id, name, version, document, updatedAt, deletedAt' },
]

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
    for (const { kind: key, table, columns, plan } of TABLES) {
      // A plan that is still coming in is not there yet.
      const there = plan === undefined ? '' : `AND ${plan} NOT IN (${COMING})`
      for (let after = 0; ;) {
        const rows = await sequelize.query<Record<string, unknown> & { rowid: number }>(
          `SELECT rowid AS rowid, ${columns} FROM ${table} WHERE rowid > ? ${there} ORDER BY rowid LIMIT ${PAGE}`,
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
