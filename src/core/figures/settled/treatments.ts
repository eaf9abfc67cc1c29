import { landingOf, type Plan, type Wire } from '@/core/plan'
import { treatEnd, type EndTreatment } from '@/core/termination'

/** How wire ends are made; the same clamp and conductor come many times in a plan, and are worked out once. */
export function rememberTreatments(
  plan: Plan,
): (wire: Wire, side: 'from' | 'to', size: string | null) => EndTreatment | null {
  const known = new Map<string, EndTreatment>()
  const { screwEnds, ferruleCode } = plan.practice
  return (wire, side, size) => {
    const own = wire[side]
    const end = landingOf(plan, own)
    // A bought cable comes with its plugs made; of one that is made here, the contact is what the socket asks for.
    const isBought = own.kind === 'plug' && plan.cables[own.cable]!.premade
    if (!end || isBought || size === null) return null
    const { clamp, clampSize_mm, torque_Nm, strip_mm } =
      plan.parts[plan.devices[end.device]!.part]!.terminals[end.terminal]!
    const wanted = side === 'from' ? wire.fromTreatment : wire.toTreatment
    const key = [clamp, clampSize_mm, torque_Nm, strip_mm, size, wire.construction, wanted].join('|')
    let treatment = known.get(key)
    if (!treatment)
      known.set(
        key,
        (treatment = treatEnd({
          clamp,
          clampSize_mm,
          torque_Nm,
          strip_mm,
          size,
          construction: wire.construction,
          screwEnds,
          ferruleCode,
          wanted,
        })),
      )
    return treatment
  }
}
