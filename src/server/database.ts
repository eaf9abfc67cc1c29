import { join } from 'node:path'
import { QueryTypes, type Sequelize } from 'sequelize'
import { dataDirectory } from './dataDirectory'
import { connect, readyFile, type BeforeStatement } from './dataFile'
import { troubleOf } from './dataTrouble'
import { putDemos, wantsDemos } from './demoPlans'
import { defineModels, type Models } from './models'
import { run } from './sql'
import { WriteQueue } from './writeQueue'

export interface Database {
  readonly file: string
  /** For reading only: its own connection sees what is committed, takes no lock, and waits for no writer. */
  readonly models: Models
  readonly reader: Sequelize
  /** Runs work on the connection that writes, in a transaction, one after the other. Rejects with {@link DataTrouble} where the file is at fault. */
  write<T>(work: (models: Models, writer: Sequelize) => Promise<T>): Promise<T>
  close(): Promise<void>
}

export interface OpenOptions {
  /** What a new data file gets, all or none. */
  readonly fill?: (models: Models) => Promise<void>
  readonly now?: () => Date
  /** Called before each statement of a write; what it throws, the write meets. For tests. */
  readonly beforeStatement?: BeforeStatement
}

/**
 * Opens and migrates a data file. Write-ahead log with full synchronisation, so that what is committed survives the process
 * and the power; transactions take the write lock at once, so that none fails half-way; foreign keys are on by Sequelize's default.
 */
export async function openDatabase(file: string, { fill, now, beforeStatement }: OpenOptions = {}): Promise<Database> {
  const inWords = (error: unknown): never => {
    throw troubleOf(error, file) ?? error
  }
  await readyFile(file, async (sequelize) => fill?.(defineModels(sequelize)), now).catch(inWords)
  const writer = connect(file, {}, beforeStatement)
  const reader = connect(file)
  try {
    await writer.query('PRAGMA journal_mode = WAL')
    await writer.query('PRAGMA synchronous = FULL')
    await reader.query('SELECT 1', { type: QueryTypes.SELECT })
  } catch (error) {
    await Promise.all([writer.close(), reader.close()])
    return inWords(error)
  }
  const models = defineModels(writer)
  const queue = new WriteQueue(
    (sql) => run(writer, sql),
    (error) => troubleOf(error, file) !== null,
  )
  return {
    file,
    reader,
    models: defineModels(reader),
    write: (work) => queue.run(() => work(models, writer)).catch(inWords),
    async close() {
      await Promise.all([writer.close(), reader.close()])
    },
  }
}

interface Shared {
  gladRafterDatabase?: Promise<Database>
  gladRafterTrouble?: { readonly trouble: unknown; readonly at: number }
}

// One for the process, also across the module reloads of the development server.
const shared = globalThis as typeof globalThis & Shared

/** A file in trouble is not hammered: for so long the last answer stands. */
const RETRY_AFTER_MS = 400

/** The process's data file, opened at first use; where that fails, tried again when next asked for. */
export async function database(options?: OpenOptions): Promise<Database> {
  const last = shared.gladRafterTrouble
  if (!shared.gladRafterDatabase && last && performance.now() - last.at < RETRY_AFTER_MS) throw last.trouble
  shared.gladRafterDatabase ??= openShared(options)
  try {
    return await shared.gladRafterDatabase
  } catch (error) {
    shared.gladRafterDatabase = undefined
    shared.gladRafterTrouble = { trouble: error, at: performance.now() }
    throw error
  }
}

async function openShared(options?: OpenOptions): Promise<Database> {
  return openDatabase(join(dataDirectory(), 'glad-rafter.sqlite'), options ?? (wantsDemos() ? { fill: putDemos } : {}))
}

/** Reading, with faults of the file in words. */
export async function reading<T>(db: Database, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    throw troubleOf(error, db.file) ?? error
  }
}
