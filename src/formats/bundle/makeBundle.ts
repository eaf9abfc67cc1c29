import { evaluate } from '@/core/evaluate'
import { labelsOf, PAPER_IDS } from '@/core/papers'
import { needsOf, shoppingList } from '@/core/workshop'
import { makeBook } from '../book'
import { labelCsv } from '../labels'
import { purchasesCsv } from '../purchasesCsv'
import { wireCsv } from '../wireCsv'
import { bundleZip, type BundleContents } from './bundle'

const WORDS = `plan-with-record.json, photos, parts.json and stock.json are read back by Glad Rafter: put this archive in on the shelf.
The rest is for people and other programs: book.pdf is the whole book; the .csv files are for spreadsheets and label printers.
`

/** The archive of all: what is read back, and what is read. */
export async function makeBundle(contents: BundleContents, revision: number): Promise<Uint8Array> {
  const { plan, stock } = contents
  const { reckoning, securing } = evaluate(plan)
  return bundleZip(contents, {
    'read-me.txt': WORDS,
    'book.pdf': await makeBook({
      plan,
      revision,
      log: contents.logbook,
      stock,
      photos: contents.photos,
      papers: PAPER_IDS,
      chosen: [],
      sheet: plan.site.region === 'NEC' ? 'Letter' : 'A4',
    }),
    'wires.csv': wireCsv(plan),
    'purchases.csv': purchasesCsv(shoppingList(needsOf(plan, reckoning, securing), stock)),
    'labels.csv': labelCsv(labelsOf(plan)),
  })
}
