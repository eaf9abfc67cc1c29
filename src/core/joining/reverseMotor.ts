import { landingOf, type Command, type DeviceId, type Plan, type Wire, type WireEnd, type WireId } from '@/core/plan'

/**
 * The two leads of a motor's first winding exchanged at its own end, so that it turns the other way on purpose; null where that
 * winding has not both leads joined. Common practice: one pair exchanged reverses a stepper, both bring it back.
 */
export function reverseMotor(plan: Plan, motor: DeviceId): readonly Command[] | null {
  const { terminals } = plan.parts[plan.devices[motor]!.part]!
  const leads = (Object.entries(plan.wires) as [WireId, Wire][]).flatMap(([wire, own]) =>
    (['from', 'to'] as const).flatMap((side) => {
      const at = landingOf(plan, own[side])
      const isFirst = at?.device === motor && terminals[at.terminal]!.function === 'coil-A'
      return isFirst ? [{ wire, side, end: own[side], terminal: at.terminal }] : []
    }),
  )
  const [a, b] = leads
  if (leads.length !== 2 || !a || !b || a.terminal === b.terminal) return null
  const move = (lead: typeof a, end: WireEnd): Command => ({ type: 'moveEnd', wire: lead.wire, side: lead.side, end })
  return [move(a, b.end), move(b, a.end)]
}
