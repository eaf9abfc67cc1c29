import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PNG } from 'pngjs'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { CATALOGUE } from '@/core/catalogue'
import { emptyPlan, type PartId } from '@/core/plan'
import { COMMON_TOOL } from '@/core/termination'
import { faultsOf } from '../../../tests/torture/dataFiles'
import { takeBundle } from '../bundleStore'
import { openDatabase, type Database } from '../database'
import { Logbook } from '../logbook'
import { PartStore } from '../partStore'
import { PhotoStore } from '../photoStore'
import { PlanStore } from '../planStore'
import { run } from '../sql'
import { StockStore, ToolStore } from '../workshopStore'
import { removeHalfTaken, saveAll, takeAll } from '.'
import { ambientEdit } from '../../../tests/ambientEdit'

let folder: string
const open: Database[] = []
const opened = async (name: string) => {
  mkdirSync(join(folder, name))
  const db = await openDatabase(join(folder, name, 'data.sqlite'))
  open.push(db)
  return db
}
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'rafter-saved-'))
})
afterEach(async () => {
  for (const db of open.splice(0)) await db.close()
  rmSync(folder, { recursive: true })
})

const saved = (db: Database) => new Response(saveAll(db)).text()
const picture = (width = 8) => PNG.sync.write(new PNG({ width, height: 6 }))
const LONG = 'x'.repeat(100_000)
const photoId = 'ab'.repeat(16)
/** A plan with an edit, a photograph named in its logbook, a spool, a tool and an own part. */
async function filled(name: string, planId: string, bytes = picture()): Promise<Database> {
  const db = await opened(name)
  const plans = new PlanStore(db)
  await plans.create(emptyPlan('Kept', 'IEC'), { id: planId })
  await plans.edit(planId, ambientEdit('edit-nr-1', 1, 30))
  await new PhotoStore(db).put(planId, bytes, photoId)
  await new Logbook(db).append(planId, {
    entryId: 'entry-nr-1',
    step: 'mount:device:ps1',
    kind: 'noted',
    note: 'so',
    photos: [photoId],
  })
  const spool = { id: 'spool-nr-1', kind: 'wire', what: 'Wire 1 mm², blue', pack: null, price: null } as const
  await new StockStore(db).change(
    [{ ...spool, supplier: null, isOffcut: false }],
    [{ moveId: 'move-nr-1', itemId: spool.id, amount: 5000, why: 'came', planId: null }],
  )
  await new ToolStore(db).put(COMMON_TOOL, 'tool-nr-1')
  await new PartStore(db).put([{ id: 'part:own-fan' as PartId, version: 1, part: CATALOGUE['part:fan-24' as PartId]! }])
  return db
}

/** One line of the file, changed. */
const withLine = (text: string, kind: string, change: (record: Record<string, unknown>) => unknown): string =>
  text
    .split('\n')
    .map((line) => {
      const value = line === '' ? null : (JSON.parse(line) as Record<string, Record<string, unknown>>)
      return value && kind in value ? JSON.stringify({ [kind]: change(value[kind]!) }) : line
    })
    .join('\n')

const takenOf = async (db: Database, text: string) => {
  const outcome = await takeAll(db, text)
  if (outcome.kind === 'refused') throw new Error(JSON.stringify(outcome.issues))
  return outcome.taken
}

describe('saved data taken in', () => {
  it('leaves a photograph that is here as it is when a stranger’s file names its id, and keeps theirs beside it', async () => {
    const mine = await filled('mine', 'mine', picture(8))
    const theirs = await filled('theirs', 'theirs', picture(50))
    const before = (await new PhotoStore(mine).get('mine', photoId))!.bytes
    expect(await takenOf(mine, await saved(theirs))).toMatchObject({ plans: 1, photos: 1 })
    expect((await new PhotoStore(mine).get('mine', photoId))!.bytes.equals(before)).toBe(true)
    // The line of the logbook follows the name that was given anew.
    const [entry] = (await new Logbook(mine).read('theirs'))!
    expect(entry!.photos[0]).not.toBe(photoId)
    const kept = await new PhotoStore(mine).get('theirs', entry!.photos[0]!)
    expect(PNG.sync.read(kept!.bytes).width).toBe(50)
  })

  it('a plan that comes in beside another has its pictures', async () => {
    const db = await filled('one', 'kiln')
    const text = await saved(db)
    await new PlanStore(db).edit('kiln', ambientEdit('edit-nr-2', 2, 35))
    expect(await takenOf(db, text)).toMatchObject({ plans: 1, beside: 1, photos: 1 })
    const beside = (await new PlanStore(db).list()).find(({ id }) => id !== 'kiln')!
    const [entry] = (await new Logbook(db).read(beside.id))!
    expect(await new PhotoStore(db).get(beside.id, entry!.photos[0]!)).not.toBeNull()
    expect(await new PhotoStore(db).get('kiln', photoId)).not.toBeNull()
  })

  it('taken in a second time it adds nothing, whatever was done to what came in', async () => {
    const db = await filled('one', 'kiln')
    const text = await saved(db)
    await new PlanStore(db).edit('kiln', ambientEdit('edit-nr-2', 2, 35))
    await takenOf(db, text)
    const beside = (await new PlanStore(db).list()).find(({ id }) => id !== 'kiln')!
    await new PlanStore(db).edit(beside.id, ambientEdit('edit-nr-3', 2, 41))
    const [state, files] = [await saved(db), readdirSync(join(folder, 'one', 'photos'))]
    expect(await takenOf(db, text)).toMatchObject({ plans: 0, beside: 0, entries: 0, photos: 0 })
    // But for the moment of saving, the data is what it was.
    expect((await saved(db)).split('\n').slice(1)).toEqual(state.split('\n').slice(1))
    expect(readdirSync(join(folder, 'one', 'photos'))).toEqual(files)
  })

  it('what is here stays: stock, tools and own parts of a file that says it is later change nothing', async () => {
    const mine = await filled('mine', 'mine')
    let text = await saved(await filled('theirs', 'theirs'))
    const later = '2099-01-01T00:00:00.000Z'
    text = withLine(text, 'stock', (record) => ({
      ...record,
      document: (record.document as string).replace('blue', 'grey'),
      updatedAt: later,
    }))
    text = withLine(text, 'move', (record) => ({ ...record, moveId: 'move-nr-9', amount: 77 }))
    text = withLine(text, 'tool', (record) => ({ ...record, updatedAt: later, deletedAt: later }))
    text = withLine(text, 'part', (record) => ({ ...record, version: 9, deletedAt: later }))
    const before = await Promise.all([
      new StockStore(mine).list(),
      new ToolStore(mine).list(),
      new PartStore(mine).list(),
    ])
    await takenOf(mine, text)
    const after = await Promise.all([
      new StockStore(mine).list(),
      new ToolStore(mine).list(),
      new PartStore(mine).list(),
    ])
    expect(after).toEqual(before)
  })

  it('a picture loses what is said about it, like one that comes by itself', async () => {
    const text = await saved(await filled('theirs', 'theirs'))
    const told = Buffer.concat([
      picture().subarray(0, 33),
      Buffer.from([0, 0, 0, 14]),
      Buffer.from('tEXtplace\x0052.1 N !'),
      Buffer.from([0, 0, 0, 0]),
      picture().subarray(33),
    ])
    const db = await opened('mine')
    await takenOf(
      db,
      withLine(text, 'photo', (record) => ({ ...record, data: told.toString('base64') })),
    )
    const [file] = readdirSync(join(folder, 'mine', 'photos'))
    expect(readFileSync(join(folder, 'mine', 'photos', file!)).toString('latin1')).not.toMatch(/52\.1/)
  })

  it.each([
    ['log', { facts: 'no JSON' }, /line \d+, log\.facts/],
    ['log', { photos: '["../../x"]' }, /line \d+, log\.photos/],
    ['log', { deviation: '{"what":"everything"}' }, /line \d+, log\.deviation/],
    ['log', { note: LONG }, /line \d+, log\.note must be 2000/],
    ['stock', { document: '{}' }, /line \d+, stock/],
    ['move', { itemId: 'nothing-here' }, /line \d+, move\.itemId names nothing-here/],
    ['tool', { document: '[]' }, /line \d+, tool/],
    ['part', { document: '{"name":"x"}' }, /line \d+, part/],
    ['photo', { data: Buffer.from('no picture').toString('base64') }, /line \d+, photo .* is no picture/],
    ['photo', { id: '../../x' }, /line \d+, photo\.id must be 32 hexadecimal/],
  ])(
    'leaves a %s line that is wrong (case %#) out and says so; the rest comes in and can be read',
    async (kind, wrong, words) => {
      const text = withLine(await saved(await filled('theirs', 'theirs')), kind, (record) => ({ ...record, ...wrong }))
      const db = await opened('mine')
      const { leftOut, plans } = await takenOf(db, text)
      expect(plans).toBe(1)
      expect(leftOut.count).toBeGreaterThan(0)
      expect(leftOut.issues.map(({ path, message }) => `${path} ${message}`).join('; ')).toMatch(words)
      expect(await new Logbook(db).read('theirs')).toHaveLength(kind === 'log' ? 0 : 1)
      await saved(db)
    },
  )

  it.each([
    ['plan', { name: LONG }, /plan\.name must be 80/],
    ['plan', { id: '../../x' }, /plan\.id must be up to 80 letters/],
    ['plan', { revision: 9007199254740991 }, /plan\.revision must be 999,999,999 or less/],
    ['plan', { revision: 7 }, /plan\.revision is 7, and “Kept” comes with 1 edits/],
    ['plan', { lastEdit: 'another-edit' }, /its last edit is not the one/],
    ['edit', { patches: '{}' }, /edit\.patches must be a list of patches/],
    ['edit', { inverse: '[{"op":"rename","path":[]}]' }, /edit\.inverse must be a list of patches/],
    ['edit', { revision: 3 }, /edit\.revision 3 is not one of the history/],
    ['stack', { undoTop: 9 }, /stands on an edit that is not in the file/],
    ['log', { planId: 'elsewhere' }, /plan elsewhere, which is not in the file/],
  ])('is refused whole where a %s line is wrong (case %#), and names the line', async (kind, wrong, words) => {
    const text = withLine(await saved(await filled('theirs', 'theirs')), kind, (record) => ({ ...record, ...wrong }))
    const db = await opened('mine')
    const outcome = await takeAll(db, text)
    if (outcome.kind !== 'refused') throw new Error('taken')
    expect(outcome.issues.map(({ path, message }) => `${path} ${message}`).join('; ')).toMatch(words)
    expect(outcome.issues[0]!.path).toMatch(/^line \d+/)
    expect(await new PlanStore(db).list()).toEqual([])
  })

  it('an edit whose commands cannot be read keeps its change, and says so', async () => {
    const text = withLine(await saved(await filled('theirs', 'theirs')), 'edit', (record) => ({
      ...record,
      commands: '[{"type":"nonsense"}]',
    }))
    const db = await opened('mine')
    expect((await takenOf(db, text)).leftOut.issues[0]!.path).toMatch(/^line \d+, edit\.commands$/)
    expect(
      await new PlanStore(db).edit('theirs', { kind: 'undo', editId: 'undo-nr-1', baseRevision: 2 }),
    ).toMatchObject({
      kind: 'committed',
    })
  })

  it('100,000 moves of an unknown thing are left out, counted, and told up to twenty', async () => {
    const lines = (await saved(await filled('theirs', 'theirs'))).trim().split('\n')
    const at = '2026-01-05T10:00:00.000Z'
    const stray = Array.from({ length: 100_000 }, (_, i) =>
      JSON.stringify({
        move: { moveId: `stray-move-${i}`, itemId: 'nothing-here', amount: 1, why: '', planId: null, at },
      }),
    )
    const text = [...lines.slice(0, -1), ...stray, JSON.stringify({ end: { lines: lines.length - 2 + stray.length } })]
    const { leftOut } = await takenOf(await opened('mine'), text.join('\n'))
    expect(leftOut.count).toBe(100_000)
    expect(leftOut.issues).toHaveLength(20)
  })

  it('with 3,000 edits others write in between, and it is whole', async () => {
    const db = await opened('theirs')
    const plans = new PlanStore(db)
    await plans.create(emptyPlan('Long', 'IEC'), { id: 'long' })
    for (let i = 0; i < 3000; i += 1) await plans.edit('long', ambientEdit(`edit-number-${i}`, i + 1, i % 40))
    const mine = await filled('mine', 'mine')
    let isDone = false
    const taking = takenOf(mine, await saved(db)).finally(() => (isDone = true))
    let writes = 0
    while (!isDone) {
      await new Logbook(mine).append('mine', { entryId: `entry-among-${writes}`, step: 's', kind: 'noted', note: 'x' })
      // Not there before all of it is.
      if (!isDone) expect((await new PlanStore(mine).list()).length).toBeLessThanOrEqual(2)
      writes += 1
    }
    expect((await taking).plans).toBe(1)
    expect(writes).toBeGreaterThan(3)
    expect((await new PlanStore(mine).standing('long'))!.revision).toBe(3001)
    await mine.close()
    open.splice(open.indexOf(mine), 1)
    expect(await faultsOf(join(folder, 'mine', 'data.sqlite'))).toEqual([])
  })

  it('cut off by a crash it leaves nothing behind that shows, and is taken away at the next start', async () => {
    const db = await filled('mine', 'mine')
    await db.write(async (_, writer) => {
      const columns = 'id, name, document, revision, createdAt, updatedAt, deletedAt, lastEdit, createId'
      await run(
        writer,
        `INSERT INTO plans (${columns}) SELECT 'half', name, document, 5, createdAt, updatedAt, createdAt, '', 'coming in: half' FROM plans`,
      )
      await run(
        writer,
        `INSERT INTO edits (planId, revision, editId, kind, label, commands, patches, inverse, at, author, format)
         SELECT 'half', 2, 'edit-half', kind, label, commands, patches, inverse, at, author, format FROM edits`,
      )
    })
    const plans = new PlanStore(db)
    expect((await plans.list()).map(({ id }) => id)).toEqual(['mine'])
    expect(await plans.restore('half')).toBe(false)
    expect(await saved(db)).not.toContain('half')
    await db.write((_, writer) => removeHalfTaken(writer))
    expect(await plans.raw('half')).toBeNull()
    expect(await plans.raw('mine')).not.toBeNull()
  })
})

describe('an archive of a plan', () => {
  const photos = (count: number) =>
    Array.from({ length: count }, (_, i) => ({
      id: i.toString(16).padStart(32, '0'),
      type: 'image/png' as const,
      bytes: new Uint8Array(picture()),
    }))
  const contents = (count: number) => ({
    plan: emptyPlan('Archived', 'IEC'),
    logbook: [],
    photos: photos(count),
    parts: [],
    stock: [],
  })

  it('of which a statement fails leaves neither plan nor pictures', async () => {
    let isFailing = false
    mkdirSync(join(folder, 'failing'))
    const file = join(folder, 'failing', 'data.sqlite')
    const db = await openDatabase(file, {
      beforeStatement(sql) {
        if (isFailing && sql.includes('INTO photos'))
          throw Object.assign(new Error('SQLITE_IOERR'), { code: 'SQLITE_IOERR' })
      },
    })
    open.push(db)
    isFailing = true
    await expect(takeBundle(db, contents(3))).rejects.toThrow()
    isFailing = false
    expect(await new PlanStore(db).list()).toEqual([])
    const left = join(folder, 'failing', 'photos')
    expect(existsSync(left) ? readdirSync(left) : []).toEqual([])
  })

  it('with more photographs than a plan may have is refused, not cut', async () => {
    const db = await opened('one')
    expect(await takeBundle(db, contents(401))).toEqual({
      kind: 'refused',
      why: 'holds 401 photographs; a plan may have 400',
    })
    expect(await new PlanStore(db).list()).toEqual([])
    const taken = await takeBundle(db, contents(20))
    expect(taken).toMatchObject({ kind: 'taken', taken: { photos: 20 } })
    const file = join(folder, 'one', 'photos')
    expect(readdirSync(file)).toHaveLength(20)
    // Readable by its owner alone.
    expect(statSync(join(file, readdirSync(file)[0]!)).mode & 0o077).toBe(0)
  })
})
