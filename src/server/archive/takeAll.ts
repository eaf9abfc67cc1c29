import { createHash } from 'node:crypto'
import type { Sequelize } from 'sequelize'
import type { Issue } from '@/core/calculator'
import { PLAN_VERSION } from '@/core/plan'
import type { Database } from '../database'
import { removePhotoFile, writePhotoFile } from '../photoStore'
import { insertRows, run, select, sqlMoment } from '../sql'
import { noRows, type SavedPhoto, type SavedPlan, type SavedRows } from './format'
import { comingMark, removeHalfTaken } from './incoming'
import { readSaved, type LeftOut, type SavedHead } from './readSaved'

export interface TakenIn {
  readonly plans: number
  /** Here already: the same, or taken in from this file before. */
  readonly there: number
  /** Here already but different: taken in beside it under an id of its own. */
  readonly beside: number
  readonly entries: number
  readonly photos: number
  /** Records that were not right, line by line. */
  readonly leftOut: LeftOut
}

export type Taking =
  { readonly kind: 'taken'; readonly taken: TakenIn } | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** Reads the file and hands its records over in pieces, here or in a thread beside the request loop. */
export type Reader = (
  bytes: Uint8Array,
  onPiece: (piece: Partial<SavedRows>, share: number) => void,
) => Promise<SavedHead>

interface TakeOptions {
  readonly read?: Reader
  /** Of writing, 0 to 1. */
  readonly onShare?: (share: number) => void
}

const readHere: Reader = (bytes, onPiece) => Promise.resolve(readSaved(Buffer.from(bytes).toString('utf8'), onPiece))

let last: Promise<unknown> = Promise.resolve()

/**
 * Takes saved data in, all or nothing. What is here stays as it is; a plan that is here and differs stands beside it, under
 * an id that follows from what it holds, so that the same file taken in twice adds nothing. Histories and records are
 * written in pieces, between which others write; a plan shows when all of it is there.
 */
export async function takeAll(
  db: Database,
  content: string | Uint8Array,
  { read = readHere, onShare = () => undefined }: TakeOptions = {},
): Promise<Taking> {
  const rows = noRows()
  const bytes = typeof content === 'string' ? Buffer.from(content) : content
  const outcome = await read(bytes, (piece) => {
    for (const kind of Object.keys(rows) as (keyof SavedRows)[])
      for (const row of piece[kind] ?? []) (rows[kind] as unknown[]).push(row)
  })
  if (outcome.kind === 'refused') return outcome
  // One after the other: two of the same file must not meet half-way.
  const turn = last.then(() => new Taker(db, rows, onShare).take(outcome.leftOut))
  last = turn.catch(() => undefined)
  return { kind: 'taken', taken: await turn }
}

/** Where the plans of the file go. */
interface Places {
  /** By their id in the file. */
  readonly idOf: ReadonlyMap<string, string>
  readonly fresh: ReadonlySet<string>
  readonly beside: number
}

/** The name of a thing that is taken in under another: the same for the same. */
function derivedHex(...words: readonly string[]): string {
  const hash = createHash('sha256')
  for (const word of words) hash.update(`${word}\n`)
  return hash.digest('hex').slice(0, 32)
}

function besideId({ id, revision, lastEdit, document }: SavedPlan): string {
  const hex = derivedHex(id, String(revision), lastEdit, document)
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5')
}

const moment = (iso: string) => sqlMoment(new Date(iso))
const momentOrNull = (iso: string | null) => (iso === null ? null : moment(iso))

/** Rows that are written in one go: others write in between. */
const IN_ONE_WRITE = 400

class Taker {
  private readonly written: SavedPhoto[] = []

  constructor(
    private readonly db: Database,
    private readonly rows: SavedRows,
    private readonly onShare: (share: number) => void,
  ) {}

  async take(leftOut: LeftOut): Promise<TakenIn> {
    const { db } = this
    const places = await db.write((_, writer) => this.open(writer))
    try {
      const photos = await this.putPictures(places)
      await this.putHistories(places)
      const entries = await db.write((_, writer) => this.close(writer, places, photos))
      return {
        plans: places.fresh.size,
        there: this.rows.plan.length - places.fresh.size,
        beside: places.beside,
        entries,
        photos: this.written.length,
        leftOut,
      }
    } catch (error) {
      await db.write((_, writer) => removeHalfTaken(writer)).catch(() => undefined)
      for (const { id, type } of this.written) await removePhotoFile(db.file, id, type)
      throw error
    }
  }

  /** Decides where each plan goes, and lays out those that are new, hidden. */
  private async open(writer: Sequelize): Promise<Places> {
    await removeHalfTaken(writer)
    const idOf = new Map<string, string>()
    const fresh = new Set<string>()
    let beside = 0
    const isHere = async (id: string) => (await select(writer, 'SELECT id FROM plans WHERE id = ?1', [id])).length > 0
    for (const plan of this.rows.plan) {
      const [here] = await select<{ isSame: number }>(
        writer,
        'SELECT revision = ?2 AND lastEdit = ?3 AND document = ?4 AS isSame FROM plans WHERE id = ?1',
        [plan.id, plan.revision, plan.lastEdit, plan.document],
      )
      const planId = here && here.isSame !== 1 ? besideId(plan) : plan.id
      idOf.set(plan.id, planId)
      if (here && (here.isSame === 1 || (await isHere(planId)))) continue
      fresh.add(planId)
      if (here) beside += 1
      await run(
        writer,
        `INSERT INTO plans (id, name, document, revision, createdAt, updatedAt, deletedAt, lastEdit, createId)
         VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?6, ?7, ?8)`,
        [
          planId,
          plan.name,
          plan.document,
          plan.revision,
          moment(plan.createdAt),
          moment(plan.updatedAt),
          plan.lastEdit,
          comingMark(planId),
        ],
      )
    }
    return { idOf, fresh, beside }
  }

  /** Writes the pictures that are not here yet; a name that another plan has is given anew. By plan and name in the file: the name here. */
  private async putPictures({ idOf }: Places): Promise<ReadonlyMap<string, string>> {
    const names = new Map<string, string>()
    const taken = new Map<string, string>()
    for (const photo of this.rows.photo) {
      const planId = idOf.get(photo.planId)!
      const key = `${planId} ${photo.id}`
      if (names.has(key)) continue
      const ownerOf = async (id: string) =>
        taken.get(id) ??
        (await select<{ planId: string }>(this.db.reader, 'SELECT planId FROM photos WHERE id = ?1', [id]))[0]?.planId
      const owner = await ownerOf(photo.id)
      const id = owner === undefined || owner === planId ? photo.id : derivedHex(planId, photo.id)
      names.set(key, id)
      if ((await ownerOf(id)) !== undefined) continue
      taken.set(id, planId)
      await writePhotoFile(this.db.file, id, photo.type, photo.bytes)
      this.written.push({ ...photo, id, planId })
    }
    return names
  }

  /** Histories of the plans that are new. */
  private async putHistories({ idOf, fresh }: Places): Promise<void> {
    const edits = this.rows.edit.flatMap((edit) => {
      const planId = idOf.get(edit.planId)!
      return fresh.has(planId) ? [{ ...edit, planId, at: moment(edit.at) }] : []
    })
    for (let from = 0; from < edits.length; from += IN_ONE_WRITE) {
      await this.db.write((_, writer) => insertRows(writer, 'edits', edits.slice(from, from + IN_ONE_WRITE)))
      this.onShare((from + IN_ONE_WRITE) / (edits.length + IN_ONE_WRITE))
    }
  }

  /** All that is left, in one transaction, at whose end the plans show. Gives the lines of logbooks that were new. */
  private async close(writer: Sequelize, places: Places, photos: ReadonlyMap<string, string>): Promise<number> {
    const { idOf, fresh } = places
    const { rows, written } = this
    await insertRows(
      writer,
      'photos',
      written.map(({ id, planId, type, size, at }) => ({ id, planId, type, size, at: moment(at) })),
    )
    const count = async () => (await select<{ n: number }>(writer, 'SELECT COUNT(*) AS n FROM logbook'))[0]!.n
    const before = await count()
    await insertRows(
      writer,
      'logbook',
      rows.log.map(({ photos: own, ...entry }) => {
        const planId = idOf.get(entry.planId)!
        const names = own.map((name) => photos.get(`${planId} ${name}`) ?? name)
        return { ...entry, planId, at: moment(entry.at), photos: JSON.stringify(names) }
      }),
      'IGNORE',
    )
    const entries = (await count()) - before
    // Undo does not cross a change of the plan's format: what was done under an older one stays done.
    const outdated = new Set(rows.edit.flatMap(({ planId, format }) => (format === PLAN_VERSION ? [] : [planId])))
    const stacks = rows.stack.flatMap((stack) => {
      const planId = idOf.get(stack.planId)!
      return fresh.has(planId) && !outdated.has(stack.planId) ? [{ ...stack, planId }] : []
    })
    await insertRows(writer, 'stacks', stacks, 'IGNORE')
    await this.putWorkshop(writer)
    for (const plan of rows.plan) {
      const planId = idOf.get(plan.id)!
      if (fresh.has(planId))
        await run(writer, 'UPDATE plans SET deletedAt = ?2, createId = NULL WHERE id = ?1', [
          planId,
          momentOrNull(plan.deletedAt),
        ])
    }
    return entries
  }

  /** Stock, tools and own parts that are not here, with all that came and went of the new ones. */
  private async putWorkshop(writer: Sequelize): Promise<void> {
    const { rows } = this
    const missing = async <T extends { readonly id: string }>(table: string, list: readonly T[]) => {
      const here = new Set((await select<{ id: string }>(writer, `SELECT id FROM ${table}`)).map(({ id }) => id))
      return list.filter(({ id }) => !here.has(id))
    }
    const kept = <T extends { readonly updatedAt: string; readonly deletedAt: string | null }>(row: T) => ({
      ...row,
      updatedAt: moment(row.updatedAt),
      deletedAt: momentOrNull(row.deletedAt),
    })
    const stock = await missing('stock', rows.stock)
    await insertRows(writer, 'stock', stock.map(kept), 'IGNORE')
    await insertRows(writer, 'tools', (await missing('tools', rows.tool)).map(kept), 'IGNORE')
    await insertRows(writer, 'parts', (await missing('parts', rows.part)).map(kept), 'IGNORE')
    const came = new Set(stock.map(({ id }) => id))
    const moves = rows.move.filter(({ itemId }) => came.has(itemId))
    await insertRows(
      writer,
      'stockMoves',
      moves.map((move) => ({ ...move, at: moment(move.at) })),
      'IGNORE',
    )
  }
}
