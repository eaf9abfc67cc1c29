import { planCuts } from '@/core/cutting'
import type { Need } from './needs'
import { needKey, type NeedKind } from './needKinds'
import type { Stocked } from './stock'

/** Shorter leftovers go into the bin; common practice by what they are. */
const KEPT_mm: Readonly<Record<string, number>> = { wire: 300, cable: 500, length: 150, sleeve: 50 }
/** A saw's kerf; cutters lose nothing. */
const KERF_mm: Readonly<Record<string, number>> = { wire: 0, cable: 0, length: 2, sleeve: 0 }
/** As sold, where the stock does not say. Common practice. */
export const SOLD_mm: Readonly<Record<string, number>> = { wire: 10_000, cable: 5000, length: 2000, sleeve: 1000 }

export interface Cut {
  readonly id: string
  readonly name: string
  readonly length_mm: number
}

/** One spool, bar or offcut and what is cut from it, in the order of work. */
export interface CutFrom {
  /** Null: not in the stock yet, bought by the length that is sold. */
  readonly item: string | null
  readonly has_mm: number
  readonly cuts: readonly Cut[]
  readonly left_mm: number
  /** What is left is long enough to be kept. */
  readonly isKept: boolean
}

export interface CutPlan {
  readonly key: string
  readonly kind: NeedKind
  readonly what: string
  readonly from: readonly CutFrom[]
  /** Pieces longer than anything that is sold. */
  readonly tooLong: readonly Cut[]
  /** Lengths to be bought for it. */
  readonly buys: number
  readonly sold_mm: number
}

/** What is cut from which spool, offcut or bar: offcuts and begun spools first, then what has to be bought. */
export function cutPlanOf(need: Need, stock: readonly Stocked[], done: ReadonlySet<string> = new Set()): CutPlan {
  const { key, kind, what } = need
  const own = stock.filter((item) => needKey(item.kind, item.what) === key && item.amount > 0)
  const sold_mm = own.find(({ pack }) => pack !== null)?.pack ?? SOLD_mm[kind] ?? 1000
  const pieces = need.pieces.filter(({ id }) => !done.has(id))
  const kerf_mm = KERF_mm[kind] ?? 0
  const keep_mm = KEPT_mm[kind] ?? Infinity
  const byId = new Map(pieces.map((piece) => [piece.id, piece]))
  const rank = new Map(pieces.map(({ id }, i) => [id, i]))
  const asked = (list: readonly Cut[]) => list.map(({ id, length_mm }) => ({ id, length_mm, count: 1 }))
  const inOrder = (ids: readonly string[]): readonly Cut[] =>
    ids.map((id) => byId.get(id)!).sort((a, b) => rank.get(a.id)! - rank.get(b.id)!)
  const from: CutFrom[] = []
  const take = (
    stocked: readonly { id: string; length_mm: number; count?: number }[],
    wanted: readonly Cut[],
    isBought: boolean,
  ) => {
    if (wanted.length === 0 || stocked.length === 0) return wanted
    const { result } = planCuts({ stock: stocked, pieces: asked(wanted), kerf_mm, keepOffcut_mm: keep_mm })
    for (const used of result.used) {
      const has_mm = stocked.find(({ id }) => id === used.stock)!.length_mm
      from.push({
        item: isBought ? null : used.stock,
        has_mm,
        cuts: inOrder(used.pieces),
        left_mm: used.left_mm,
        isKept: used.left_mm >= keep_mm,
      })
    }
    const left = new Set(result.unplaced)
    return wanted.filter(({ id }) => left.has(id))
  }
  const offcuts = own.map(({ id, amount }) => ({ id, length_mm: amount, count: 1 }))
  const missing = take(offcuts, pieces, false)
  const tooLong = missing.filter(({ length_mm }) => length_mm > sold_mm)
  const before = from.length
  take(
    [{ id: 'bought', length_mm: sold_mm }],
    missing.filter(({ length_mm }) => length_mm <= sold_mm),
    true,
  )
  return { key, kind, what, from, tooLong, buys: from.length - before, sold_mm }
}
