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
 * Writes one after the other on one connection. What waits together is committed together: the disk is synchronised once
 * for all of them, and nothing is answered before that. Where one of them fails, all are taken back and each is done again
 * in a transaction of its own, so that it takes back only itself.
 */
export class WriteQueue {
  private readonly waiting: Job[] = []
  private isRunning = false

  constructor(
    private readonly execute: Execute,
    /** Faults of the data file, which meet every write alike. */
    private readonly isFault: (error: unknown) => boolean,
  ) {}

  /** Work may be done twice, never committed twice: it must not change anything outside the database that a rollback would have to take back. */
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
    const values: unknown[] = []
    try {
      await this.execute('BEGIN IMMEDIATE')
      for (const { work } of jobs) values.push(await work())
      await this.execute('COMMIT')
    } catch (error) {
      // Where the database has rolled back by itself already there is nothing left to take back.
      await this.execute('ROLLBACK').catch(() => undefined)
      if (jobs.length > 1 && !this.isFault(error)) for (const job of jobs) await this.commit([job])
      else for (const { reject } of jobs) reject(error)
      return
    }
    jobs.forEach(({ resolve }, i) => resolve(values[i]))
  }
}
