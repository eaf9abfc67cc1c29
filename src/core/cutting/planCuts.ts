import { drawer } from '@/core/packing/circles'
import { formatNumber } from '@/core/quantity'
import { step, type TraceStep } from '@/core/trace'
import { lowerBound } from './bounds'
import { searchFewer } from './exact'
import { bestFit, fillBins } from './fill'
import { packPerfectly } from './perfect'
import { SAME_mm, type CutRequest, type PackRequest, type Packing } from './types'

export interface CutAnswer {
  readonly result: {
    readonly feasible: boolean
    readonly used: readonly {
      readonly stock: string
      readonly pieces: readonly string[]
      readonly left_mm: number
    }[]
    readonly stockUsed: number
    /** Leftovers that are not kept, and what the saw took. */
    readonly waste_mm: number
    /** No plan needs less stock; null where what there is cannot do. */
    readonly lowerBound: number
    readonly unplaced: readonly string[]
    readonly reasons: readonly string[]
  }
  readonly trace: readonly TraceStep[]
}

/** Orders tried after the first, each a little shuffled. */
const SHUFFLES = 40
const EXACT_UP_TO = 60

/** Cuts pieces from as few lengths of stock as can be found, and of equal plans from the shortest that hold them. */
export function planCuts(request: CutRequest): CutAnswer {
  const { kerf_mm, keepOffcut_mm = Infinity } = request
  const single = request.pieces
    .flatMap(({ id, length_mm, count }) => Array.from({ length: count }, () => ({ id, length_mm })))
    .map((piece, at) => ({ ...piece, at }))
    .sort((a, b) => b.length_mm - a.length_mm || a.at - b.at)
  const stock = kindsOf(request.stock)
  const longest_mm = stock[0]?.length_mm ?? 0
  const tooLong = single.filter(({ length_mm }) => length_mm > longest_mm + SAME_mm)
  let pieces = single.filter(({ length_mm }) => length_mm <= longest_mm + SAME_mm)
  const asRequest = (): PackRequest => ({
    sizes: pieces.map(({ length_mm }) => length_mm + kerf_mm),
    bins: stock.map(({ length_mm, ids }) => ({ size: length_mm + kerf_mm, count: ids })),
  })
  const short: typeof pieces = []
  let packing = pack(asRequest())
  // Where there is not enough, as much is cut as goes: what comes last in size waits.
  if (packing === null) {
    const { kept, left } = packWhatGoes(asRequest())
    short.push(...left.map((at) => pieces[at]!))
    const isLeft = new Set(left)
    pieces = pieces.filter((_, at) => !isLeft.has(at))
    packing = kept
  }
  const bound = single.length === 0 ? 0 : lowerBound(asRequest())
  const trimmed = shortestStock(asRequest(), packing)
  const names = namesOf(request.stock, stock)
  const used = trimmed.map(({ kind, pieces: own }) => {
    const { length_mm } = stock[kind]!
    const cut_mm = own.reduce((sum, at) => sum + pieces[at]!.length_mm, 0)
    const left_mm = Math.max(0, length_mm - cut_mm - own.length * kerf_mm)
    return {
      stock: names(kind),
      pieces: own.map((at) => pieces[at]!.id),
      left_mm,
      lost_mm: length_mm - cut_mm - left_mm,
    }
  })
  const unplaced = [...tooLong, ...short].map(({ id }) => id)
  const waste_mm = used.reduce(
    (sum, { left_mm, lost_mm }) => sum + lost_mm + (left_mm < keepOffcut_mm ? left_mm : 0),
    0,
  )
  const kept = used.filter(({ left_mm }) => left_mm >= keepOffcut_mm)
  const reasons = [
    ...(tooLong.length > 0
      ? [
          `${count(tooLong.length, 'piece')} (${listed(tooLong.map(({ id }) => id))}) ${tooLong.length === 1 ? 'is' : 'are'} longer than any stock, ${formatNumber(longest_mm, 5)} mm`,
        ]
      : []),
    ...(short.length > 0
      ? [`the stock runs out: ${count(short.length, 'piece')} (${listed(short.map(({ id }) => id))}) not cut`]
      : []),
  ]
  return {
    result: {
      feasible: unplaced.length === 0,
      used: used.map(({ stock: id, pieces: own, left_mm }) => ({ stock: id, pieces: own, left_mm })),
      stockUsed: used.length,
      waste_mm,
      lowerBound: Number.isFinite(bound) ? bound : used.length,
      unplaced,
      reasons,
    },
    trace: [
      step(
        'Pieces',
        `${count(single.length, 'piece')}, ${formatNumber(
          single.reduce((sum, { length_mm }) => sum + length_mm, 0),
          6,
        )} mm in all${kerf_mm > 0 ? `, ${formatNumber(kerf_mm)} mm lost at each cut` : ''}`,
      ),
      step(
        'At least',
        `${count(Number.isFinite(bound) ? bound : used.length, 'length')} of stock: no plan needs less, by total length and by dual feasible functions`,
        'Fekete and Schepers, 2001 (from memory)',
      ),
      step(
        'Cut from',
        `${count(used.length, 'length')} of stock${used.length === bound ? ', the proved least' : ''}; ${kept.length > 0 ? `${count(kept.length, 'offcut')} kept, ` : ''}${formatNumber(waste_mm, 4)} mm wasted`,
      ),
      ...reasons.map((reason) => step('Not cut', reason)),
    ],
  }
}

const count = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`
const listed = (ids: readonly string[]) =>
  [...new Set(ids)].slice(0, 5).join(', ') + (new Set(ids).size > 5 ? ' …' : '')

/** Stock by length, the longest first; endless where any of it is. */
function kindsOf(stock: CutRequest['stock']): readonly { readonly length_mm: number; readonly ids: number }[] {
  const byLength = new Map<number, number>()
  for (const { length_mm, count: there } of stock)
    byLength.set(length_mm, (byLength.get(length_mm) ?? 0) + (there ?? Infinity))
  return [...byLength]
    .map(([length_mm, ids]) => ({ length_mm, ids }))
    .filter(({ ids }) => ids > 0)
    .sort((a, b) => b.length_mm - a.length_mm)
}

/** Hands out the ids of a length: those with a count first, then the endless one. */
function namesOf(
  stock: CutRequest['stock'],
  kinds: readonly { readonly length_mm: number }[],
): (kind: number) => string {
  const queues = kinds.map(({ length_mm }) =>
    stock
      .filter((each) => each.length_mm === length_mm)
      .sort((a, b) => (a.count === undefined ? 1 : 0) - (b.count === undefined ? 1 : 0))
      .map(({ id, count: there }) => ({ id, left: there ?? Infinity })),
  )
  return (kind) => {
    const next = queues[kind]!.find(({ left }) => left > 0)!
    next.left -= 1
    return next.id
  }
}

/** The fewest bins found; null where the bins there are do not hold everything. */
function pack(request: PackRequest): Packing | null {
  const { sizes, bins } = request
  if (sizes.length === 0) return []
  const bound = lowerBound(request)
  if (!Number.isFinite(bound)) return null
  const inOrder = sizes.map((_, at) => at)
  let best: Packing | null = null
  const keep = (packing: Packing | null) => {
    if (packing && (best === null || packing.length < best.length)) best = packing
    return best !== null && best.length <= bound
  }
  if (keep(bestFit(request, inOrder)) || keep(fillBins(request, inOrder))) return best
  const total = sizes.reduce((sum, size) => sum + size, 0)
  const isOneKind = bins[0]!.count >= bound
  if (isOneKind && Math.abs(total - bound * bins[0]!.size) <= SAME_mm * sizes.length && keep(packPerfectly(request)))
    return best
  const draw = drawer(sizes.length * 31 + 7)
  for (let shuffle = 0; shuffle < SHUFFLES; shuffle += 1) {
    const spread = 0.05 + 0.3 * (shuffle / SHUFFLES)
    const order = inOrder
      .map((at) => ({ at, by: sizes[at]! * (1 + (draw() - 0.5) * spread) }))
      .sort((a, b) => b.by - a.by)
      .map(({ at }) => at)
    if (keep(fillBins(request, order))) return best
  }
  if (sizes.length <= EXACT_UP_TO) {
    const present = best as Packing | null
    keep(searchFewer(request, present?.length ?? sizes.length + 1, bound))
  }
  return best
}

/** As much as goes where there is too little: the longest first, into what it fills best. */
function packWhatGoes(request: PackRequest): { readonly kept: Packing; readonly left: readonly number[] } {
  const left: number[] = []
  let order = request.sizes.map((_, at) => at)
  for (;;) {
    const packing = bestFit(request, order) ?? fillBins(request, order)
    if (packing) return { kept: packing, left }
    left.push(order.at(-1)!)
    order = order.slice(0, -1)
  }
}

/** Each bin's pieces in the shortest length that is left and holds them; fuller bins choose first. */
function shortestStock({ sizes, bins }: PackRequest, packing: Packing): Packing {
  const free = bins.map(({ count: there }) => there)
  const filled = packing.map(({ pieces }) => ({ pieces, size: pieces.reduce((sum, at) => sum + sizes[at]!, 0) }))
  const chosen: { kind: number; pieces: readonly number[] }[] = []
  for (const { pieces, size } of [...filled].sort((a, b) => b.size - a.size)) {
    let kind = -1
    for (let k = bins.length - 1; k >= 0 && kind < 0; k -= 1)
      if (free[k]! > 0 && bins[k]!.size >= size - SAME_mm) kind = k
    if (kind < 0) return packing
    free[kind]! -= 1
    chosen.push({ kind, pieces })
  }
  return chosen
}
