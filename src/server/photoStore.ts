import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { readPicture, type PhotoType } from '@/formats/photo'
import { reading, type Database } from './database'
import { run, select, sqlMoment } from './sql'

/** So many pictures a plan may have. */
const MOST_OF_A_PLAN = 400

const ENDING: Readonly<Record<PhotoType, string>> = { 'image/jpeg': 'jpg', 'image/png': 'png' }
const NAME = /^[0-9a-f]{32}$/

/** Pictures lie beside the data file, each under its name. */
const fileOf = (dataFile: string, id: string, type: PhotoType) =>
  join(dirname(dataFile), 'photos', `${id}.${ENDING[type]}`)

/** Null where the file is gone. */
export function readPhotoFile(dataFile: string, id: string, type: PhotoType): Buffer | null {
  const file = fileOf(dataFile, id, type)
  return NAME.test(id) && existsSync(file) ? readFileSync(file) : null
}

/** Whole or not at all: written beside and then renamed. */
export function writePhotoFile(dataFile: string, id: string, type: PhotoType, bytes: Uint8Array): void {
  const file = fileOf(dataFile, id, type)
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 })
  writeFileSync(`${file}.part`, bytes, { mode: 0o600, flush: true })
  renameSync(`${file}.part`, file)
}

export interface StoredPhoto {
  readonly id: string
  readonly type: PhotoType
  readonly bytes: Buffer
}

export type PutPhoto =
  | { readonly kind: 'put'; readonly id: string }
  | { readonly kind: 'refused'; readonly why: string }
  | { readonly kind: 'no-plan' }

/** Photographs of the bench: limited, without metadata, kept as files on this machine. */
export class PhotoStore {
  constructor(private readonly db: Database) {}

  /** @param id chosen by the browser, so that one sent twice is kept once */
  async put(
    planId: string,
    bytes: Uint8Array,
    id = randomBytes(16).toString('hex'),
    now = new Date(),
  ): Promise<PutPhoto> {
    if (!NAME.test(id)) return { kind: 'refused', why: 'has a name that is none' }
    const read = readPicture(bytes)
    if (read.kind === 'refused') return read
    return this.db.write(async (_, writer): Promise<PutPhoto> => {
      const [plan] = await select(writer, 'SELECT id FROM plans WHERE id = ?1 AND deletedAt IS NULL', [planId])
      if (!plan) return { kind: 'no-plan' }
      const [known] = await select<{ planId: string }>(writer, 'SELECT planId FROM photos WHERE id = ?1', [id])
      if (known)
        return known.planId === planId ? { kind: 'put', id } : { kind: 'refused', why: 'has a name that is taken' }
      const [{ count } = { count: 0 }] = await select<{ count: number }>(
        writer,
        'SELECT COUNT(*) AS count FROM photos WHERE planId = ?1',
        [planId],
      )
      if (count >= MOST_OF_A_PLAN)
        return { kind: 'refused', why: `is one more than the ${MOST_OF_A_PLAN} that a plan may have` }
      writePhotoFile(this.db.file, id, read.type, read.bytes)
      await run(writer, 'INSERT INTO photos (id, planId, type, size, at) VALUES (?1, ?2, ?3, ?4, ?5)', [
        id,
        planId,
        read.type,
        read.bytes.byteLength,
        sqlMoment(now),
      ])
      return { kind: 'put', id }
    })
  }

  /** Null where there is none of the name in the plan, or its file is gone. */
  async get(planId: string, id: string): Promise<StoredPhoto | null> {
    const [row] = await reading(this.db, () =>
      select<{ type: PhotoType }>(this.db.reader, 'SELECT type FROM photos WHERE id = ?1 AND planId = ?2', [
        id,
        planId,
      ]),
    )
    const bytes = row ? readPhotoFile(this.db.file, id, row.type) : null
    return row && bytes ? { id, type: row.type, bytes } : null
  }

  /** All of a plan, the first first. */
  async ofPlan(planId: string): Promise<readonly StoredPhoto[]> {
    const rows = await reading(this.db, () =>
      select<{ id: string; type: PhotoType }>(
        this.db.reader,
        'SELECT id, type FROM photos WHERE planId = ?1 ORDER BY at, id',
        [planId],
      ),
    )
    return rows.flatMap(({ id, type }) => {
      const bytes = readPhotoFile(this.db.file, id, type)
      return bytes ? [{ id, type, bytes }] : []
    })
  }
}
