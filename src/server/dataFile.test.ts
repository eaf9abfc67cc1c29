import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeEach, describe, expect, it } from 'vitest'
import { emptyPlan } from '@/core/plan'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { faultsOf, withFile, writeFirstRelease } from '../../tests/torture/dataFiles'
import { saveAll, takeAll } from './archive'
import { openDatabase, type Database } from './database'
import { DataTrouble } from './dataTrouble'
import { Logbook } from './logbook'
import { PlanStore } from './planStore'
import { ambientEdit } from '../../tests/ambientEdit'

const root = mkdtempSync(join(tmpdir(), 'rafter-file-'))
let file = ''
let files = 0
const open: Database[] = []
const opened = async (path: string, options?: Parameters<typeof openDatabase>[1]) => {
  const db = await openDatabase(path, options)
  open.push(db)
  return db
}

beforeEach(() => {
  file = join(mkdtempSync(join(root, `${(files += 1)}-`)), 'glad-rafter.sqlite')
})
afterAll(async () => {
  for (const db of open) await db.close()
  rmSync(root, { recursive: true, force: true })
})

const trouble = async (work: Promise<unknown>) => {
  const error: unknown = await work.then(
    () => null,
    (reason: unknown) => reason,
  )
  if (!(error instanceof DataTrouble)) throw new Error(`no trouble: ${String(error)}`)
  return error
}
const made = async (db: Database, name = 'Kept') => {
  const created = await new PlanStore(db).create(emptyPlan(name, 'IEC'))
  if (created.kind === 'refused') throw new Error('refused')
  return created.summary.id
}
describe('a start', () => {
  it('that is the first makes a whole file, readable by its owner alone, or none', async () => {
    const failing = openDatabase(file, { fill: () => Promise.reject(new Error('killed here')) })
    await expect(failing).rejects.toThrow('killed here')
    expect(existsSync(file)).toBe(false)
    await opened(file)
    expect(statSync(file).mode & 0o777).toBe(0o600)
    expect(readdirSync(join(file, '..')).filter((name) => name.endsWith('.new'))).toEqual([])
  })

  it('makes a file private that was not', async () => {
    await (await openDatabase(file)).close()
    chmodSync(file, 0o644)
    await opened(file)
    expect(statSync(file).mode & 0o777).toBe(0o600)
  })

  it('on a file of the first release migrates it, with a copy from before, and undo does not cross the change of the plan’s format', async () => {
    await writeFirstRelease(file)
    const before = readFileSync(file)
    const db = await opened(file)
    const [copy] = readdirSync(join(file, '..')).filter((name) => name.includes('before-002.'))
    expect(statSync(join(file, '..', copy!)).mode & 0o777).toBe(0o600)
    // The copy is the file as it was: it opens and holds what it held.
    const rows = (path: string) => withFile(path, (all) => all('SELECT id, document, revision FROM plans ORDER BY id'))
    writeFileSync(`${file}.was`, before)
    expect(await rows(join(file, '..', copy!))).toEqual(await rows(`${file}.was`))
    const store = new PlanStore(db)
    expect(await store.load('clay-printer', 'anna')).toMatchObject({
      kind: 'plan',
      stored: { undo: null, revision: 2 },
    })
    expect(
      await store.edit('clay-printer', { kind: 'undo', editId: 'undo-of-old', baseRevision: 2 }, 'anna'),
    ).toMatchObject({ kind: 'nothing' })
    const edit = { kind: 'edit' as const, label: 'Name it', commands: [{ type: 'rename' as const, name: 'Today' }] }
    expect(await store.edit('clay-printer', { ...edit, editId: 'todays-edit', baseRevision: 2 }, 'anna')).toMatchObject(
      { kind: 'committed', undo: 'Name it' },
    )
    expect(
      await store.edit('clay-printer', { kind: 'undo', editId: 'undo-of-todays', baseRevision: 3 }, 'anna'),
    ).toMatchObject({ kind: 'committed', undo: null, redo: 'Name it' })
    expect(await new Logbook(db).read('clay-printer')).toHaveLength(1)
  })

  it('on the half-made file that an earlier release left when killed begins it anew', async () => {
    await withFile(file, async (all) => {
      await all('CREATE TABLE plans (id VARCHAR(255) PRIMARY KEY, name TEXT)')
      await all('CREATE TABLE edits (id INTEGER PRIMARY KEY)')
    })
    expect(await new PlanStore(await opened(file)).list()).toEqual([])
  })

  it('on an empty file does not take it for a fresh install', async () => {
    writeFileSync(file, '')
    const { kind, message } = await trouble(openDatabase(file))
    expect(kind).toBe('empty')
    expect(message).toContain(file)
    expect(message).toMatch(/put a copy back.*remove it/)
    expect(statSync(file).size).toBe(0)
  })

  it('on a file of a later release refuses it by its version and does not write it', async () => {
    const db = await openDatabase(file)
    await db.write(async (_models, writer) =>
      writer.query("INSERT INTO SequelizeMeta (name) VALUES ('007-of-the-future')"),
    )
    await db.close()
    const before = readFileSync(file)
    const { kind, message } = await trouble(openDatabase(file))
    expect(kind).toBe('later')
    expect(message).toMatch(/007-of-the-future.*was not touched/)
    expect(readFileSync(file).equals(before)).toBe(true)
  })

  it.each([
    [
      'text in its place',
      (path: string) => writeFileSync(path, 'this is no database at all, but a note somebody left here'),
    ],
    ['a file cut in half', (path: string) => truncateSync(path, Math.floor(statSync(path).size / 2))],
    [
      'bytes overwritten',
      (path: string) => {
        const bytes = readFileSync(path)
        bytes.fill(0x5a, 5000, 9000)
        writeFileSync(path, bytes)
      },
    ],
  ])('on %s names the file and what can be done, and changes nothing', async (_what, damage) => {
    const db = await openDatabase(file)
    for (let i = 0; i < 5; i += 1) await new PlanStore(db).create(clayPrinter())
    await db.close()
    rmSync(`${file}-wal`, { force: true })
    damage(file)
    const before = readFileSync(file)
    const { kind, message } = await trouble(openDatabase(file))
    expect(['damaged']).toContain(kind)
    expect(message).toContain(file)
    expect(message).toMatch(/put a copy back/)
    expect(message).not.toContain('\n')
    expect(readFileSync(file).equals(before)).toBe(true)
  })

  it('in a directory that is a file says so', async () => {
    writeFileSync(file, 'x')
    expect((await trouble(openDatabase(join(file, 'glad-rafter.sqlite')))).kind).toBe('unreachable')
  })
})

describe('a write', () => {
  it('when the disk is full is refused in words, changes nothing, and goes through when there is room', async () => {
    const db = await opened(file)
    const id = await made(db)
    const store = new PlanStore(db)
    // The file may grow no further: SQLite’s own answer to a full disk.
    const [{ page_count }] = (await db.write((_models, writer) => writer.query('PRAGMA page_count')))[0] as [
      { page_count: number },
    ]
    await db.write((_models, writer) => writer.query(`PRAGMA max_page_count = ${page_count}`))
    const failed = await trouble(store.create(clayPrinter()))
    expect(failed).toMatchObject({
      kind: 'full',
      isPassing: true,
      message: expect.stringMatching(/no room.*free some space/),
    })
    expect(await store.list()).toHaveLength(1)
    await db.write((_models, writer) => writer.query('PRAGMA max_page_count = 1000000'))
    expect((await store.create(clayPrinter())).kind).toBe('created')
    expect((await store.edit(id, ambientEdit('edit-after', 1, 30))).kind).toBe('committed')
    expect(await faultsOf(file)).toEqual([])
  })

  it('while another program holds the file is refused, reading goes on, and it goes through afterwards', async () => {
    const db = await opened(file)
    const id = await made(db)
    const store = new PlanStore(db)
    await withFile(file, async (all) => {
      await all('BEGIN IMMEDIATE')
      expect(await trouble(store.edit(id, ambientEdit('edit-locked', 1, 30)))).toMatchObject({
        kind: 'locked',
        isPassing: true,
      })
      expect((await store.load(id))?.kind).toBe('plan')
      await all('COMMIT')
    })
    expect((await store.edit(id, ambientEdit('edit-locked', 1, 30))).kind).toBe('committed')
  })

  it.each([1, 2, 3, 4, 5, 6])(
    'of which every %d. statement fails takes itself back whole, and loses nothing that was acknowledged',
    async (n) => {
      let statements = 0
      let isFailing = false
      const db = await opened(file, {
        beforeStatement(sql) {
          if (!isFailing || /^(ROLLBACK|PRAGMA)/.test(sql)) return
          statements += 1
          if (statements % n === 0)
            throw Object.assign(new Error('SQLITE_IOERR: disk I/O error'), { code: 'SQLITE_IOERR' })
        },
      })
      const store = new PlanStore(db)
      const id = await made(db)
      let revision = 1
      for (let i = 0; i < 12; i += 1) {
        isFailing = i % 2 === 0
        const outcome = await store.edit(id, ambientEdit(`edit-nr-${i}`, revision, i)).catch((error: unknown) => error)
        if (outcome instanceof DataTrouble) {
          expect(isFailing).toBe(true)
          continue
        }
        expect(outcome).toMatchObject({ kind: 'committed' })
        revision += 1
      }
      isFailing = false
      expect((await store.standing(id))!.revision).toBe(revision)
      expect(await faultsOf(file)).toEqual([])
    },
  )

  it('that fails among others takes back only itself', async () => {
    const db = await opened(file)
    const id = await made(db)
    const log = new Logbook(db)
    const entry = (n: number) => ({
      entryId: `entry-nr-${n}`,
      step: 's',
      kind: 'signed' as const,
      facts: {},
      reading: null,
      unit: null,
      note: '',
    })
    const outcomes = await Promise.allSettled([
      log.append(id, entry(1)),
      db.write((_models, writer) => writer.query('INSERT INTO nowhere VALUES (1)')),
      log.append(id, entry(2)),
    ])
    expect(outcomes.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled'])
    expect(await log.read(id)).toHaveLength(2)
  })
})

describe('all data as one file', () => {
  const saved = async (db: Database) => new Response(saveAll(db, new Date('2026-01-05T10:00:00Z'))).text()

  const filled = async () => {
    const db = await opened(file)
    const store = new PlanStore(db)
    const id = await made(db)
    await store.edit(id, ambientEdit('edit-nr-1', 1, 30), 'anna')
    await store.edit(id, ambientEdit('edit-nr-2', 2, 31), 'anna')
    await store.edit(id, { kind: 'undo', editId: 'undo-nr-1', baseRevision: 3 }, 'anna')
    await new Logbook(db).append(id, {
      entryId: 'entry-nr-1',
      step: 's',
      kind: 'signed',
      facts: { size: '1 mm²' },
      reading: 24,
      unit: 'V',
      note: 'tight',
    })
    const bad = await made(db, 'Bad')
    await db.write(({ Plan }) => Plan.update({ document: 'not JSON' }, { where: { id: bad } }))
    const gone = await made(db, 'Gone')
    await store.remove(gone)
    return { db, id, gone }
  }

  it('goes into an empty file whole: histories, undo, records, what cannot be read, what was deleted', async () => {
    const { db, id, gone } = await filled()
    const text = await saved(db)
    const other = await opened(`${file}.other`)
    expect(await takeAll(other, text)).toMatchObject({
      kind: 'taken',
      taken: { plans: 3, there: 0, beside: 0, entries: 1 },
    })
    const store = new PlanStore(other)
    expect(await store.load(id, 'anna')).toMatchObject({
      kind: 'plan',
      stored: { revision: 4, undo: 'edit-nr-1', redo: 'edit-nr-2', plan: { site: { ambient_C: 30 } } },
    })
    expect(await new Logbook(other).read(id)).toMatchObject([
      { entryId: 'entry-nr-1', facts: { size: '1 mm²' }, note: 'tight' },
    ])
    expect((await store.list()).find(({ name }) => name === 'Bad')!.trouble).toMatch(/not JSON/)
    expect(await store.load(gone)).toBeNull()
    expect(await store.restore(gone)).toBe(true)
    const lines = (content: string) => content.split('\n').sort()
    await store.remove(gone)
    expect(lines(await saved(other)).filter((each) => !each.includes('"Gone"'))).toEqual(
      lines(text).filter((each) => !each.includes('"Gone"')),
    )
  })

  it('changes nothing where it is here already, and comes in beside what differs', async () => {
    const { db, id } = await filled()
    const text = await saved(db)
    expect(await takeAll(db, text)).toMatchObject({ taken: { plans: 0, there: 3, entries: 0 } })
    await new PlanStore(db).edit(id, ambientEdit('edit-nr-9', 4, 40), 'anna')
    expect(await takeAll(db, text)).toMatchObject({ taken: { plans: 1, there: 2, beside: 1, entries: 1 } })
    expect(await new PlanStore(db).load(id)).toMatchObject({ stored: { plan: { site: { ambient_C: 40 } } } })
    expect((await new PlanStore(db).list()).filter(({ name }) => name === 'Kept')).toHaveLength(2)
  })

  it.each([
    ['cut off', (text: string) => text.slice(0, -40), /cut off|not JSON/],
    ['cut off at a line', (text: string) => text.split('\n').slice(0, 4).join('\n'), /cut off/],
    ['with a wounded line', (text: string) => text.replace('"revision":4', '"revision":"four"'), /number/],
    ['of something else', () => '{"format":"glad-rafter-plan"}', /not saved data/],
    ['of a later release', (text: string) => text.replace('"version":1', '"version":2'), /later release/],
    [
      'with a record of a plan that is not in it',
      (text: string) => text.replaceAll('"planId":"', '"planId":"x'),
      /not in the file/,
    ],
    ['empty', () => '', /is empty/],
  ])('%s is refused whole', async (_what, spoil, why) => {
    const { db } = await filled()
    const text = await saved(db)
    const other = await opened(`${file}.other`)
    const outcome = await takeAll(other, spoil(text))
    expect(outcome.kind).toBe('refused')
    if (outcome.kind === 'refused')
      expect(outcome.issues.map(({ path, message }) => `${path} ${message}`).join('; ')).toMatch(why)
    expect(await new PlanStore(other).list()).toEqual([])
  })
})
