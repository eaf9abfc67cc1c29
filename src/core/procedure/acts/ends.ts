import { terminalKey, type TerminalKey } from '@/core/model'
import { landed, type DeviceId, type Plan, type WireId } from '@/core/plan'

/** A wire at a terminal, and where its other end is. */
export interface Landing {
  readonly wire: WireId
  readonly other: TerminalKey
}
export type Ends = ReadonlyMap<TerminalKey, readonly Landing[]>

/** Wires by the terminals they end at, with their other ends. */
export function endsOf(plan: Plan): Ends {
  const found = new Map<TerminalKey, Landing[]>()
  for (const [wire, { from, to, origin }] of Object.entries(landed(plan).wires) as [WireId, Plan['wires'][WireId]][]) {
    if (origin === 'remove' || from.kind !== 'terminal' || to.kind !== 'terminal') continue
    const [a, b] = [terminalKey(from.device, from.terminal), terminalKey(to.device, to.terminal)]
    for (const [own, other] of [
      [a, b],
      [b, a],
    ] as const) {
      const list = found.get(own)
      if (list) list.push({ wire, other })
      else found.set(own, [{ wire, other }])
    }
  }
  return found
}

export const presentOf = (plan: Plan) =>
  (Object.keys(plan.devices) as DeviceId[]).filter((id) => plan.devices[id]!.origin !== 'remove')

/** Where the mains comes in, cord by cord. */
export const inletsOf = (plan: Plan): readonly DeviceId[] =>
  presentOf(plan).filter((id) => plan.parts[plan.devices[id]!.part]!.behaviour.kind === 'mains-inlet')

/** The first of them, from which all earths are measured. */
export const inletOf = (plan: Plan): DeviceId | undefined => inletsOf(plan)[0]
