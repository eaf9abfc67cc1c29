/** The statements a queue of writes needs; each runs on the one connection that writes. */
export type Execute = (sql: string) => Promise<unknown>

interface Job {
  readonly work: () => Promise<unknown>
  readonly resolve: (value: unknown) => void
  readonly reject: (error: unknown) => void
}

/** Enough to share one commit among all that wait, few enough that none waits long for the others. */
const MOST_IN_ONE_COMMIT = 64

/**
 * Writes one after the other on one connection. What waits together is committed together, each in a savepoint of its own:
 * the disk is synchronised once for all of them, and nothing is answered before that. A write that fails takes back only
 * itself; a commit that fails is told to everyone in it.
 */
export class WriteQueue {
  private readonly waiting: Job[] = []
  private isRunning = false

  constructor(
    private readonly execute: Execute,
    /** Faults of the data file, after which the whole transaction is void. */
    private readonly isFault: (error: unknown) => boolean,
  ) {}

  run<T>(work: () => Promise<T>): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      this.waiting.push({ work, resolve: resolve as (value: unknown) => void, reject })
      void this.drain()
    })
  }

  private async drain(): Promise<void> {
    if (this.isRunning) return
    this.isRunning = true
    while (this.waiting.length > 0) await this.commit(this.waiting.splice(0, MOST_IN_ONE_COMMIT))
    this.isRunning = false
  }

  private async commit(jobs: readonly Job[]): Promise<void> {
    const settled: (() => void)[] = []
    try {
      await this.execute('BEGIN IMMEDIATE')
      for (const { work, resolve, reject } of jobs) {
        await this.execute('SAVEPOINT write')
        try {
          const value = await work()
          settled.push(() => resolve(value))
        } catch (error) {
          if (this.isFault(error)) throw error
          await this.execute('ROLLBACK TO write')
          settled.push(() => reject(error))
        }
        await this.execute('RELEASE write')
      }
      await this.execute('COMMIT')
    } catch (error) {
      // Where the database has rolled back by itself already there is nothing left to take back.
      await this.execute('ROLLBACK').catch(() => undefined)
      for (const { reject } of jobs) reject(error)
      return
    }
    for (const settle of settled) settle()
  }
}
