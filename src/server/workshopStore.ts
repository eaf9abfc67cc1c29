import { randomUUID } from 'node:crypto'
import * as z from 'zod'
import { readWith } from '@/core/calculator'
import { toolProfile, type ToolProfile } from '@/core/termination'
import { stockItem, type Stocked, type StockItem, type StockMove } from '@/core/workshop'
import { reading, type Database } from './database'
import { run, select, sqlMoment } from './sql'

interface Row {
  readonly id: string
  readonly document: string
}

const put = (table: 'stock' | 'tools') => `INSERT INTO ${table} (id, document, updatedAt, deletedAt)
  VALUES (?1, ?2, ?3, NULL)
  ON CONFLICT (id) DO UPDATE SET document = excluded.document, updatedAt = excluded.updatedAt, deletedAt = NULL`

/** What a row holds; nothing where it is damaged, which stays in the file. */
function read<T extends z.ZodType>(schema: T, document: string): readonly z.output<T>[] {
  try {
    const parsed = readWith(schema, JSON.parse(document))
    return parsed.kind === 'read' ? [parsed.value] : []
  } catch {
    return []
  }
}

/** The stock of the workshop, across plans: things, and what came and went of each. */
export class StockStore {
  constructor(private readonly db: Database) {}

  async list(): Promise<readonly Stocked[]> {
    const rows = await reading(this.db, () =>
      select<Row & { readonly amount: number }>(
        this.db.reader,
        `SELECT s.id, s.document, COALESCE((SELECT SUM(m.amount) FROM stockMoves m WHERE m.itemId = s.id), 0) AS amount
         FROM stock s WHERE s.deletedAt IS NULL ORDER BY s.rowid`,
      ),
    )
    return rows.flatMap(({ document, amount }) => read(stockItem, document).map((item) => ({ ...item, amount })))
  }

  /** Puts things there and writes what came and went; sent twice it is written once. Unknown things in moves are refused. */
  async change(
    items: readonly StockItem[],
    moves: readonly StockMove[],
    now = new Date(),
  ): Promise<{ readonly kind: 'changed' } | { readonly kind: 'refused'; readonly why: string }> {
    return this.db.write(async (_, writer) => {
      for (const item of items) await run(writer, put('stock'), [item.id, JSON.stringify(item), sqlMoment(now)])
      for (const { itemId } of moves) {
        const [here] = await select(writer, 'SELECT id FROM stock WHERE id = ?1', [itemId])
        if (!here) return { kind: 'refused', why: `there is nothing of the name ${itemId} in the stock` } as const
      }
      for (const { moveId, itemId, amount, why, planId } of moves)
        await run(
          writer,
          'INSERT OR IGNORE INTO stockMoves (moveId, itemId, amount, why, planId, at) VALUES (?1, ?2, ?3, ?4, ?5, ?6)',
          [moveId, itemId, amount, why, planId, sqlMoment(now)],
        )
      return { kind: 'changed' } as const
    })
  }

  /** Taken off the list; its moves stay. False where it is not there. */
  async remove(id: string, now = new Date()): Promise<boolean> {
    return remove(this.db, 'stock', id, now)
  }
}

/** Crimping tools as their owner knows them, across plans. */
export class ToolStore {
  constructor(private readonly db: Database) {}

  async list(): Promise<readonly { readonly id: string; readonly tool: ToolProfile }[]> {
    const rows = await reading(this.db, () =>
      select<Row>(this.db.reader, 'SELECT id, document FROM tools WHERE deletedAt IS NULL ORDER BY rowid'),
    )
    return rows.flatMap(({ id, document }) => read(toolProfile, document).map((tool) => ({ id, tool })))
  }

  async put(tool: ToolProfile, id: string = randomUUID(), now = new Date()): Promise<string> {
    return this.db.write(async (_, writer) => {
      await run(writer, put('tools'), [id, JSON.stringify(tool), sqlMoment(now)])
      return id
    })
  }

  async remove(id: string, now = new Date()): Promise<boolean> {
    return remove(this.db, 'tools', id, now)
  }
}

async function remove(db: Database, table: 'stock' | 'tools', id: string, now: Date): Promise<boolean> {
  return db.write(async (_, writer) => {
    const [here] = await select<Row>(writer, `SELECT id FROM ${table} WHERE id = ?1 AND deletedAt IS NULL`, [id])
    if (!here) return false
    await run(writer, `UPDATE ${table} SET deletedAt = ?2 WHERE id = ?1`, [id, sqlMoment(now)])
    return true
  })
}
