import { cutPlanOf } from './cutList'
import type { Need } from './needs'
import { needKey, type NeedKind } from './needKinds'
import type { Stocked } from './stock'

/** One line of the list to buy by. */
export interface Purchase {
  readonly key: string
  readonly kind: NeedKind
  readonly what: string
  readonly unit: 'mm' | 'pcs'
  readonly needs: number
  readonly spare: number
  readonly why: string
  readonly has: number
  /** Rounded up to packs. */
  readonly buys: number
  readonly packs: number
  readonly pack: number
  readonly price: number | null
  /** Of all packs; null where no price is known. */
  readonly cost: number | null
  readonly supplier: string | null
}

/** As sold where the stock says nothing; common practice. */
const PACK: Partial<Readonly<Record<NeedKind, number>>> = { end: 50, hold: 50, screw: 20 }

/** What a plan needs, what is there, and what is to buy: spares where one spoils some, whole packs. */
export function shoppingList(needs: readonly Need[], stock: readonly Stocked[]): readonly Purchase[] {
  return needs.map((need): Purchase => {
    const own = stock.filter((item) => needKey(item.kind, item.what) === need.key)
    const has = own.reduce((sum, { amount }) => sum + Math.max(0, amount), 0)
    const known = own.find(({ pack }) => pack !== null)
    const priced = own.find(({ price }) => price !== null)
    const isCut = need.unit === 'mm'
    const cut = isCut ? cutPlanOf(need, stock) : null
    const pack = cut?.sold_mm ?? known?.pack ?? PACK[need.kind] ?? 1
    // Ends of spools that are too short for any piece do not count: what is cut decides, not the sum of lengths.
    const packs = cut
      ? cut.buys + cut.tooLong.reduce((sum, { length_mm }) => sum + Math.ceil(length_mm / cut.sold_mm), 0)
      : Math.ceil(Math.max(0, need.amount + need.spare - has) / pack)
    const price = priced?.price ?? need.price
    return {
      key: need.key,
      kind: need.kind,
      what: need.what,
      unit: need.unit,
      needs: need.amount,
      spare: need.spare,
      why: need.why,
      has,
      buys: packs * pack,
      packs,
      pack,
      price,
      cost: price === null ? null : Math.round(packs * price * 100) / 100,
      supplier: own.find(({ supplier }) => supplier !== null)?.supplier ?? need.supplier,
    }
  })
}
