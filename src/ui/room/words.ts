import { landingOf, type DeviceId, type Plan, type TerminalId, type Wire, type WireEnd } from '@/core/plan'

export function terminalLabel(plan: Plan, device: DeviceId, terminal: TerminalId): string {
  const found = plan.parts[plan.devices[device]!.part]!.terminals[terminal]!
  return found.block ? `${found.block} ${found.label}` : found.label
}

export function endName(plan: Plan, end: WireEnd): string {
  if (end.kind === 'plug') {
    const at = landingOf(plan, end)
    const cable = plan.cables[end.cable]?.name ?? '?'
    return at
      ? `${plan.devices[at.device]!.tag} ${terminalLabel(plan, at.device, at.terminal)}`
      : `way ${end.way} of the loose plug of ${cable}`
  }
  return end.kind === 'parked'
    ? `parked: ${end.where}`
    : `${plan.devices[end.device]?.tag ?? '?'} ${terminalLabel(plan, end.device, end.terminal)}`
}

export function wireColour(plan: Plan, wire: Wire) {
  return wire.colour ?? plan.practice.colours[wire.function]
}

export const FUNCTION_WORDS: Readonly<Record<Wire['function'], string>> = {
  L: 'line',
  N: 'neutral',
  PE: 'earth',
  'V+': 'DC plus',
  'V-': 'DC minus, 0 V',
  signal: 'signal',
}

/** Devices in the order of their tags: PS2 before PS10. */
export function byTag<T extends { readonly tag: string }>(a: T, b: T): number {
  return a.tag.localeCompare(b.tag, 'en', { numeric: true })
}

/** Terminals a person can put a wire into. */
export function isWireable(clamp: string): boolean {
  return clamp !== 'moulded'
}
