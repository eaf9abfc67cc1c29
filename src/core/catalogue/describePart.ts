import { PART_KINDS, type BehaviourKind, type Part } from '@/core/plan'
import { formatNumber } from '@/core/quantity'

/** Other words that people use for what a kind of part is; common practice. */
const ALSO: Readonly<Partial<Record<BehaviourKind, string>>> = {
  'mains-inlet': 'socket entry plug appliance IEC mains in',
  supply: 'power supply PSU brick transformer switching converter AC DC',
  converter: 'buck boost step-down DC-DC regulator',
  adapter: 'wall wart charger brick plug-in supply',
  battery: 'accumulator cell pack',
  'protective-device': 'fuse breaker MCB holder circuit blade',
  'residual-current-device': 'RCD GFCI RCBO earth leakage ground fault',
  'surge-filter': 'EMI filter suppressor varistor snubber diode',
  switch: 'toggle rocker isolator on off main',
  button: 'push momentary start stop limit micro',
  'emergency-stop': 'e-stop mushroom estop',
  contactor: 'magnetic starter relay',
  relay: 'relay board module channel change-over SPDT',
  'solid-state-relay': 'SSR triac dimmer',
  'mosfet-module': 'transistor FET switch power module',
  thermostat: 'temperature switch bimetal fan control',
  'thermal-cut-out': 'thermal fuse bimetal cutoff overheat',
  splice: 'connector lever nut joint butt',
  'terminal-strip': 'terminal block distribution bus bar DIN rail',
  board: 'controller mainboard control board PLC microcontroller breakout',
  driver: 'stepper driver servo amplifier motor drive VFD',
  motor: 'stepper servo spindle gearmotor',
  heater: 'heating element bed hot end cartridge pad',
  sensor: 'probe thermistor end stop limit switch proximity NTC',
  fan: 'blower cooling ventilator',
  'pixel-string': 'LED strip addressable lights',
  outlet: 'socket receptacle power point',
  lamp: 'light LED bulb indicator',
  computer: 'single board computer SBC',
  screen: 'display panel touch monitor',
  coupler: 'jack keystone panel socket feed-through',
  'earth-stud': 'ground bolt PE',
  'exposed-metal': 'chassis frame door lid plate',
  other: 'valve pump solenoid actuator buzzer',
}

/** All that a part may be looked for by. */
export const partWords = (part: Part): string =>
  `${part.name} ${part.behaviour.kind.replaceAll('-', ' ')} ${PART_KINDS[part.behaviour.kind].tag} ${ALSO[part.behaviour.kind] ?? ''}`

/** "24 V · 14.6 A · 9 terminals · 215 × 115 × 30 mm": what a person compares parts by. */
export function partFacts(part: Part): readonly string[] {
  const { behaviour, draws, links, terminals } = part
  const facts: string[] = []
  if ('outputs' in behaviour)
    for (const { voltage_V, current_A } of behaviour.outputs)
      facts.push(`${formatNumber(voltage_V)} V, ${formatNumber(current_A)} A`)
  if (behaviour.kind === 'motor') facts.push(`${formatNumber(behaviour.phase_A)} A a phase`)
  for (const { nominal_V, power_W, current_A } of draws.slice(0, 2)) {
    const takes =
      power_W !== null ? `${formatNumber(power_W)} W` : current_A !== null ? `${formatNumber(current_A)} A` : null
    facts.push(takes === null ? `${formatNumber(nominal_V)} V` : `${formatNumber(nominal_V)} V, ${takes}`)
  }
  const contact = links.find((link) => link.kind === 'contact' || link.kind === 'semiconductor')
  if (contact && 'rated_A' in contact && contact.rated_A !== null)
    facts.push(`switches ${formatNumber(contact.rated_A)} A`)
  const count = Object.keys(terminals).length
  if (count > 0) facts.push(`${count} ${count === 1 ? 'terminal' : 'terminals'}`)
  const { width_mm, height_mm, depth_mm } = part.body
  facts.push(`${[width_mm, height_mm, depth_mm].map((mm) => formatNumber(mm)).join(' × ')} mm`)
  return facts
}
