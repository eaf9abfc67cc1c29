import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { promisify } from 'node:util'
import sqlite3 from 'sqlite3'
import { replay, type Patch, type Plan } from '@/core/plan'
import { comingMark } from '@/server/archive/incoming'
import { DEMOS } from '@demo/scenarios'

/** A data file looked at and prepared by other hands than the product's. */
export async function withFile<T>(
  path: string,
  work: (all: <R>(sql: string, params?: readonly unknown[]) => Promise<R[]>) => Promise<T>,
): Promise<T> {
  const database = new sqlite3.Database(path)
  const all = promisify(database.all.bind(database)) as (sql: string, params: readonly unknown[]) => Promise<never[]>
  try {
    return await work((sql, params = []) => all(sql, params))
  } finally {
    await promisify(database.close.bind(database))()
  }
}

/** What is wrong with a data file; nothing where it is whole, every row it points at is there, and every history leads to its document. */
export async function faultsOf(path: string): Promise<readonly string[]> {
  return withFile(path, async (all) => {
    const faults: string[] = []
    const check = await all<{ integrity_check: string }>('PRAGMA integrity_check')
    if (check[0]?.integrity_check !== 'ok') faults.push(`integrity: ${check[0]?.integrity_check}`)
    faults.push(
      ...(await all('PRAGMA foreign_key_check')).map((row) => `a row points at nothing: ${JSON.stringify(row)}`),
    )
    const done = await all<{ name: string }>('SELECT name FROM SequelizeMeta')
    const columns = (await all<{ name: string }>('PRAGMA table_info(plans)')).map(({ name }) => name)
    // One that an import brings in pieces is hidden until all of it is there, and what a kill left of it goes at the next start.
    const whole = columns.includes('createId') ? `WHERE createId IS NULL OR createId NOT LIKE '${comingMark('')}%'` : ''
    for (const { id, document, revision } of await all<{ id: string; document: string; revision: number }>(
      `SELECT id, document, revision FROM plans ${whole}`,
    )) {
      const edits = await all<{ revision: number; patches: string; inverse: string }>(
        'SELECT revision, patches, inverse FROM edits WHERE planId = ? ORDER BY revision',
        [id],
      )
      if (edits.length !== revision - 1) faults.push(`${id} is at revision ${revision} and has ${edits.length} edits`)
      if (done.length < 2) continue
      const formatOf = new Map<number, number>(
        done.length < 3
          ? []
          : (
              await all<{ revision: number; format: number }>('SELECT revision, format FROM edits WHERE planId = ?', [
                id,
              ])
            ).map((row) => [row.revision, row.format]),
      )
      // Back to the beginning and forward again: both must meet the document.
      const plan = JSON.parse(document) as Plan
      // Patches fit the plan format that they were made on.
      const format = formatOf.get(edits.at(-1)?.revision ?? 0)
      const own = edits.filter(({ revision: at }) => formatOf.get(at) === format)
      const first = [...own].reverse().reduce((at, edit) => replay(at, JSON.parse(edit.inverse) as Patch[]), plan)
      const last = own.reduce((at, edit) => replay(at, JSON.parse(edit.patches) as Patch[]), first)
      if (JSON.stringify(last) !== document) faults.push(`the history of ${id} does not lead to its document`)
    }
    return faults
  })
}

/** A data file as the first release wrote it, with plans, edits and a record. */
export async function writeFirstRelease(path: string): Promise<void> {
  const moment = '2026-01-05 10:00:00.000 +00:00'
  await withFile(path, async (all) => {
    for (const sql of readFileSync(join(process.cwd(), 'tests', 'torture', 'firstRelease.sql'), 'utf8').split(';'))
      if (sql.trim()) await all(sql)
    await all("INSERT INTO SequelizeMeta (name) VALUES ('001-plans-history-logbook')")
    for (const key of Object.keys(DEMOS)) {
      const made = readFileSync(join(process.cwd(), 'tests', 'plans', 'format1', `${key}.json`), 'utf8')
      const plan = { ...(JSON.parse(made) as object), name: `${key}, edited` }
      await all(
        'INSERT INTO plans (id, name, document, revision, createdAt, updatedAt, deletedAt) VALUES (?, ?, ?, 2, ?, ?, NULL)',
        [key, plan.name, JSON.stringify(plan), moment, moment],
      )
      const patch = (value: string) => JSON.stringify([{ op: 'replace', path: ['name'], value }])
      await all(
        "INSERT INTO edits (planId, revision, editId, kind, label, commands, patches, inverse, target, at) VALUES (?, 2, ?, 'edit', 'Rename', '[]', ?, ?, NULL, ?)",
        [key, `first-release-${key}`, patch(plan.name), patch((JSON.parse(made) as { name: string }).name), moment],
      )
      await all(
        "INSERT INTO logbook (planId, entryId, step, kind, facts, reading, unit, note, at) VALUES (?, 'entry-of-old', 'mount:x', 'signed', '{}', NULL, NULL, '', ?)",
        [key, moment],
      )
    }
  })
}
