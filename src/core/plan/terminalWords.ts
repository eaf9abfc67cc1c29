import type { DeviceId, TerminalId } from './schema/ids'
import type { Plan } from './schema/plan'

/** A terminal as a person reads it, "PS1 +V", from `device|terminal`; `parked` stays as it is. */
export function terminalWords(plan: Plan, code: string): string {
  if (code === 'parked') return 'parked'
  const [device, terminal] = code.split('|')
  const found = plan.devices[device as DeviceId]
  if (!found) return code
  const data = plan.parts[found.part]?.terminals[terminal as TerminalId]
  return `${found.tag} ${data ? `${data.block ? `${data.block} ` : ''}${data.label}` : (terminal ?? '')}`.trim()
}
