/** A small generator of numbers that a seed repeats (mulberry32). */
export interface Random {
  /** From 0 to below 1. */
  next(): number
  below(n: number): number
  pick<T>(list: readonly T[]): T
}

export function randomFrom(seed: number): Random {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
  const below = (n: number) => Math.floor(next() * n)
  return { next, below, pick: (list) => list[below(list.length)]! }
}
