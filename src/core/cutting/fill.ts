import { SAME_mm, type PackRequest, type Packing } from './types'

/** The kinds of bin that are left, longest first. */
export function stockLeft({ bins }: PackRequest): number[] {
  return bins.map(({ count }) => count)
}

/** Each piece, longest first, into the bin that it fills best; a new one of the longest kind where it fits none. Null where bins run out. */
export function bestFit({ sizes, bins }: PackRequest, order: readonly number[]): Packing | null {
  const left = bins.map(({ count }) => count)
  const open: { kind: number; room: number; pieces: number[] }[] = []
  for (const piece of order) {
    const size = sizes[piece]!
    let best: (typeof open)[number] | null = null
    for (const bin of open) if (bin.room >= size - SAME_mm && (best === null || bin.room < best.room)) best = bin
    if (!best) {
      const kind = bins.findIndex((bin, k) => left[k]! > 0 && bin.size >= size - SAME_mm)
      if (kind < 0) return null
      left[kind]! -= 1
      best = { kind, room: bins[kind]!.size, pieces: [] }
      open.push(best)
    }
    best.room -= size
    best.pieces.push(piece)
  }
  return open
}

const NODES_A_BIN = 4000

/**
 * Bin by bin: the first piece of an order, then of those left what leaves the least room (minimum bin slack; Gupta and Ho,
 * 1999), by a bounded search. Null where bins run out.
 */
export function fillBins({ sizes, bins }: PackRequest, order: readonly number[]): Packing | null {
  const left = bins.map(({ count }) => count)
  let waiting = [...order]
  const packing: { kind: number; pieces: number[] }[] = []
  while (waiting.length > 0) {
    const first = waiting[0]!
    const kind = bins.findIndex((bin, k) => left[k]! > 0 && bin.size >= sizes[first]! - SAME_mm)
    if (kind < 0) return null
    left[kind]! -= 1
    const rest = waiting.slice(1)
    const chosen = leastSlack(
      rest.map((piece) => sizes[piece]!),
      bins[kind]!.size - sizes[first]!,
    )
    const taken = new Set(chosen.map((at) => rest[at]!))
    packing.push({ kind, pieces: [first, ...taken] })
    waiting = rest.filter((piece) => !taken.has(piece))
  }
  return packing
}

/** Which of some sizes fill a room best; positions in the list. */
function leastSlack(sizes: readonly number[], room: number): readonly number[] {
  const suffix = new Float64Array(sizes.length + 1)
  for (let i = sizes.length - 1; i >= 0; i -= 1) suffix[i] = suffix[i + 1]! + sizes[i]!
  let best: number[] = []
  let least = room
  let nodes = 0
  const chosen: number[] = []
  const search = (from: number, free: number): boolean => {
    if (free < least - SAME_mm) {
      least = free
      best = [...chosen]
      if (free <= SAME_mm) return true
    }
    let last = NaN
    for (let i = from; i < sizes.length; i += 1) {
      const size = sizes[i]!
      if (size > free + SAME_mm || size === last) continue
      // What is left cannot fill more than is filled already.
      if (free - suffix[i]! >= least - SAME_mm) return false
      last = size
      nodes += 1
      if (nodes > NODES_A_BIN) return true
      chosen.push(i)
      if (search(i + 1, free - size)) return true
      chosen.pop()
    }
    return false
  }
  search(0, room)
  return best
}
