import type { BehaviourKind } from './schema/part'

/** What is said of every part of a kind, apart from its facts: who only reckons needs none of it. */
export interface KindWords {
  /** Other words that people look for it by, besides the kind's own; common practice. */
  readonly also?: string
  /** What a person sees, hears or feels when it is first fed; left out where that is nothing by itself. */
  readonly seen?: string
  /** How a person works it by hand so that a program reports it; left out for what is no input. */
  readonly atWork?: string
}

const NO_WORDS: KindWords = {}

/** What is said of a kind; nothing of one without a line here: its own name is found all the same. */
export const wordsOfKind = (kind: BehaviourKind): KindWords => KIND_WORDS[kind] ?? NO_WORDS

const KIND_WORDS: Readonly<Partial<Record<BehaviourKind, KindWords>>> = {
  'mains-inlet': { also: 'socket entry plug appliance IEC mains in' },
  supply: { also: 'power supply PSU brick transformer switching converter AC DC' },
  converter: { also: 'buck boost step-down DC-DC regulator' },
  'outside-source': { also: 'USB lead outside feed' },
  battery: { also: 'accumulator cell pack' },
  adapter: { also: 'wall wart charger brick plug-in supply' },
  'protective-device': { also: 'fuse breaker MCB holder circuit blade' },
  'residual-current-device': { also: 'RCD GFCI RCBO earth leakage ground fault' },
  'surge-filter': { also: 'EMI filter suppressor varistor snubber diode' },
  switch: { also: 'toggle rocker isolator on off main' },
  button: {
    also: 'push momentary start stop limit micro',
    atWork: 'Press and let go: the board’s report follows, and only this input does.',
  },
  'emergency-stop': { also: 'e-stop mushroom estop', atWork: 'Press and turn free: the board’s report follows.' },
  contactor: { also: 'magnetic starter relay', seen: 'Hear it pull in and let go, without chatter.' },
  relay: { also: 'relay board module channel change-over SPDT', seen: 'Hear it pull in and let go.' },
  'solid-state-relay': { also: 'SSR triac dimmer' },
  'mosfet-module': { also: 'transistor FET switch power module' },
  thermostat: { also: 'temperature switch bimetal fan control' },
  'thermal-cut-out': { also: 'thermal fuse bimetal cutoff overheat' },
  splice: { also: 'connector lever nut joint butt' },
  'terminal-strip': { also: 'terminal block distribution bus bar DIN rail' },
  board: {
    also: 'controller mainboard control board PLC microcontroller breakout',
    seen: 'See its lamp; smell and feel: nothing warm within a minute.',
  },
  driver: {
    also: 'stepper driver servo amplifier motor drive VFD',
    seen: 'See its lamp; hear nothing yet: a motor that sings is held.',
  },
  motor: { also: 'stepper servo spindle gearmotor' },
  encoder: {
    also: 'position feedback',
    atWork: 'Turn it a little both ways: the count goes up and down, and only this one does.',
  },
  heater: {
    also: 'heating element bed hot end cartridge pad',
    seen: 'A little warmth, for seconds only; none at all without its command.',
  },
  sensor: {
    also: 'probe thermistor end stop limit switch proximity NTC',
    atWork: 'Work it by hand, or warm it with a finger: the board’s report follows, and only this input does.',
  },
  fan: {
    also: 'blower cooling ventilator',
    seen: 'See it turn, hear that no blade rubs; air goes where the arrow says.',
  },
  'pixel-string': {
    also: 'LED strip addressable lights',
    seen: 'See the first pixel and the last, in one colour: a far end that goes red lacks volts.',
  },
  outlet: { also: 'socket receptacle power point' },
  lamp: { also: 'light LED bulb indicator', seen: 'See it light.' },
  computer: { also: 'single board computer SBC', seen: 'See it start; it draws most while it does.' },
  screen: { also: 'display panel touch monitor', seen: 'See its picture.' },
  coupler: { also: 'jack keystone panel socket feed-through' },
  'earth-stud': { also: 'ground bolt PE' },
  'exposed-metal': { also: 'chassis frame door lid plate' },
  other: { also: 'valve pump solenoid actuator buzzer' },
}
