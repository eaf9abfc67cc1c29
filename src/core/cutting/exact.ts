import { SAME_mm, type PackRequest, type Packing } from './types'

const MOST_NODES = 150_000

/**
 * Branch and bound over the pieces, longest first: into each open bin of another room, or a new one of each kind. Gives a
 * packing of fewer bins than `best`, or null; what it proves is only as good as its nodes last.
 */
export function searchFewer({ sizes, bins }: PackRequest, best: number, bound: number): Packing | null {
  const left = bins.map(({ count }) => count)
  const open: { kind: number; room: number; pieces: number[] }[] = []
  const suffix = new Float64Array(sizes.length + 1)
  for (let i = sizes.length - 1; i >= 0; i -= 1) suffix[i] = suffix[i + 1]! + sizes[i]!
  const longest = bins[0]!.size
  let least = best
  let found: Packing | null = null
  let nodes = 0
  const search = (at: number): void => {
    if (nodes > MOST_NODES || least <= bound) return
    nodes += 1
    if (at === sizes.length) {
      if (open.length < least) {
        least = open.length
        found = open.map(({ kind, pieces }) => ({ kind, pieces: [...pieces] }))
      }
      return
    }
    const free = open.reduce((sum, { room }) => sum + room, 0)
    const lacking = suffix[at]! - free
    if (open.length + (lacking > SAME_mm ? Math.ceil((lacking - SAME_mm) / longest) : 0) >= least) return
    const size = sizes[at]!
    const tried: number[] = []
    const inOrder = [...open].sort((a, b) => a.room - b.room)
    for (const bin of inOrder) {
      if (bin.room < size - SAME_mm || tried.some((room) => Math.abs(room - bin.room) <= SAME_mm)) continue
      tried.push(bin.room)
      bin.room -= size
      bin.pieces.push(at)
      search(at + 1)
      bin.pieces.pop()
      bin.room += size
      // What fills a bin to the brim is as good as any.
      if (Math.abs(bin.room - size) <= SAME_mm) return
    }
    if (open.length + 1 >= least) return
    for (const [kind, bin] of bins.entries()) {
      if (left[kind]! === 0 || bin.size < size - SAME_mm) continue
      left[kind]! -= 1
      open.push({ kind, room: bin.size - size, pieces: [at] })
      search(at + 1)
      open.pop()
      left[kind]! += 1
    }
  }
  search(0)
  return found
}
