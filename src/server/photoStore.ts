import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { mkdir, open, rename, rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { Sequelize } from 'sequelize'
import { readPicture, type PhotoType, type ReadPicture } from '@/formats/photo'
import { reading, type Database } from './database'
import { insertRows, select, sqlMoment } from './sql'

/** So many pictures a plan may have. */
export const MOST_OF_A_PLAN = 400

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
export async function writePhotoFile(dataFile: string, id: string, type: PhotoType, bytes: Uint8Array): Promise<void> {
  const file = fileOf(dataFile, id, type)
  await mkdir(dirname(file), { recursive: true, mode: 0o700 })
  const part = `${file}.${randomBytes(4).toString('hex')}.part`
  const opened = await open(part, 'w', 0o600)
  try {
    await opened.writeFile(bytes)
    await opened.sync()
  } finally {
    await opened.close()
  }
  await rename(part, file)
}

/** Of a picture that did not come in after all. */
export async function removePhotoFile(dataFile: string, id: string, type: PhotoType): Promise<void> {
  await rm(fileOf(dataFile, id, type), { force: true })
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

/** Reads a picture, here or beside the request loop. */
export type PictureReader = (bytes: Uint8Array) => Promise<ReadPicture>

/** Photographs of the bench: limited, without metadata, kept as files on this machine. */
export class PhotoStore {
  constructor(
    private readonly db: Database,
    private readonly read: PictureReader = (bytes) => Promise.resolve(readPicture(bytes)),
  ) {}

  /** @param id chosen by the browser, so that one sent twice is kept once */
  async put(
    planId: string,
    bytes: Uint8Array,
    id = randomBytes(16).toString('hex'),
    now = new Date(),
  ): Promise<PutPhoto> {
    if (!NAME.test(id)) return { kind: 'refused', why: 'has a name that is none' }
    const before = await reading(this.db, () => this.standingOf(this.db.reader, planId, id))
    if (before) return before
    const read = await this.read(bytes)
    if (read.kind === 'refused') return read
    const { type, bytes: own } = read
    return this.db.write(async (_, writer): Promise<PutPhoto> => {
      const meanwhile = await this.standingOf(writer, planId, id)
      if (meanwhile) return meanwhile
      await writePhotoFile(this.db.file, id, type, own)
      await insertRows(writer, 'photos', [{ id, planId, type, size: own.byteLength, at: sqlMoment(now) }])
      return { kind: 'put', id }
    })
  }

  /** What becomes of a picture of this name, where that is known without looking at it. */
  private async standingOf(on: Sequelize, planId: string, id: string): Promise<PutPhoto | null> {
    const [plan] = await select(on, 'SELECT id FROM plans WHERE id = ?1 AND deletedAt IS NULL', [planId])
    if (!plan) return { kind: 'no-plan' }
    const [known] = await select<{ planId: string }>(on, 'SELECT planId FROM photos WHERE id = ?1', [id])
    if (known)
      return known.planId === planId ? { kind: 'put', id } : { kind: 'refused', why: 'has a name that is taken' }
    const [{ count } = { count: 0 }] = await select<{ count: number }>(
      on,
      'SELECT COUNT(*) AS count FROM photos WHERE planId = ?1',
      [planId],
    )
    return count < MOST_OF_A_PLAN
      ? null
      : { kind: 'refused', why: `is one more than the ${MOST_OF_A_PLAN} that a plan may have` }
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
