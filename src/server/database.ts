import { join } from 'node:path'
import { Sequelize, Transaction } from 'sequelize'
import sqlite3 from 'sqlite3'
import { dataDirectory } from './dataDirectory'
import { migrateDatabase } from './migrations'
import { defineModels, type Models } from './models'

export interface Database {
  readonly sequelize: Sequelize
  readonly models: Models
  /** Runs work in a transaction of its own, one after the other: writers waiting inside the driver would hold the very threads the first needs to commit. */
  transaction<T>(work: (transaction: Transaction) => Promise<T>): Promise<T>
}

/** How long a writer waits for another before it gives up. */
const BUSY_TIMEOUT_MS = 5000

/** Sequelize opens a connection for each transaction; every one of them waits its turn. */
class PatientDatabase extends sqlite3.Database {
  constructor(filename: string, mode?: number, callback?: (error: Error | null) => void) {
    super(filename, mode, callback)
    this.configure('busyTimeout', BUSY_TIMEOUT_MS)
  }
}

/**
 * Opens and migrates a data file. Write-ahead log with full synchronisation, so that what is committed survives the process
 * and the power; transactions take the write lock at once, so that none fails half-way; foreign keys are on by Sequelize's default.
 */
export async function openDatabase(storage: string): Promise<Database> {
  const sequelize = new Sequelize({
    dialect: 'sqlite', storage, logging: false, dialectModule: { ...sqlite3, Database: PatientDatabase }, transactionType: Transaction.TYPES.IMMEDIATE,
  })
  await sequelize.query('PRAGMA journal_mode = WAL')
  await migrateDatabase(sequelize)
  let last: Promise<unknown> = Promise.resolve()
  return {
    sequelize, models: defineModels(sequelize),
    transaction(work) {
      const next = last.then(() => sequelize.transaction(work))
      last = next.catch(() => undefined)
      return next
    },
  }
}

// One connection for the process, also across the module reloads of the development server.
const shared = globalThis as typeof globalThis & { gladRafterDatabase?: Promise<Database> }

export function database(): Promise<Database> {
  shared.gladRafterDatabase ??= openDatabase(join(dataDirectory(), 'glad-rafter.sqlite')).catch((error: unknown) => {
    shared.gladRafterDatabase = undefined
    throw error
  })
  return shared.gladRafterDatabase
}
