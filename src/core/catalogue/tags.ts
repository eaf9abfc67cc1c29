import type { BehaviourKind, Plan } from '@/core/plan'

/** The letter a device's tag starts with; common practice. */
const PREFIX: Readonly<Record<BehaviourKind, string>> = {
  'mains-inlet': 'X',
  supply: 'PS',
  converter: 'PS',
  'outside-source': 'X',
  battery: 'G',
  adapter: 'PS',
  'protective-device': 'F',
  'residual-current-device': 'F',
  'surge-filter': 'Z',
  switch: 'Q',
  button: 'S',
  'emergency-stop': 'S',
  contactor: 'K',
  relay: 'K',
  'solid-state-relay': 'K',
  'mosfet-module': 'K',
  thermostat: 'B',
  'thermal-cut-out': 'B',
  splice: 'W',
  'terminal-strip': 'X',
  board: 'A',
  driver: 'A',
  motor: 'M',
  encoder: 'B',
  heater: 'E',
  fan: 'V',
  sensor: 'B',
  'pixel-string': 'H',
  outlet: 'X',
  lamp: 'H',
  computer: 'A',
  screen: 'A',
  coupler: 'X',
  'earth-stud': 'PE',
  'exposed-metal': 'U',
  other: 'Y',
}

export function tagPrefix(kind: BehaviourKind): string {
  return PREFIX[kind]
}

/** The first free tag of a kind: "PS2" when there is a PS1. */
export function nextTag(plan: Plan, kind: BehaviourKind): string {
  const used = new Set(Object.values(plan.devices).map((device) => device.tag.toLowerCase()))
  for (let n = 1; ; n += 1) if (!used.has(`${PREFIX[kind]}${n}`.toLowerCase())) return `${PREFIX[kind]}${n}`
}
