import { CATALOGUE } from '@/core/catalogue'
import { readKitList } from '@/core/cables/kitList'
import { readWith, type Issue } from '@/core/calculator'
import { partsDocument, readParts } from '@/core/ownParts'
import { emptyPlan, type PartId } from '@/core/plan'
import { COMMON_TOOL, toolProfile } from '@/core/termination'
import { stockItem } from '@/core/workshop'
import { bundleZip, readBundle } from '@/formats/bundle'
import { readPicture } from '@/formats/photo'
import { readError, readFigure, readIdentity } from '@/formats/scpi'
import { readStockFile, stockFileText } from '@/formats/stockFile'
import { readSaved } from '@/server/archive/readSaved'
import { PNG } from 'pngjs'
import { mutated } from './mutate'
import type { Random } from './random'

const json = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const at = '2026-01-05T10:00:00.000Z'
const picture = PNG.sync.write(new PNG({ width: 6, height: 5 }))
const plan = emptyPlan('Saved', 'IEC')
const spool = {
  id: 'spool-nr-1',
  kind: 'wire' as const,
  what: 'Wire 1 mm², blue',
  pack: null,
  price: null,
  supplier: null,
  isOffcut: false,
}
const entry = {
  entryId: 'entry-nr-1',
  step: 'mount:device:ps1',
  kind: 'signed' as const,
  facts: { part: 'x' },
  reading: 24.1,
  unit: 'V',
  note: 'tight',
  at,
  took_min: null,
  meter: null,
  doneBy: null,
  verdict: null,
  photos: ['ab'.repeat(16)],
  deviation: null,
}
const ownParts = [{ id: 'part:own-fan' as PartId, version: 1, part: CATALOGUE['part:fan-24' as PartId]! }]

const LINES: readonly unknown[] = [
  { format: 'glad-rafter-data', version: 1, savedAt: at },
  {
    plan: {
      id: 'saved',
      name: plan.name,
      document: JSON.stringify(plan),
      revision: 2,
      createdAt: at,
      updatedAt: at,
      deletedAt: null,
      lastEdit: 'edit-nr-1',
    },
  },
  {
    edit: {
      planId: 'saved',
      revision: 2,
      editId: 'edit-nr-1',
      kind: 'edit',
      label: 'Warmer',
      commands: JSON.stringify([{ type: 'setSite', changes: { ambient_C: 30 } }]),
      patches: JSON.stringify([{ op: 'replace', path: ['site', 'ambient_C'], value: 30 }]),
      inverse: JSON.stringify([{ op: 'replace', path: ['site', 'ambient_C'], value: 25 }]),
      target: null,
      at,
      author: '',
      under: null,
      format: plan.version,
    },
  },
  { stack: { planId: 'saved', author: '', undoTop: 2, redoTop: null } },
  { log: { ...entry, planId: 'saved', facts: JSON.stringify(entry.facts), photos: JSON.stringify(entry.photos) } },
  {
    photo: {
      id: 'ab'.repeat(16),
      planId: 'saved',
      type: 'image/png',
      size: picture.length,
      at,
      data: picture.toString('base64'),
    },
  },
  { stock: { id: spool.id, document: JSON.stringify(spool), updatedAt: at, deletedAt: null } },
  { move: { moveId: 'move-nr-1', itemId: spool.id, amount: 5000, why: 'came', planId: null, at } },
  { tool: { id: 'tool-nr-1', document: JSON.stringify(COMMON_TOOL), updatedAt: at, deletedAt: null } },
  { part: { ...ownParts[0], name: 'x', document: JSON.stringify(ownParts[0]!.part), updatedAt: at, deletedAt: null } },
  { end: { lines: 9 } },
].map((line) => ('part' in line ? { part: { ...(line.part as object), part: undefined } } : line))

const ARCHIVE = bundleZip(
  {
    plan,
    logbook: [entry],
    photos: [{ id: 'ab'.repeat(16), type: 'image/png', bytes: new Uint8Array(picture) }],
    parts: ownParts,
    stock: [{ ...spool, amount: 5 }],
  },
  {},
)

/** Some bytes of a file other than they were, or its end gone. */
function wounded(bytes: Uint8Array, random: Random): Uint8Array {
  const own = bytes.slice(0, random.below(8) === 0 ? random.below(bytes.length) : bytes.length)
  for (let i = 0; i <= random.below(6) && own.length > 0; i += 1) own[random.below(own.length)] = random.below(256)
  return own
}

/** What a file cannot hold at all is as good as nothing. */
function asText(value: unknown): string {
  try {
    return JSON.stringify(value) ?? ''
  } catch {
    return ''
  }
}

type Check = (issues: readonly Issue[]) => void

/** Saved data with a wounded line: taken, with what was left out named, or refused with the line. */
function saved(random: Random, check: Check): void {
  const wound = random.below(LINES.length)
  const text = LINES.map((line, i) => (i === wound ? asText(mutated(json(line), random)) : JSON.stringify(line))).join(
    '\n',
  )
  const read = readSaved(random.below(12) === 0 ? text.slice(0, random.below(text.length)) : text, () => undefined)
  if (read.kind === 'refused') return check(read.issues)
  if (read.leftOut.count > 0) check(read.leftOut.issues)
}

/** All that comes in as a file or over a line, besides plans. */
export const FILE_CASES: readonly ((random: Random, check: Check) => void)[] = [
  saved,
  (random, check) => {
    const read = readBundle(wounded(ARCHIVE, random))
    if (read.kind === 'refused') check(read.issues)
  },
  (random, check) => {
    const read = readStockFile(mutated(JSON.parse(stockFileText([{ ...spool, amount: 5 }])), random))
    if (read.kind === 'refused') check(read.issues)
  },
  (random, check) => {
    const read = readParts(mutated(json(partsDocument(ownParts)), random))
    if (read.kind === 'refused') check(read.issues)
  },
  (random, check) => {
    const [schema, sample] = random.pick([
      [toolProfile, COMMON_TOOL],
      [stockItem, spool],
    ] as const)
    const read = readWith(schema, mutated(json(sample), random))
    if (read.kind === 'refused') check(read.issues)
  },
  (random, check) => {
    const list =
      'label,length_mm,cores,connector_a,connector_b\nX-motor,1000,4,2.5 mm pitch,bare\nFan,600,2,2.5 mm,2.5 mm\n'
    const read = readKitList(Buffer.from(wounded(Buffer.from(list), random)).toString())
    if (read.kind === 'refused') check(read.issues)
  },
  (random) => void readPicture(wounded(picture, random)),
  (random) => {
    const said = Buffer.from(wounded(Buffer.from('Bench,Meter,12,1.0\n+1.23400000E+01,"No error"'), random)).toString()
    for (const line of said.split('\n')) {
      readIdentity(line)
      readError(line)
      const value = readFigure(line)
      if (value !== null && typeof value !== 'number') throw new Error('a figure that is none')
    }
  },
]
