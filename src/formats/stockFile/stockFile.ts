import * as z from 'zod'
import { readWith, type Issue } from '@/core/calculator'
import { stockItem, type Stocked } from '@/core/workshop'

const FORMAT = 'glad-rafter-stock'
const VERSION = 1
const MOST = 5000

const file = z.strictObject({
  format: z.literal(FORMAT, { error: `must be "${FORMAT}"; this is not a stock file` }),
  version: z.literal(VERSION, { error: `must be ${VERSION}; a higher one was written by a later release` }),
  items: z
    .array(stockItem.extend({ amount: z.number({ error: 'must be a number' }).min(0).max(1e8) }))
    .max(MOST, { error: `must hold ${MOST} things or fewer` }),
})

/** The stock as a file of its own. */
export function stockFileText(items: readonly Stocked[]): string {
  return `${JSON.stringify({ format: FORMAT, version: VERSION, items: items.map((item) => ({ ...item, amount: Math.max(0, item.amount) })) }, null, 1)}\n`
}

export type ReadStockFile =
  | { readonly kind: 'file'; readonly items: readonly Stocked[] }
  | { readonly kind: 'refused'; readonly issues: readonly Issue[] }

export function readStockFile(value: unknown): ReadStockFile {
  const read = readWith(file, value)
  return read.kind === 'read' ? { kind: 'file', items: read.value.items } : read
}
