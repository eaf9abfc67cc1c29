import { landingOf, type Part, type Plan, type TerminalId, type Wire } from '@/core/plan'
import { treatEnd, type EndTreatment } from '@/core/termination'

const known = new WeakMap<Part['terminals'][TerminalId], Map<string, EndTreatment>>()

/** How wire ends are made; the same conductor comes to the same clamp many times, and is worked out once. */
export function rememberTreatments(
  plan: Plan,
): (wire: Wire, side: 'from' | 'to', size: string | null) => EndTreatment | null {
  const { screwEnds, ferruleCode } = plan.practice
  return (wire, side, size) => {
    const own = wire[side]
    const end = landingOf(plan, own)
    // A bought cable comes with its plugs made; of one that is made here, the contact is what the socket asks for.
    const isBought = own.kind === 'plug' && plan.cables[own.cable]!.premade
    if (!end || isBought || size === null) return null
    const terminal = plan.parts[plan.devices[end.device]!.part]!.terminals[end.terminal]!
    let here = known.get(terminal)
    if (!here) known.set(terminal, (here = new Map()))
    const wanted = side === 'from' ? wire.fromTreatment : wire.toTreatment
    const key = `${size}|${wire.construction}|${wanted}|${screwEnds}|${ferruleCode}`
    let treatment = here.get(key)
    if (!treatment) {
      const { clamp, clampSize_mm, torque_Nm, strip_mm } = terminal
      const clamped = { clamp, clampSize_mm, torque_Nm, strip_mm }
      const { construction } = wire
      here.set(key, (treatment = treatEnd({ ...clamped, size, construction, screwEnds, ferruleCode, wanted })))
    }
    return treatment
  }
}
