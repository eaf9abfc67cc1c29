import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { QueryTypes } from 'sequelize'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { emptyPlan, type Command } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { openDatabase, type Database } from './database'
import { Logbook } from './logbook'
import { PlanStore, type Edit } from './planStore'

const directory = mkdtempSync(join(tmpdir(), 'rafter-store-'))
const open: Database[] = []
let store: PlanStore
let log: Logbook
let files = 0

beforeEach(async () => {
  const db = await openDatabase(join(directory, `${(files += 1)}.sqlite`))
  open.push(db)
  store = new PlanStore(db)
  log = new Logbook(db)
})
afterAll(async () => {
  for (const { sequelize } of open) await sequelize.close()
  rmSync(directory, { recursive: true, force: true })
})

const ambient = (ambient_C: number): Command => ({ type: 'setSite', changes: { ambient_C } })
const edit = (editId: string, baseRevision: number, ...commands: Command[]): Edit => ({ kind: 'edit', editId, baseRevision, label: editId, commands })

describe('plans', () => {
  it('are listed, loaded, deleted and brought back with their history', async () => {
    const { id } = await store.create(clayPrinter())
    expect((await store.list()).map((plan) => plan.name)).toEqual(['Clay printer, north bench'])
    await store.edit(id, edit('first-edit', 1, ambient(31)))
    expect(await store.remove(id)).toBe(true)
    expect(await store.load(id)).toBeNull()
    expect(await store.list()).toEqual([])
    expect(await store.remove(id)).toBe(false)
    expect(await store.restore(id)).toBe(true)
    expect(await store.load(id)).toMatchObject({ revision: 2, undo: 'first-edit', plan: { site: { ambient_C: 31 } } })
  })

  it('that are not there are missing', async () => {
    expect(await store.load('nowhere')).toBeNull()
    expect(await store.edit('nowhere', edit('an-edit-1', 1, ambient(1)))).toEqual({ kind: 'missing' })
  })
})

describe('edits', () => {
  it('bump the revision and are kept in the history', async () => {
    const { id } = await store.create(emptyPlan('x', 'IEC'))
    expect(await store.edit(id, edit('edit-one1', 1, ambient(30)))).toMatchObject({ kind: 'committed', change: { revision: 2, label: 'edit-one1' }, undo: 'edit-one1', redo: null })
    expect(await store.since(id, 1)).toHaveLength(1)
  })

  it('with a stale revision are refused, with what changed since', async () => {
    const { id } = await store.create(emptyPlan('x', 'IEC'))
    await store.edit(id, edit('edit-one1', 1, ambient(30)))
    expect(await store.edit(id, edit('edit-two2', 1, ambient(40)))).toMatchObject({ kind: 'stale', revision: 2, since: [{ editId: 'edit-one1' }] })
    expect((await store.load(id))!.plan.site.ambient_C).toBe(30)
  })

  it('sent twice are done once and answered alike', async () => {
    const { id } = await store.create(emptyPlan('x', 'IEC'))
    const first = await store.edit(id, edit('edit-one1', 1, ambient(30)))
    expect(await store.edit(id, edit('edit-one1', 1, ambient(30)))).toEqual(first)
    expect((await store.load(id))!.revision).toBe(2)
  })

  it('that do not fit change nothing', async () => {
    const { id } = await store.create(emptyPlan('x', 'IEC'))
    expect(await store.edit(id, edit('edit-one1', 1, { type: 'disconnect', id: 'wire:none' as never }))).toMatchObject({ kind: 'refused' })
    expect((await store.load(id))!.revision).toBe(1)
  })

  it('at the same moment: one is taken, the others are stale', async () => {
    const { id } = await store.create(emptyPlan('x', 'IEC'))
    const outcomes = await Promise.all(Array.from({ length: 8 }, (_, i) => store.edit(id, edit(`race-edit-${i}`, 1, ambient(i)))))
    expect(outcomes.filter(({ kind }) => kind === 'committed')).toHaveLength(1)
    expect(outcomes.filter(({ kind }) => kind === 'stale')).toHaveLength(7)
  })
})

describe('undo and redo', () => {
  it('walk the history both ways, and a new edit ends what could be redone', async () => {
    const { id } = await store.create(emptyPlan('x', 'IEC'))
    const original = (await store.load(id))!.plan
    for (let i = 1; i <= 3; i += 1) await store.edit(id, edit(`edit-nr-${i}`, i, ambient(30 + i)))
    const back = async (kind: 'undo' | 'redo', n: number) => store.edit(id, { kind, editId: `back-nr-${n}`, baseRevision: (await store.load(id))!.revision })
    expect(await back('undo', 1)).toMatchObject({ undo: 'edit-nr-2', redo: 'edit-nr-3' })
    await back('undo', 2)
    await back('undo', 3)
    expect((await store.load(id))!.plan).toEqual(original)
    expect(await back('undo', 4)).toMatchObject({ kind: 'nothing' })
    await back('redo', 5)
    expect((await store.load(id))!.plan.site.ambient_C).toBe(31)
    await store.edit(id, edit('edit-nr-9', (await store.load(id))!.revision, ambient(50)))
    expect(await back('redo', 6)).toMatchObject({ kind: 'nothing' })
    await back('undo', 7)
    expect((await store.load(id))!.plan.site.ambient_C).toBe(31)
  })
})

describe('the logbook', () => {
  const entry = { entryId: 'entry-001', step: 'mount:device:ps1', kind: 'signed' as const, facts: { part: 'part:x' }, reading: 24.1, unit: 'V', note: 'tight' }

  it('keeps entries in their order, each once', async () => {
    const { id } = await store.create(emptyPlan('x', 'IEC'))
    await log.append(id, entry)
    await log.append(id, entry)
    await log.append(id, { ...entry, entryId: 'entry-002', kind: 'withdrawn', reading: null, unit: null })
    expect(await log.read(id)).toMatchObject([{ ...entry }, { entryId: 'entry-002', kind: 'withdrawn' }])
  })

  it('takes nothing for a plan that is not there', async () => expect(await log.append('nowhere', entry)).toBeNull())
})

it('a data file opened again has everything, and its migrations run once', async () => {
  const path = join(directory, 'again.sqlite')
  const first = await openDatabase(path)
  const { id } = await new PlanStore(first).create(emptyPlan('kept', 'NEC'))
  await first.sequelize.close()
  const second = await openDatabase(path)
  open.push(second)
  expect((await new PlanStore(second).load(id))!.plan.name).toBe('kept')
  expect(await second.sequelize.query('PRAGMA journal_mode', { type: QueryTypes.SELECT })).toEqual([{ journal_mode: 'wal' }])
  expect(await second.sequelize.query('PRAGMA foreign_keys', { type: QueryTypes.SELECT })).toEqual([{ foreign_keys: 1 }])
  await expect(second.sequelize.query("INSERT INTO logbook (planId, entryId, step, kind, facts, note, at) VALUES ('ghost', 'e', 's', 'signed', '{}', '', '2026-01-01')")).rejects.toThrow(/FOREIGN KEY/i)
})
