import type { FuzzKind } from './cases'

/** Tries that failed once, and what it was; they run for ever. */
export const KEPT: readonly { readonly kind: FuzzKind; readonly seed: number; readonly was: string }[] = [
  { kind: 'calculator', seed: 8_003_567, was: 'a refusal that repeated five thousand letters' },
]
