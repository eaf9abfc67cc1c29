import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PNG } from 'pngjs'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { COMMON_TOOL } from '@/core/termination'
import type { StockItem } from '@/core/workshop'
import { readBundle, makeBundle } from '@/formats/bundle'
import { DEMOS } from '@demo/scenarios'
import { saveAll, takeAll } from './archive'
import { takeBundle } from './bundleStore'
import { openDatabase, type Database } from './database'
import { Logbook } from './logbook'
import { PhotoStore } from './photoStore'
import { PlanStore } from './planStore'
import { StockStore, ToolStore } from './workshopStore'

let folder: string
let db: Database
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'rafter-stock-'))
  db = await openDatabase(join(folder, 'data.sqlite'))
})
afterEach(async () => {
  await db.close()
  rmSync(folder, { recursive: true })
})

const spool: StockItem = {
  id: '0f0f0f0f-0000-4000-8000-000000000001',
  kind: 'wire',
  what: 'Wire 0.75 mm², red',
  pack: 10_000,
  price: 6.5,
  supplier: 'the corner shop',
  isOffcut: false,
}
const move = (moveId: string, amount: number, itemId = spool.id) => ({
  moveId,
  itemId,
  amount,
  why: 'counted',
  planId: null,
})
const picture = () => PNG.sync.write(new PNG({ width: 8, height: 6 }))
const photoId = 'ab'.repeat(16)

async function savedText(of: Database): Promise<string> {
  const chunks: Uint8Array[] = []
  for await (const chunk of saveAll(of) as unknown as AsyncIterable<Uint8Array>) chunks.push(chunk)
  return Buffer.concat(chunks).toString('utf8')
}

describe('the stock', () => {
  it('is the sum of what came and went, and what is sent twice is written once', async () => {
    const store = new StockStore(db)
    await store.change([spool], [move('move-one', 10_000)])
    await store.change([], [move('move-two', -2400)])
    await store.change([], [move('move-two', -2400)])
    expect(await store.list()).toEqual([{ ...spool, amount: 7600 }])
  })
  it('refuses what came to a thing that is not there, and changes nothing', async () => {
    const store = new StockStore(db)
    expect(await store.change([], [move('move-one', 5, 'nothing')])).toMatchObject({ kind: 'refused' })
    expect(await store.list()).toEqual([])
  })
  it('brings things to what a file says, asked three times at once', async () => {
    const store = new StockStore(db)
    await store.change([spool], [move('move-one', 40)])
    await Promise.all([1, 2, 3].map(() => store.bringTo([{ ...spool, amount: 100 }], 'from a file')))
    expect(await store.list()).toEqual([{ ...spool, amount: 100 }])
    await store.remove(spool.id)
    await store.bringTo([{ ...spool, amount: 70 }], 'from a file')
    expect(await store.list()).toEqual([{ ...spool, amount: 70 }])
  })
  it('a piece that is not there any more is not cut again, and says who took it', async () => {
    const store = new StockStore(db)
    await new PlanStore(db).create({ ...DEMOS['clay-printer']!(), name: 'Kiln' }, { id: 'kiln' })
    await store.change([spool], [move('move-one', 2000)])
    const cut = (moveId: string, offcut: string) =>
      store.change(
        [{ ...spool, id: offcut, isOffcut: true }],
        [
          { ...move(moveId, -2000), planId: 'kiln', why: 'cut for W1' },
          { ...move(`${moveId}-left`, 600, offcut), planId: 'kiln' },
        ],
      )
    expect(await cut('move-cut-a', 'offcut-a')).toEqual({ kind: 'changed' })
    // Sent once more, since its answer got lost: it is the same cut.
    expect(await cut('move-cut-a', 'offcut-a')).toEqual({ kind: 'changed' })
    expect(await cut('move-cut-b', 'offcut-b')).toMatchObject({
      kind: 'refused',
      why: 'Wire 0.75 mm², red: 2000 are taken and 0 are there; the plan “Kiln” took 2000 of it (cut for W1)',
    })
    expect((await store.list()).map(({ id, amount }) => [id, amount])).toEqual([
      [spool.id, 0],
      ['offcut-a', 600],
    ])
  })
  it('what is taken off the list is gone from it', async () => {
    const store = new StockStore(db)
    await store.change([spool], [move('move-one', 1)])
    expect(await store.remove(spool.id)).toBe(true)
    expect(await store.list()).toEqual([])
    expect(await store.remove(spool.id)).toBe(false)
  })
})

describe('own tools', () => {
  it('stay, change and go', async () => {
    const store = new ToolStore(db)
    await store.put(COMMON_TOOL, 'tool-1')
    await store.put({ ...COMMON_TOOL, name: 'Mine' }, 'tool-1')
    expect(await store.list()).toEqual([{ id: 'tool-1', tool: { ...COMMON_TOOL, name: 'Mine' } }])
    expect(await store.remove('tool-1')).toBe(true)
    expect(await store.list()).toEqual([])
  })
})

describe('photographs', () => {
  const withPlan = async (of: Database) => {
    const created = await new PlanStore(of).create(DEMOS['clay-printer']!(), { id: 'clay' })
    expect(created.kind).toBe('created')
    return new PhotoStore(of)
  }
  it('are files beside the data, kept once, of their own plan alone', async () => {
    const photos = await withPlan(db)
    expect(await photos.put('clay', picture(), photoId)).toEqual({ kind: 'put', id: photoId })
    expect(await photos.put('clay', picture(), photoId)).toEqual({ kind: 'put', id: photoId })
    expect(readdirSync(join(folder, 'photos'))).toEqual([`${photoId}.png`])
    expect((await photos.get('clay', photoId))!.type).toBe('image/png')
    expect(await photos.get('other', photoId)).toBeNull()
    expect(await photos.put('nowhere', picture())).toEqual({ kind: 'no-plan' })
  })
  it.each(['../../../etc/passwd', 'AB', '', 'ab'.repeat(17)])('a name such as %j opens no file', async (name) => {
    const photos = await withPlan(db)
    expect(await photos.put('clay', picture(), name)).toMatchObject({ kind: 'refused' })
    expect(await photos.get('clay', name)).toBeNull()
  })
  it('what is no picture is refused', async () => {
    const photos = await withPlan(db)
    for (const bytes of [Buffer.from('<svg onload=alert(1)>'), Buffer.alloc(0), picture().subarray(0, 30)])
      expect(await photos.put('clay', bytes)).toMatchObject({ kind: 'refused' })
  })
  it('survive a restart, and come back from saved data and from an archive of the plan', async () => {
    const photos = await withPlan(db)
    await photos.put('clay', picture(), photoId)
    await new Logbook(db).append('clay', {
      entryId: 'entry-0001',
      step: 'mount:device:ps1',
      kind: 'noted',
      note: 'so',
      photos: [photoId],
    })
    await new StockStore(db).change([spool], [move('move-one', 500)])
    await db.close()
    db = await openDatabase(join(folder, 'data.sqlite'))
    const kept = (await new PhotoStore(db).get('clay', photoId))!
    expect(kept.bytes.length).toBeGreaterThan(30)

    const other = mkdtempSync(join(tmpdir(), 'rafter-other-'))
    const fresh = await openDatabase(join(other, 'data.sqlite'))
    try {
      expect((await takeAll(fresh, await savedText(db))).kind).toBe('taken')
      expect((await new PhotoStore(fresh).get('clay', photoId))!.bytes.equals(kept.bytes)).toBe(true)
      expect(await new StockStore(fresh).list()).toEqual([{ ...spool, amount: 500 }])

      const { stored } = (await new PlanStore(db).load('clay')) as Extract<
        Awaited<ReturnType<PlanStore['load']>>,
        { kind: 'plan' }
      >
      const zip = await makeBundle(
        {
          plan: stored.plan,
          logbook: (await new Logbook(db).read('clay'))!,
          photos: await new PhotoStore(db).ofPlan('clay'),
          parts: [],
          stock: await new StockStore(db).list(),
        },
        evaluate(stored.plan, []),
        new Uint8Array(),
      )
      const read = readBundle(zip)
      if (read.kind === 'refused') throw new Error(JSON.stringify(read.issues))
      expect(read.plan).toEqual(stored.plan)
      // Into the same data file: beside what is here, its picture under a name of its own.
      const taken = await takeBundle(db, read)
      if (taken.kind === 'refused') throw new Error('refused')
      const { id } = taken.taken.plan
      const [entry] = (await new Logbook(db).read(id))!
      expect(entry!.photos).toHaveLength(1)
      expect(entry!.photos[0]).not.toBe(photoId)
      expect((await new PhotoStore(db).get(id, entry!.photos[0]!))!.bytes.equals(kept.bytes)).toBe(true)
      // What is in the stock already is not there twice.
      expect(await new StockStore(db).list()).toEqual([{ ...spool, amount: 500 }])
    } finally {
      await fresh.close()
      rmSync(other, { recursive: true })
    }
  })
})

describe('the logbook', () => {
  it('keeps minutes, meter, pictures and what was made otherwise', async () => {
    await new PlanStore(db).create(DEMOS['clay-printer']!(), { id: 'clay' })
    const log = new Logbook(db)
    const deviation = { what: 'length' as const, wire: 'wire:w27' as never, length_mm: 640 }
    await log.append('clay', {
      entryId: 'entry-0001',
      step: 'wire:wire:w27',
      kind: 'signed',
      took_min: 4.5,
      meter: 'bench meter',
      photos: [photoId],
      deviation,
    })
    expect((await log.read('clay'))![0]).toMatchObject({
      took_min: 4.5,
      meter: 'bench meter',
      photos: [photoId],
      deviation,
      note: '',
    })
  })
})
