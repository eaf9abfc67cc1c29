/** Where a plan ends: what is plugged on there, or comes later, is not known. */
import type { DeviceId, TerminalId, WireId } from '@/core/plan'
import type { JoinedContext } from './context'

/** A plug or coupler that has leads on one side alone: what meets its other side is in no plan. */
export function isToOutside(context: JoinedContext, device: DeviceId): boolean {
  const { behaviour, links } = context.part(device)
  if (behaviour.kind === 'splice' || behaviour.kind === 'terminal-strip') return false
  const pairs = links.flatMap((link) => (link.kind === 'bar' ? [link.terminals] : []))
  const isWired = (terminal: TerminalId) => context.wiresAt(device, terminal).length > 0
  return pairs.length > 0 && !pairs.some((terminals) => terminals.filter(isWired).length > 1)
}

/** Whether an end of a wire hangs in a loose plug, or is parked. */
export function isLoose(context: JoinedContext, id: WireId): boolean {
  const { from, to } = context.plan.wires[id]!
  return from.kind !== 'terminal' || to.kind !== 'terminal'
}
