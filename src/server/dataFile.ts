import { chmodSync, closeSync, existsSync, fsyncSync, openSync, readSync, renameSync, rmSync, statSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { QueryTypes, Sequelize, type Options } from 'sequelize'
import sqlite3 from 'sqlite3'
import { damaged, DataTrouble } from './dataTrouble'
import { executedMigrations, MIGRATION_NAMES, migrateDatabase } from './migrations'

const HEADER = 'SQLite format 3\0'

/** How long a writer waits for another program before it says that the file is locked. */
const BUSY_TIMEOUT_MS = 1200

/** Called before each statement; what it throws, the statement meets. */
export type BeforeStatement = (sql: string) => void

type Callback = (error: Error | null) => void

/** The driver's connection, patient with other programs. */
function patient(
  beforeStatement?: BeforeStatement,
): new (filename: string, mode?: number, callback?: Callback) => sqlite3.Database {
  return class extends sqlite3.Database {
    constructor(filename: string, mode?: number, callback?: Callback) {
      super(filename, mode, callback)
      this.configure('busyTimeout', BUSY_TIMEOUT_MS)
      if (beforeStatement) lookBefore(this, beforeStatement)
    }
  }
}

function lookBefore(connection: sqlite3.Database, beforeStatement: BeforeStatement): void {
  const methods = connection as unknown as Record<'run' | 'all', (sql: string, ...rest: unknown[]) => unknown>
  for (const method of ['run', 'all'] as const) {
    const plain = methods[method].bind(connection)
    methods[method] = (sql, ...rest) => {
      try {
        beforeStatement(sql)
      } catch (error) {
        const done = rest.find((each) => typeof each === 'function') as Callback | undefined
        queueMicrotask(() => done?.(error as Error))
        return connection
      }
      return plain(sql, ...rest)
    }
  }
}

/** One connection; what is asked of it comes in its order. */
export function connect(storage: string, options: Options = {}, beforeStatement?: BeforeStatement): Sequelize {
  // The driver waits by itself; the mapper would wait five times as long.
  const retry = { max: 1, match: [] }
  return new Sequelize({
    dialect: 'sqlite',
    storage,
    logging: false,
    retry,
    dialectModule: { ...sqlite3, Database: patient(beforeStatement) },
    ...options,
  })
}

export async function withConnection<T>(sequelize: Sequelize, work: (sequelize: Sequelize) => Promise<T>): Promise<T> {
  try {
    return await work(sequelize)
  } finally {
    await sequelize.close()
  }
}

/** Its owner's alone, and so what SQLite lays beside it. */
function makePrivate(file: string): void {
  for (const path of [file, `${file}-wal`, `${file}-shm`]) {
    try {
      if (existsSync(/* turbopackIgnore: true */ path)) chmodSync(/* turbopackIgnore: true */ path, 0o600)
    } catch {
      // Not ours to change; opening it will tell.
    }
  }
}

function headOf(file: string): string {
  const handle = openSync(file, 'r')
  try {
    const bytes = Buffer.alloc(HEADER.length)
    readSync(handle, bytes, 0, bytes.length, 0)
    return bytes.toString('latin1')
  } finally {
    closeSync(handle)
  }
}

/** Looks before anything is written: whether the file is whole, and of a release that this one knows. Returns what is still to be migrated. */
async function inspect(file: string): Promise<readonly string[]> {
  if (statSync(file).size === 0) {
    throw new DataTrouble(
      'empty',
      `${file} holds nothing (0 bytes), so its plans are gone or elsewhere; put a copy back in its place, or remove it to begin anew`,
    )
  }
  if (headOf(file) !== HEADER) throw damaged(file, 'it is no data file of this application')
  return withConnection(connect(file, { dialectOptions: { mode: sqlite3.OPEN_READONLY } }), async (sequelize) => {
    const [row] = await sequelize.query<{ quick_check: string }>('PRAGMA quick_check(1)', { type: QueryTypes.SELECT })
    if (row?.quick_check !== 'ok') throw damaged(file, row?.quick_check ?? 'it cannot be checked')
    const done = await executedMigrations(sequelize)
    const later = done.filter((name) => !MIGRATION_NAMES.includes(name))
    if (later.length > 0) {
      throw new DataTrouble(
        'later',
        `${file} was written by a later release (it has had ${later.join(', ')}); it was not touched: run that release, or name another directory with GLAD_RAFTER_DATA`,
      )
    }
    return MIGRATION_NAMES.filter((name) => !done.includes(name))
  })
}

/** A whole copy beside the file, what the write-ahead log still holds included. */
async function copyBefore(file: string, migration: string, now: Date): Promise<void> {
  const stamp = now.toISOString().replace(/[:.]/g, '-')
  const copy = join(dirname(file), `${basename(file, '.sqlite')}.before-${migration.slice(0, 3)}.${stamp}.sqlite`)
  await withConnection(connect(file), (sequelize) => sequelize.query('VACUUM INTO ?', { replacements: [copy] }))
  chmodSync(copy, 0o600)
}

/** Makes a new file aside and puts it in place when it is whole: killed in between, there is none, never half of one. */
async function make(file: string, fill: (sequelize: Sequelize) => Promise<void>): Promise<void> {
  const aside = `${file}.new`
  for (const path of [aside, `${aside}-journal`]) rmSync(path, { force: true })
  closeSync(openSync(aside, 'w', 0o600))
  await withConnection(connect(aside), async (sequelize) => {
    await migrateDatabase(sequelize)
    await fill(sequelize)
  })
  const handle = openSync(aside, 'r')
  fsyncSync(handle)
  closeSync(handle)
  renameSync(aside, file)
}

/** Brings the data file to this release: made with what a first start puts into it, or looked through, copied and migrated. */
export async function readyFile(
  file: string,
  fill: (sequelize: Sequelize) => Promise<void>,
  now: () => Date = () => new Date(),
): Promise<void> {
  if (!existsSync(file)) await make(file, fill)
  const pending = await inspect(file)
  if (pending.length > 0) {
    await copyBefore(file, pending[0]!, now())
    await withConnection(connect(file), migrateDatabase)
  }
  makePrivate(file)
}
