import type { LogEntry } from '@/core/procedure'
import type { Database } from './database'
import type { LogRow } from './models'

/** The logbook of a plan: appended to, never changed. A sign-off taken back is another line. */
export class Logbook {
  constructor(
    private readonly db: Database,
    private readonly now: () => Date = () => new Date(),
  ) {}

  async read(planId: string): Promise<readonly LogEntry[]> {
    const rows = await this.db.models.Log.findAll({ where: { planId }, order: [['id', 'ASC']] })
    return rows.map(entryOf)
  }

  /** Null when there is no such plan. The same `entryId` twice is answered alike and written once. */
  async append(planId: string, entry: Omit<LogEntry, 'at'>): Promise<LogEntry | null> {
    return this.db.transaction(async (transaction) => {
      if (!(await this.db.models.Plan.findOne({ where: { id: planId, deletedAt: null }, transaction }))) return null
      const known = await this.db.models.Log.findOne({ where: { planId, entryId: entry.entryId }, transaction })
      if (known) return entryOf(known)
      return entryOf(await this.db.models.Log.create({ ...entry, planId, facts: JSON.stringify(entry.facts), at: this.now() }, { transaction }))
    })
  }
}

function entryOf(row: LogRow): LogEntry {
  return { entryId: row.entryId, step: row.step, kind: row.kind, facts: JSON.parse(row.facts) as Record<string, string>, reading: row.reading, unit: row.unit, note: row.note, at: row.at.toISOString() }
}
