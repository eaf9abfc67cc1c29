import { draftEntry, type LogDraft, type LogEntry } from '@/core/procedure'
import { reading, type Database } from './database'
import type { LogRow } from './models'

/** The logbook of a plan: appended to, never changed. A sign-off taken back is another line. */
export class Logbook {
  constructor(
    private readonly db: Database,
    private readonly now: () => Date = () => new Date(),
  ) {}

  /** Null when there is no such plan. */
  async read(planId: string): Promise<readonly LogEntry[] | null> {
    return reading(this.db, async () => {
      const { Plan, Log } = this.db.models
      if (!(await Plan.findOne({ where: { id: planId, deletedAt: null }, attributes: ['id'] }))) return null
      return (await Log.findAll({ where: { planId }, order: [['id', 'ASC']] })).map(entryOf)
    })
  }

  /** Null when there is no such plan. The same `entryId` twice is answered alike and written once. */
  async append(
    planId: string,
    draft: LogDraft & Pick<LogEntry, 'entryId'>,
    at: Date = this.now(),
  ): Promise<LogEntry | null> {
    const entry = { ...draftEntry(draft), entryId: draft.entryId }
    return this.db.write(async ({ Plan, Log }) => {
      if (!(await Plan.findOne({ where: { id: planId, deletedAt: null }, attributes: ['id'] }))) return null
      const known = await Log.findOne({ where: { planId, entryId: entry.entryId } })
      if (known) return entryOf(known)
      return entryOf(await Log.create({ ...rowOf(planId, entry), at }))
    })
  }
}

/** An entry as its row holds it. */
export function rowOf(planId: string, { facts, photos, deviation, ...entry }: Omit<LogEntry, 'at'>) {
  return {
    ...entry,
    planId,
    facts: JSON.stringify(facts),
    photos: JSON.stringify(photos),
    deviation: deviation === null ? null : JSON.stringify(deviation),
  }
}

function entryOf(row: LogRow): LogEntry {
  return {
    entryId: row.entryId,
    step: row.step,
    kind: row.kind,
    facts: JSON.parse(row.facts) as Record<string, string>,
    reading: row.reading,
    unit: row.unit,
    note: row.note,
    at: row.at.toISOString(),
    took_min: row.took_min,
    meter: row.meter,
    doneBy: row.doneBy,
    verdict: row.verdict,
    photos: JSON.parse(row.photos) as string[],
    deviation: row.deviation === null ? null : (JSON.parse(row.deviation) as LogEntry['deviation']),
  }
}
