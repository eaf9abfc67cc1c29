import { FUZZ_CASES, type FuzzKind } from './cases'
import { randomFrom } from './random'

export interface FuzzFault {
  readonly kind: FuzzKind
  readonly seed: number
  readonly message: string
}

export interface FuzzReport {
  readonly tried: number
  readonly faults: readonly FuzzFault[]
  /** The longest that one try of each kind took, ms. */
  readonly longest_ms: Readonly<Record<FuzzKind, { readonly ms: number; readonly seed: number }>>
}

/** One try, by the seed that a report names; says what broke, or nothing. */
export async function fuzzOnce(kind: FuzzKind, seed: number): Promise<string | null> {
  try {
    await FUZZ_CASES[kind][1](randomFrom(seed))
    return null
  } catch (error) {
    return error instanceof Error
      ? `${error.message} ${(error.stack ?? '').split('\n').slice(1, 4).join(' ')}`
      : String(error)
  }
}

/** So many tries, spread over the kinds; each has a seed of its own, so that a fault can be met again alone. */
export async function runFuzz(count: number, seed: number): Promise<FuzzReport> {
  const faults: FuzzFault[] = []
  const kinds = Object.keys(FUZZ_CASES) as FuzzKind[]
  const longest_ms = Object.fromEntries(kinds.map((kind) => [kind, { ms: 0, seed: 0 }])) as Record<
    FuzzKind,
    { ms: number; seed: number }
  >
  const wheel = kinds.flatMap((kind) => Array.from({ length: FUZZ_CASES[kind][0] }, () => kind))
  for (let i = 0; i < count; i += 1) {
    const kind = wheel[(i * 37) % wheel.length]!
    const own = (seed * 1_000_003 + i) >>> 0
    const began = performance.now()
    const message = await fuzzOnce(kind, own)
    const ms = performance.now() - began
    if (ms > longest_ms[kind].ms) longest_ms[kind] = { ms, seed: own }
    if (message !== null) faults.push({ kind, seed: own, message })
  }
  return { tried: count, faults, longest_ms }
}
