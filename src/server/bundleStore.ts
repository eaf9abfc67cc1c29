import { randomBytes, randomUUID } from 'node:crypto'
import type { Issue } from '@/core/calculator'
import type { BundleContents } from '@/formats/bundle'
import type { Database } from './database'
import { PartStore } from './partStore'
import { PhotoStore } from './photoStore'
import { PlanStore } from './planStore'
import { StockStore } from './workshopStore'

type Taken =
  | {
      readonly kind: 'taken'
      readonly plan: unknown
      readonly entries: number
      readonly photos: number
    }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

/** Takes an archive in: the plan beside those that are here, its pictures under new names, parts and stock where they are missing. */
export async function takeBundle(db: Database, contents: BundleContents): Promise<Taken> {
  const names = new Map(contents.photos.map(({ id }) => [id, randomBytes(16).toString('hex')]))
  const logbook = contents.logbook.map((entry) => ({
    ...entry,
    photos: entry.photos.map((id) => names.get(id) ?? id),
  }))
  const id = randomUUID()
  const created = await new PlanStore(db).create(contents.plan, { id, logbook })
  if (created.kind === 'refused') return created
  const photos = new PhotoStore(db)
  for (const photo of contents.photos) await photos.put(id, photo.bytes, names.get(photo.id))
  const parts = new PartStore(db)
  const known = new Set((await parts.list()).map((part) => part.id))
  await parts.put(contents.parts.filter((part) => !known.has(part.id)))
  const stock = new StockStore(db)
  const here = new Set((await stock.list()).map((item) => item.id))
  const missing = contents.stock.filter((item) => !here.has(item.id))
  await stock.change(
    missing.map(({ id: itemId, kind, what, pack, price, supplier, isOffcut }) => ({
      id: itemId,
      kind,
      what,
      pack,
      price,
      supplier,
      isOffcut,
    })),
    missing.map((item) => ({
      moveId: randomUUID(),
      itemId: item.id,
      amount: item.amount,
      why: 'came with an archive',
      planId: id,
    })),
  )
  return { kind: 'taken', plan: created.summary, entries: logbook.length, photos: contents.photos.length }
}
