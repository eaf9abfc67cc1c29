import { SAME_mm, type PackRequest } from './types'

/**
 * A proved bound on the bins needed: no packing uses fewer. By total length against the longest bins there are, and by
 * dual feasible functions over the longest of them (Fekete and Schepers, 2001; their family generalises Martello and Toth's
 * second bound). Infinity where all bins together are too short.
 */
export function lowerBound({ sizes, bins }: PackRequest): number {
  if (sizes.length === 0) return 0
  const total = sizes.reduce((sum, size) => sum + size, 0)
  let bound = 0
  let held = 0
  for (const { size, count } of bins) {
    const wanted = Math.max(1, Math.ceil((total - held - SAME_mm) / size))
    const taken = Math.min(count, wanted)
    held += taken * size
    bound += taken
    if (held >= total - SAME_mm) break
  }
  if (held < total - SAME_mm) return Infinity
  const longest = bins[0]!.size
  const shares = sizes.map((size) => Math.min(1, size / longest))
  return Math.max(bound, dualBound(shares))
}

/** Of items as shares of the longest bin, descending. */
function dualBound(shares: readonly number[]): number {
  let most = 0
  const thresholds = [...new Set(shares.filter((share) => share <= 0.5))].slice(0, 200)
  for (const threshold of [0, ...thresholds]) {
    // Items above 1 − ε fill a bin alone, those below ε count nothing.
    let sum = 0
    const kept: number[] = []
    for (const share of shares) {
      const value = share > 1 - threshold + 1e-12 ? 1 : share < threshold - 1e-12 ? 0 : share
      sum += value
      kept.push(value)
    }
    most = Math.max(most, Math.ceil(sum - 1e-9))
    for (const k of [1, 2, 3]) most = Math.max(most, Math.ceil(rounded(kept, k) - 1e-9))
  }
  return most
}

/** Shares rounded by thirds, quarters …: a multiple of 1/(k+1) stays, others go to the next lower multiple of 1/k. */
function rounded(shares: readonly number[], k: number): number {
  let sum = 0
  for (const share of shares) {
    const parts = share * (k + 1)
    sum += Math.abs(parts - Math.round(parts)) < 1e-9 ? share : Math.floor(parts) / k
  }
  return sum
}
