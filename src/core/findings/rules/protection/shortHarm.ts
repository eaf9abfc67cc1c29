import { sayTime, withstands_s } from '@/core/protection'
import { formatNumber, wireSize } from '@/core/quantity'
import type { Context } from '../../context'
import type { Harm } from '../../types'
import type { Unprotected } from './wireProtection'

/** A short at the far end of a wire that nothing but a supply's limit ends: what flows, and how long the wire stands it. */
export function shortHarm({ reckoning, plan }: Context, { wire, guard }: Unprotected): Harm | undefined {
  const { size } = reckoning.wires[wire]!
  if (guard.kind !== 'supply-limit' || size === null) return undefined
  const insulation_C = plan.wires[wire]!.insulation_C ?? plan.practice.insulation_C
  const stands_s = withstands_s({ area_mm2: wireSize(size).area_mm2, insulation_C, current_A: guard.rating_A })
  return {
    words: `A short at its far end: ${formatNumber(guard.rating_A)} A for as long as the supply gives them; the lead stands them ${sayTime(stands_s)}`,
    scenario: null,
  }
}
