import type { DeviceId, TerminalId } from './schema/ids'
import type { Plan } from './schema/plan'
import { wayMet } from './seat'
import type { WireEnd } from './schema/wire'

export interface Landing {
  readonly device: DeviceId
  readonly terminal: TerminalId
}

/** The terminal that a conductor's end is joined to: its own, or the one that its way of a plug meets; null while it hangs loose or is parked. */
export function landingOf(plan: Pick<Plan, 'cables' | 'devices' | 'parts'>, end: WireEnd): Landing | null {
  if (end.kind === 'terminal') return end
  if (end.kind === 'parked') return null
  const mates = plan.cables[end.cable]?.ends[end.end].mates
  if (!mates) return null
  const part = plan.parts[plan.devices[mates.device]!.part]!
  const ways = part.connectors.find(({ id }) => id === mates.connector)?.ways ?? []
  const terminal = ways[wayMet(end.way - 1, ways.length, mates.seated)] ?? null
  return terminal === null ? null : { device: mates.device, terminal }
}
