import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'
import type { Issue } from '@/core/calculator'
import type { OwnPart } from '@/core/ownParts'
import { partsDocument, readParts } from '@/core/ownParts'
import type { Plan } from '@/core/plan'
import type { LogEntry } from '@/core/procedure'
import type { Stocked } from '@/core/workshop'
import type { BookPhoto } from '../book'
import { planFileText, readPlanFile } from '../planFile'
import { readPicture } from '../photo'
import { readStockFile, stockFileText } from '../stockFile'

/** Everything of a plan in one archive: what is read back, and beside it what other programs and people read. */
export interface BundleContents {
  readonly plan: Plan
  readonly logbook: readonly LogEntry[]
  readonly photos: readonly BookPhoto[]
  readonly parts: readonly OwnPart[]
  readonly stock: readonly Stocked[]
}

const RECORD = 'plan-with-record.json'
const PARTS = 'parts.json'
const STOCK = 'stock.json'
const PHOTO = /^photos\/([0-9a-f]{32})\.(jpg|png)$/
/** A small archive that unpacks to more is not one of ours. */
const MOST_BYTES = 200_000_000
const MOST_FILES = 2000

/** @param others files for people and other programs: the book, lists, labels */
export function bundleZip(
  { plan, logbook, photos, parts, stock }: BundleContents,
  others: Readonly<Record<string, Uint8Array | string>>,
): Uint8Array {
  const asBytes = (value: Uint8Array | string) => (typeof value === 'string' ? strToU8(value) : value)
  const files: Zippable = {
    [RECORD]: strToU8(planFileText(plan, logbook)),
    [STOCK]: strToU8(stockFileText(stock)),
  }
  if (parts.length > 0) files[PARTS] = strToU8(`${JSON.stringify(partsDocument(parts), null, 1)}\n`)
  // Pictures are packed already.
  for (const { id, type, bytes } of photos)
    files[`photos/${id}.${type === 'image/jpeg' ? 'jpg' : 'png'}`] = [bytes, { level: 0 }]
  for (const [name, value] of Object.entries(others)) files[name] = asBytes(value)
  // Same contents, same file: an archive of this kind knows no moment before 1980.
  return zipSync(files, { mtime: new Date(Date.UTC(1980, 0, 2)) })
}

export type ReadBundle =
  ({ readonly kind: 'bundle' } & BundleContents) | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

const refused = (path: string, message: string): ReadBundle => ({ kind: 'refused', issues: [{ path, message }] })

/** Reads an archive back, whole or not at all. Names in it choose nothing but which kind of file it is. */
export function readBundle(bytes: Uint8Array): ReadBundle {
  let files: Readonly<Record<string, Uint8Array>>
  let size = 0
  let count = 0
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name !== RECORD && name !== PARTS && name !== STOCK && !PHOTO.test(name)) return false
        size += originalSize
        count += 1
        if (size > MOST_BYTES || count > MOST_FILES) throw new Error('too large')
        return true
      },
    })
  } catch {
    return refused('', 'is no archive that can be unpacked, or one that is too large')
  }
  const record = files[RECORD]
  if (!record) return refused(RECORD, 'is not in this archive')
  const json = (name: string): unknown => {
    try {
      return JSON.parse(strFromU8(files[name]!))
    } catch {
      return undefined
    }
  }
  const plan = readPlanFile(json(RECORD))
  if (plan.kind === 'refused') return { kind: 'refused', issues: plan.issues.map(inside(RECORD)) }
  const parts = files[PARTS] ? readParts(json(PARTS)) : null
  if (parts?.kind === 'refused') return { kind: 'refused', issues: parts.issues.map(inside(PARTS)) }
  const stock = files[STOCK] ? readStockFile(json(STOCK)) : null
  if (stock?.kind === 'refused') return { kind: 'refused', issues: stock.issues.map(inside(STOCK)) }
  const photos: BookPhoto[] = []
  for (const [name, own] of Object.entries(files)) {
    const match = PHOTO.exec(name)
    if (!match) continue
    const read = readPicture(own)
    if (read.kind === 'refused') return refused(name, read.why)
    photos.push({ id: match[1]!, type: read.type, bytes: read.bytes })
  }
  return {
    kind: 'bundle',
    plan: plan.plan,
    logbook: plan.logbook,
    photos,
    parts: parts?.parts ?? [],
    stock: stock?.items ?? [],
  }
}

const inside =
  (file: string) =>
  ({ path, message }: Issue): Issue => ({ path: path ? `${file}, ${path}` : file, message })
