import type { Sequelize } from 'sequelize'
import { readPart, type OwnPart } from '@/core/ownParts'
import { reading, type Database } from './database'
import { run, select, sqlMoment } from './sql'

interface Row {
  readonly id: string
  readonly version: number
  readonly document: string
}

const PUT = `INSERT INTO parts (id, name, version, document, updatedAt, deletedAt) VALUES (?1, ?2, ?3, ?4, ?5, NULL)
  ON CONFLICT (id) DO UPDATE SET name = excluded.name, version = excluded.version, document = excluded.document,
  updatedAt = excluded.updatedAt, deletedAt = NULL`

/** What a row holds; nothing where it is damaged. */
function jsonOf(document: string): unknown {
  try {
    return JSON.parse(document)
  } catch {
    return null
  }
}

/** Parts that came with something else are put there where they are missing, inside its transaction. */
export async function putMissingParts(writer: Sequelize, parts: readonly OwnPart[], now: Date): Promise<void> {
  for (const { id, version, part } of parts) {
    const [here] = await select(writer, 'SELECT id FROM parts WHERE id = ?1 AND deletedAt IS NULL', [id])
    if (!here) await run(writer, PUT, [id, part.name, version, JSON.stringify(part), sqlMoment(now)])
  }
}

/** Parts that people made, across plans. What cannot be read any more is left out of the list and stays in the file. */
export class PartStore {
  constructor(private readonly db: Database) {}

  async list(): Promise<readonly OwnPart[]> {
    const rows = await reading(this.db, () =>
      select<Row>(
        this.db.reader,
        'SELECT id, version, document FROM parts WHERE deletedAt IS NULL ORDER BY name COLLATE NOCASE, id',
      ),
    )
    return rows.flatMap(({ id, version, document }) => {
      const read = readPart({ id, part: jsonOf(document) })
      return read.kind === 'read' ? [{ ...read.parts[0]!, version }] : []
    })
  }

  /** Puts parts there, each one version on where it was there and is other now. */
  async put(parts: readonly OwnPart[], now = new Date()): Promise<readonly OwnPart[]> {
    return this.db.write(async (_, writer) => {
      const kept: OwnPart[] = []
      for (const { id, version, part } of parts) {
        const document = JSON.stringify(part)
        const [here] = await select<Row & { readonly deletedAt: string | null }>(
          writer,
          'SELECT id, version, document, deletedAt FROM parts WHERE id = ?1',
          [id],
        )
        const isSame = here && here.document === document && here.deletedAt === null
        const next = here ? (isSame ? here.version : here.version + 1) : version
        if (!isSame) await run(writer, PUT, [id, part.name, next, document, sqlMoment(now)])
        kept.push({ id, version: next, part })
      }
      return kept
    })
  }

  /** Takes one off the shelf; plans keep the copy they have. False where it is not there. */
  async remove(id: string, now = new Date()): Promise<boolean> {
    return this.db.write(async (_, writer) => {
      const [here] = await select<Row>(writer, 'SELECT id FROM parts WHERE id = ?1 AND deletedAt IS NULL', [id])
      if (!here) return false
      await run(writer, 'UPDATE parts SET deletedAt = ?2 WHERE id = ?1', [id, sqlMoment(now)])
      return true
    })
  }
}
