import { drawer } from '@/core/packing/circles'
import { SAME_mm, type PackRequest, type Packing } from './types'

/** More ways to fill a bin than this are not listed. */
const MOST_FILLS = 30_000
const RESTARTS = 60
const NODES_A_START = 4000
/** Fills looked at in all, so that a hard case ends. */
const MOST_LOOKS = 8_000_000

interface Fill {
  /** Positions in the list of distinct sizes, each as often as it is used. */
  readonly values: readonly number[]
}

/**
 * A packing that leaves nothing over: every bin of one size full to the brim. Lists all ways to fill one, and covers the
 * pieces with them, the size with the fewest ways left first. Null where none was found.
 */
export function packPerfectly({ sizes, bins }: PackRequest): Packing | null {
  const room = bins[0]!.size
  const groups = new Map<number, number[]>()
  sizes.forEach((size, piece) => {
    const key = Math.round(size / SAME_mm)
    const list = groups.get(key)
    if (list) list.push(piece)
    else groups.set(key, [piece])
  })
  const values = [...groups.values()].map((pieces) => ({ size: sizes[pieces[0]!]!, pieces }))
  const fills = allFills(
    values.map(({ size, pieces }) => ({ size, count: pieces.length })),
    room,
  )
  if (!fills) return null
  const budget = { looks: MOST_LOOKS }
  for (let start = 0; start < RESTARTS && budget.looks > 0; start += 1) {
    const cover = coverWith(
      fills,
      values.map(({ pieces }) => pieces.length),
      drawer(start * 977 + 5),
      budget,
    )
    if (!cover) continue
    const waiting = values.map(({ pieces }) => [...pieces])
    return cover.map(({ values: used }) => ({ kind: 0, pieces: used.map((value) => waiting[value]!.pop()!) }))
  }
  return null
}

/** Every way to fill a room exactly; null where there are too many to list. */
function allFills(
  values: readonly { readonly size: number; readonly count: number }[],
  room: number,
): readonly Fill[] | null {
  const fills: Fill[] = []
  const chosen: number[] = []
  const smallest = values.at(-1)!.size
  let nodes = 0
  const search = (from: number, free: number): boolean => {
    if (Math.abs(free) <= SAME_mm) {
      fills.push({ values: [...chosen] })
      return fills.length <= MOST_FILLS
    }
    for (let v = from; v < values.length; v += 1) {
      const { size, count } = values[v]!
      if (size > free + SAME_mm || (size < free - SAME_mm && free - size < smallest - SAME_mm)) continue
      let used = 0
      for (let k = chosen.length - 1; k >= 0 && chosen[k] === v; k -= 1) used += 1
      if (used === count) continue
      nodes += 1
      if (nodes > 40 * MOST_FILLS) return false
      chosen.push(v)
      const goesOn = search(v, free - size)
      chosen.pop()
      if (!goesOn) return false
    }
    return true
  }
  return search(0, room) ? fills : null
}

/** Fills that use each size just as often as it is there; null where none was found within the nodes of one start. */
function coverWith(
  fills: readonly Fill[],
  counts: readonly number[],
  draw: () => number,
  budget: { looks: number },
): readonly Fill[] | null {
  const left = [...counts]
  const using: number[][] = counts.map(() => [])
  const needs = fills.map(({ values }, f) => {
    const need = new Map<number, number>()
    for (const value of values) need.set(value, (need.get(value) ?? 0) + 1)
    for (const value of need.keys()) using[value]!.push(f)
    return [...need]
  })
  const canUse = (f: number) => needs[f]!.every(([value, need]) => left[value]! >= need)
  const chosen: Fill[] = []
  let nodes = 0
  const search = (remaining: number): boolean => {
    if (remaining === 0) return true
    nodes += 1
    if (nodes > NODES_A_START || budget.looks < 0) return false
    let tightest = -1
    let options: number[] = []
    let least = Infinity
    for (let value = 0; value < left.length; value += 1) {
      if (left[value] === 0) continue
      let count = 0
      const usable: number[] = []
      for (const f of using[value]!) {
        budget.looks -= 1
        if (!canUse(f)) continue
        count += 1
        usable.push(f)
        if (count / left[value]! >= least) break
      }
      if (count / left[value]! >= least) continue
      least = count / left[value]!
      tightest = value
      options = usable
      if (count === 0) return false
    }
    if (tightest < 0) return false
    const ranked = options.map((f) => ({ f, by: draw() })).sort((a, b) => a.by - b.by)
    for (const { f } of ranked) {
      for (const [value, need] of needs[f]!) left[value]! -= need
      chosen.push(fills[f]!)
      if (search(remaining - fills[f]!.values.length)) return true
      chosen.pop()
      for (const [value, need] of needs[f]!) left[value]! += need
      if (nodes > NODES_A_START) return false
    }
    return false
  }
  return search(counts.reduce((sum, count) => sum + count, 0)) ? chosen : null
}
