import type { Evaluation } from '@/core/evaluate'
import { labelsOf } from '@/core/papers'
import { needKey, needsOf, shoppingList } from '@/core/workshop'
import { labelCsv } from '../labels'
import { purchasesCsv } from '../purchasesCsv'
import { wireCsv } from '../wireCsv'
import { bundleZip, type BundleContents } from './bundle'

const WORDS = `plan-with-record.json, photos, parts.json and stock.json are read back by Glad Rafter: put this archive in on the shelf.
The rest is for people and other programs: book.pdf is the whole book; the .csv files are for spreadsheets and label printers.
`

/** The archive of all of a plan: what is read back, and what is read. Of own parts and stock it holds what this plan uses. */
export async function makeBundle(
  contents: BundleContents,
  { reckoning, securing }: Pick<Evaluation, 'reckoning' | 'securing'>,
  book: Uint8Array,
): Promise<Uint8Array> {
  const { plan, stock } = contents
  const needs = needsOf(plan, reckoning, securing)
  const needed = new Set(needs.map(({ key }) => key))
  return bundleZip(
    {
      ...contents,
      parts: contents.parts.filter(({ id }) => plan.parts[id] !== undefined),
      stock: stock.filter(({ kind, what }) => needed.has(needKey(kind, what))),
    },
    {
      'read-me.txt': WORDS,
      'book.pdf': book,
      'wires.csv': wireCsv(plan, reckoning.wires),
      'purchases.csv': purchasesCsv(shoppingList(needs, stock)),
      'labels.csv': labelCsv(labelsOf(plan)),
    },
  )
}
