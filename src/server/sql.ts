import type { Sequelize } from 'sequelize'
import type sqlite3 from 'sqlite3'

const connections = new WeakMap<Sequelize, Promise<sqlite3.Database>>()

/** The one connection of a mapper that opens no others. */
function connectionOf(on: Sequelize): Promise<sqlite3.Database> {
  const known = connections.get(on)
  if (known) return known
  const manager = on.connectionManager as unknown as { getConnection(options: object): Promise<sqlite3.Database> }
  const opened = manager.getConnection({ type: 'SELECT' })
  connections.set(on, opened)
  return opened
}

/**
 * Statements written out, for what is asked at every edit and every look: the mapper asks the database for the columns of
 * a table before each reading and takes a picture of the stack at each statement, which is most of what people wait for.
 */
export async function select<T extends object>(
  on: Sequelize,
  sql: string,
  bind: readonly unknown[] = [],
): Promise<T[]> {
  const connection = await connectionOf(on)
  return new Promise((resolve, reject) => {
    connection.all<T>(sql, [...bind], (error, rows) => (error ? reject(error) : resolve(rows)))
  })
}

export async function run(on: Sequelize, sql: string, bind: readonly unknown[] = []): Promise<void> {
  const connection = await connectionOf(on)
  return new Promise((resolve, reject) => {
    connection.run(sql, [...bind], (error: Error | null) => (error ? reject(error) : resolve()))
  })
}

/** A moment as the mapper writes it into this database. */
export function sqlMoment(at: Date): string {
  return at.toISOString().replace('T', ' ').replace('Z', ' +00:00')
}

/** Writes rows of one form, as many in a statement as it takes; the first row names the columns. */
export async function insertRows(
  on: Sequelize,
  table: string,
  rows: readonly Readonly<Record<string, unknown>>[],
  onConflict: 'ABORT' | 'IGNORE' = 'ABORT',
): Promise<void> {
  const columns = Object.keys(rows[0] ?? {})
  const row = `(${columns.map(() => '?').join(', ')})`
  for (const piece of inPieces(rows))
    await run(
      on,
      `INSERT OR ${onConflict} INTO ${table} (${columns.join(', ')}) VALUES ${piece.map(() => row).join(', ')}`,
      piece.flatMap((each) => columns.map((column) => each[column])),
    )
}

const IN_ONE_INSERT = 200

/** A list in pieces that one statement takes. */
export function inPieces<T>(list: readonly T[]): readonly (readonly T[])[] {
  return Array.from({ length: Math.ceil(list.length / IN_ONE_INSERT) }, (_, i) =>
    list.slice(i * IN_ONE_INSERT, (i + 1) * IN_ONE_INSERT),
  )
}
