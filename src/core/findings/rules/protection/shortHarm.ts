import { withstands_s } from '@/core/protection'
import { wireSize } from '@/core/quantity'
import { type Context, farEnd, shortAt, type Harm } from '@/core/judging'
import type { Unprotected } from './wireProtection'

/** A short at the far end of a wire that nothing but a supply's limit ends: what flows, and how long the wire stands it. */
export function shortHarm(context: Context, { wire, guard }: Unprotected): Harm | undefined {
  const { reckoning, plan } = context
  const { size } = reckoning.wires[wire]!
  if (guard.kind !== 'supply-limit' || size === null) return undefined
  const insulation_C = plan.wires[wire]!.insulation_C ?? plan.practice.insulation_C
  const current_A = guard.rating_A
  const stands_s = withstands_s({ area_mm2: wireSize(size).area_mm2, insulation_C, current_A })
  return shortAt(
    { wire, current_A, opens_s: null, endedBy: `${guard.label} opens nothing`, stands_s },
    farEnd(context, wire, guard.device),
  )
}
