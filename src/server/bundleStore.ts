import { randomBytes, randomUUID } from 'node:crypto'
import type { PlanSummary } from '@/core/plan'
import type { BundleContents } from '@/formats/bundle'
import type { Database } from './database'
import { putMissingParts } from './partStore'
import { MOST_OF_A_PLAN, removePhotoFile, writePhotoFile } from './photoStore'
import { PlanStore } from './planStore'
import { insertRows, sqlMoment } from './sql'
import { putMissingStock } from './workshopStore'

interface Taken {
  readonly plan: PlanSummary
  readonly entries: number
  readonly photos: number
}

export type TakenBundle =
  { readonly kind: 'taken'; readonly taken: Taken } | { readonly kind: 'refused'; readonly why: string }

/**
 * Takes an archive in, whole or not at all: the plan beside those that are here, its pictures under new names, parts and
 * stock where they are missing. The pictures' files are written first, so that no line of a logbook ever names one that
 * is not there; everything else is one transaction.
 */
export async function takeBundle(db: Database, contents: BundleContents, now = new Date()): Promise<TakenBundle> {
  if (contents.photos.length > MOST_OF_A_PLAN)
    return {
      kind: 'refused',
      why: `holds ${contents.photos.length} photographs; a plan may have ${MOST_OF_A_PLAN}`,
    }
  const names = new Map(contents.photos.map(({ id }) => [id, randomBytes(16).toString('hex')]))
  const photos = contents.photos.map((photo) => ({ ...photo, id: names.get(photo.id)! }))
  const logbook = contents.logbook.map((entry) => ({
    ...entry,
    photos: entry.photos.map((id) => names.get(id) ?? id),
  }))
  const id = randomUUID()
  try {
    for (const { id: name, type, bytes } of photos) await writePhotoFile(db.file, name, type, bytes)
    const { summary } = await db.write(async (_, writer) => {
      const created = await new PlanStore(db).createWithin(writer, contents.plan, { id, logbook })
      await insertRows(
        writer,
        'photos',
        photos.map(({ id: name, type, bytes }) => ({
          id: name,
          planId: id,
          type,
          size: bytes.byteLength,
          at: sqlMoment(now),
        })),
      )
      await putMissingParts(writer, contents.parts, now)
      await putMissingStock(writer, contents.stock, 'came with an archive', now)
      return created
    })
    return { kind: 'taken', taken: { plan: summary, entries: logbook.length, photos: photos.length } }
  } catch (error) {
    for (const { id: name, type } of photos) await removePhotoFile(db.file, name, type)
    throw error
  }
}
