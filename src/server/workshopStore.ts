import { randomUUID } from 'node:crypto'
import type { Sequelize } from 'sequelize'
import * as z from 'zod'
import { readWith } from '@/core/calculator'
import { toolProfile, type ToolProfile } from '@/core/termination'
import { stockItem, type Stocked, type StockItem, type StockMove } from '@/core/workshop'
import { reading, type Database } from './database'
import { insertRows, run, select, sqlMoment } from './sql'

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

  /**
   * Puts things there and writes what came and went; sent twice it is written once. Refused is what names an unknown thing,
   * and what takes more than is there, with who took it before.
   */
  async change(
    items: readonly StockItem[],
    moves: readonly StockMove[],
    now = new Date(),
  ): Promise<{ readonly kind: 'changed' } | { readonly kind: 'refused'; readonly why: string }> {
    return this.db.write(async (_, writer) => {
      const why = await faultOfMoves(writer, items, moves)
      if (why !== null) return { kind: 'refused', why } as const
      for (const item of items) await run(writer, put('stock'), [item.id, JSON.stringify(item), sqlMoment(now)])
      await insertMoves(writer, moves, now)
      return { kind: 'changed' } as const
    })
  }

  /** Brings things to the amounts that a file says, whatever is there at that moment. */
  async bringTo(items: readonly Stocked[], why: string, now = new Date()): Promise<void> {
    await this.db.write(async (_, writer) => {
      for (const { amount, ...item } of items) {
        await run(writer, put('stock'), [item.id, JSON.stringify(item), sqlMoment(now)])
        const difference = amount - (await amountOf(writer, item.id))
        if (difference !== 0)
          await insertMoves(
            writer,
            [{ moveId: randomUUID(), itemId: item.id, amount: difference, why, planId: null }],
            now,
          )
      }
    })
  }

  /** Taken off the list; its moves stay. False where it is not there. */
  async remove(id: string, now = new Date()): Promise<boolean> {
    return remove(this.db, 'stock', id, now)
  }
}

/** Millimetres or pieces; sums of decimal lengths are off by less. */
const NOTHING = 0.001

async function amountOf(on: Sequelize, itemId: string): Promise<number> {
  const [row] = await select<{ readonly amount: number | null }>(
    on,
    'SELECT SUM(amount) AS amount FROM stockMoves WHERE itemId = ?1',
    [itemId],
  )
  return row?.amount ?? 0
}

/** Things and moves that came with something else are written where they are missing, inside its transaction. */
export async function putMissingStock(
  writer: Sequelize,
  items: readonly Stocked[],
  why: string,
  now: Date,
): Promise<void> {
  for (const { amount, ...item } of items) {
    const [here] = await select<{ readonly deletedAt: string | null }>(
      writer,
      'SELECT deletedAt FROM stock WHERE id = ?1',
      [item.id],
    )
    if (here) continue
    await run(writer, put('stock'), [item.id, JSON.stringify(item), sqlMoment(now)])
    await insertMoves(writer, [{ moveId: randomUUID(), itemId: item.id, amount, why, planId: null }], now)
  }
}

async function insertMoves(writer: Sequelize, moves: readonly StockMove[], now: Date): Promise<void> {
  const at = sqlMoment(now)
  await insertRows(
    writer,
    'stockMoves',
    moves.map((move) => ({ ...move, at })),
    'IGNORE',
  )
}

/** Why moves cannot be: an unknown thing, or more taken than is there. Null where they can; what was written before counts once. */
async function faultOfMoves(
  writer: Sequelize,
  items: readonly StockItem[],
  moves: readonly StockMove[],
): Promise<string | null> {
  const coming = new Map(items.map(({ id, what }) => [id, what]))
  const taken = new Map<string, number>()
  for (const { moveId, itemId, amount } of moves) {
    const [known] = await select(writer, 'SELECT moveId FROM stockMoves WHERE moveId = ?1', [moveId])
    if (!known) taken.set(itemId, (taken.get(itemId) ?? 0) + amount)
  }
  for (const [itemId, change] of taken) {
    const [here] = await select<Row>(writer, 'SELECT id, document FROM stock WHERE id = ?1', [itemId])
    if (!here && !coming.has(itemId)) return `there is nothing of the name ${itemId} in the stock`
    if (change >= 0) continue
    const there = await amountOf(writer, itemId)
    if (there + change >= -NOTHING) continue
    const what = coming.get(itemId) ?? read(stockItem, here!.document)[0]?.what ?? itemId
    return `${what}: ${figure(-change)} are taken and ${figure(Math.max(0, there))} are there${await takerOf(writer, itemId)}`
  }
  return null
}

const figure = (amount: number) => String(Math.round(amount * 1000) / 1000)

/** Who took last of a thing, in words. */
async function takerOf(writer: Sequelize, itemId: string): Promise<string> {
  const [last] = await select<{ readonly why: string; readonly name: string | null; readonly amount: number }>(
    writer,
    `SELECT m.why, m.amount, p.name FROM stockMoves m LEFT JOIN plans p ON p.id = m.planId
     WHERE m.itemId = ?1 AND m.amount < 0 ORDER BY m.id DESC LIMIT 1`,
    [itemId],
  )
  if (!last) return ''
  return `; ${last.name === null ? 'somebody' : `the plan “${last.name}”`} took ${figure(-last.amount)} of it${last.why ? ` (${last.why})` : ''}`
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
