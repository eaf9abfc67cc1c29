import * as z from 'zod'
import { clientId } from '@/core/plan/schema'
import { NEED_KINDS, type NeedKind } from './needKinds'

const kind = z.enum(Object.keys(NEED_KINDS) as [NeedKind, ...NeedKind[]])

const words = (most: number) =>
  z
    .string()
    .trim()
    .min(1, { error: 'must not be empty' })
    .max(most, { error: `must be ${most} characters or fewer` })
const amount = () => z.number({ error: 'must be a number' }).finite()

/** A thing of the stock: a bag, a spool, an offcut. Of what is cut, each length is a thing of its own. */
export const stockItem = z.strictObject({
  id: clientId,
  kind,
  /** As needs call it: "Wire 0.75 mm², red". */
  what: words(160),
  /** Sold in packs of so many, or of so many millimetres. */
  pack: amount().positive({ error: 'must be above 0' }).max(1e7).nullable(),
  /** Of a pack. */
  price: amount().min(0, { error: 'must be 0 or more' }).max(1e7).nullable(),
  supplier: words(80).nullable(),
  /** What was left of a spool or bar when something was cut from it. */
  isOffcut: z.boolean().default(false),
})
export type StockItem = z.output<typeof stockItem>

/** What came or went: pieces, or millimetres. */
export const stockMove = z.strictObject({
  moveId: clientId,
  itemId: clientId,
  amount: amount().min(-1e8).max(1e8),
  why: z.string().max(200, { error: 'must be 200 characters or fewer' }),
  planId: z.string().max(80).nullable(),
})
export type StockMove = z.output<typeof stockMove>

/** An item and what is there of it: the sum of its moves. */
export interface Stocked extends StockItem {
  readonly amount: number
}
