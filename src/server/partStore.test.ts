import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { CATALOGUE } from '@/core/catalogue'
import type { PartId } from '@/core/plan'
import { saveAll, takeAll } from './archive'
import { openDatabase, type Database } from './database'
import { PartStore } from './partStore'
import { run } from './sql'

let folder: string
let db: Database
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'rafter-parts-'))
  db = await openDatabase(join(folder, 'data.sqlite'))
})
afterEach(async () => {
  await db.close()
  rmSync(folder, { recursive: true })
})

const id = 'part:own-fan' as PartId
const fan = CATALOGUE['part:fan-24' as PartId]!

describe('the shelf of own parts', () => {
  it('keeps a part, counts its versions up, and not where nothing is other', async () => {
    const store = new PartStore(db)
    expect(await store.put([{ id, version: 1, part: fan }])).toMatchObject([{ id, version: 1 }])
    expect(await store.put([{ id, version: 1, part: fan }])).toMatchObject([{ version: 1 }])
    expect(await store.put([{ id, version: 1, part: { ...fan, name: 'Quiet fan' } }])).toMatchObject([{ version: 2 }])
    expect(await store.list()).toEqual([{ id, version: 2, part: { ...fan, name: 'Quiet fan' } }])
  })
  it('what is taken off it is gone from the list, and may come back', async () => {
    const store = new PartStore(db)
    await store.put([{ id, version: 1, part: fan }])
    expect(await store.remove(id)).toBe(true)
    expect(await store.remove(id)).toBe(false)
    expect(await store.list()).toEqual([])
    await store.put([{ id, version: 1, part: fan }])
    expect(await store.list()).toMatchObject([{ id, version: 2 }])
  })
  it('a damaged row hides nothing else', async () => {
    const store = new PartStore(db)
    await store.put([{ id, version: 1, part: fan }])
    await db.write((_, writer) =>
      run(
        writer,
        "INSERT INTO parts (id, name, version, document, updatedAt) VALUES ('part:own-x', 'x', 1, '{', '2026-01-01')",
      ),
    )
    expect(await store.list()).toMatchObject([{ id }])
  })
  it('goes with all data, and in again', async () => {
    await new PartStore(db).put([{ id, version: 1, part: fan }])
    const saved = await new Response(saveAll(db)).text()
    const other = await openDatabase(join(folder, 'other.sqlite'))
    try {
      expect((await takeAll(other, saved)).kind).toBe('taken')
      expect(await new PartStore(other).list()).toEqual([{ id, version: 1, part: fan }])
    } finally {
      await other.close()
    }
  })
})
