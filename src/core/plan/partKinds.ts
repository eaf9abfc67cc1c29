import type { Does } from './part'
import type { BehaviourKind } from './schema/part'

/** Where in the list of parts a kind stands. */
export const PART_GROUPS = {
  runs: 'What runs',
  supplies: 'Supplies and batteries',
  mains: 'Mains, switches and relays',
  fuses: 'Fuses and breakers',
  joints: 'Joints, earth and metal',
} as const
export type PartGroup = keyof typeof PART_GROUPS

/** Stages at which a person adds devices. */
export type OfferedAt = 'brief' | 'feed' | 'guard'

/** What is true of every part of a kind. */
export interface KindFacts {
  /** The letter that a device's tag starts with; common practice. */
  readonly tag: string
  readonly group: PartGroup
  /** Stages that offer it besides the whole list under Connect. */
  readonly offeredAt: readonly OfferedAt[]
  /** What it is to a contact that switches it; `by-draw` where its starting current says it. */
  readonly loadKind: 'resistive' | 'capacitive' | 'motor' | 'lamp' | 'by-draw'
  /** What becomes of what it takes, where its draws do not say; null where a kind is anything. */
  readonly does: Does | null
  /** Has semiconductors that mind heat. */
  readonly isElectronics: boolean
  /** Moves or heats by itself: what a stop is for. */
  readonly isHazard: boolean
  /** Works something else: what a stop leaves of it is no hazard. */
  readonly isControl: boolean
  /** A load of which it matters whether it is off or on when control is lost. */
  readonly asksSafeState: boolean
  /** Its inputs are volts across a coil, and a wrong voltage burns them. */
  readonly isWorkedByCoil: boolean
  /** May take more than it is made for: what is plugged into it, or hung on it later, decides. */
  readonly canOverload: boolean
  /** Electronics that share a supply with what they command. */
  readonly isCommanding: boolean
  /** Gets warm by itself in service. */
  readonly isWarm: boolean
  /** Switches on a command, not by a hand. */
  readonly switchesOnCommand: boolean
  /** Its contact is there to keep something off, whatever else is on. */
  readonly keepsOff: boolean
  /** An earth conductor may be led on from it. */
  readonly leadsEarthOn: boolean
  /** Its contacts are no winding's; a relay may well choose between two motors. */
  readonly holdsNoWinding: boolean
  /** Passes on or reads, and gives nothing by itself. */
  readonly givesNothing: boolean
  /** A small thing into which plugs are pushed while it stands there. */
  readonly isPluggedOften: boolean
  /** Only passes on: its terminals say nothing by themselves. */
  readonly passesOn: boolean
  /** Its terminals stand in a row from end to end. */
  readonly isRow: boolean
  /** Is read by a program, and not driven. */
  readonly isRead: boolean
  /** Its pins are mapped. */
  readonly hasPinMap: boolean
  /** Takes power, or it is no such thing. */
  readonly takes: boolean
  /** Stands out on the machine as a rule, not in the box. */
  readonly standsOutside: boolean
  /** Where it hangs on a beam among others, what does one kind of work together. */
  readonly hangsAt: number
  /** Other words that people look for it by; common practice. */
  readonly also: string
  /** What a person sees, hears or feels when it is first fed; null where that is nothing by itself. */
  readonly seen: string | null
  /** How a person works it by hand so that a program reports it; null for what is no input. */
  readonly atWork: string | null
}

const NONE = {
  offeredAt: [],
  loadKind: 'by-draw',
  does: null,
  isElectronics: false,
  isHazard: false,
  isControl: false,
  asksSafeState: false,
  isWorkedByCoil: false,
  isCommanding: false,
  canOverload: false,
  isWarm: false,
  switchesOnCommand: false,
  keepsOff: false,
  leadsEarthOn: false,
  holdsNoWinding: false,
  givesNothing: false,
  isPluggedOften: false,
  passesOn: false,
  isRow: false,
  isRead: false,
  hasPinMap: false,
  takes: false,
  standsOutside: false,
  hangsAt: 99,
  seen: null,
  atWork: null,
} as const satisfies Omit<KindFacts, 'tag' | 'group' | 'also'>

/** Every kind of part and what is true of it; a kind without a line here does not compile, and everything asks here. */
export const PART_KINDS: Readonly<Record<BehaviourKind, KindFacts>> = {
  'mains-inlet': {
    ...NONE,
    leadsEarthOn: true,
    also: 'socket entry plug appliance IEC mains in',
    tag: 'X',
    group: 'mains',
    offeredAt: ['feed'],
  },
  supply: {
    ...NONE,
    hangsAt: 1,
    isWarm: true,
    also: 'power supply PSU brick transformer switching converter AC DC',
    does: 'feeds',
    tag: 'PS',
    group: 'supplies',
    canOverload: true,
    loadKind: 'capacitive',
  },
  converter: {
    ...NONE,
    hangsAt: 2,
    isPluggedOften: true,
    isWarm: true,
    also: 'buck boost step-down DC-DC regulator',
    does: 'feeds',
    tag: 'PS',
    group: 'supplies',
    canOverload: true,
    loadKind: 'capacitive',
  },
  'outside-source': { ...NONE, also: 'USB lead outside feed', tag: 'X', group: 'supplies' },
  battery: { ...NONE, also: 'accumulator cell pack', tag: 'G', group: 'supplies' },
  adapter: { ...NONE, also: 'wall wart charger brick plug-in supply', tag: 'PS', group: 'supplies' },
  'protective-device': {
    ...NONE,
    isRow: true,
    passesOn: true,
    givesNothing: true,
    also: 'fuse breaker MCB holder circuit blade',
    tag: 'F',
    group: 'fuses',
    offeredAt: ['feed', 'guard'],
  },
  'residual-current-device': {
    ...NONE,
    givesNothing: true,
    also: 'RCD GFCI RCBO earth leakage ground fault',
    tag: 'F',
    group: 'mains',
    offeredAt: ['guard'],
  },
  'surge-filter': { ...NONE, also: 'EMI filter suppressor varistor snubber diode', tag: 'Z', group: 'mains' },
  switch: {
    ...NONE,
    isRead: true,
    givesNothing: true,
    holdsNoWinding: true,
    also: 'toggle rocker isolator on off main',
    tag: 'Q',
    group: 'mains',
    offeredAt: ['feed'],
  },
  button: {
    ...NONE,
    isRead: true,
    givesNothing: true,
    holdsNoWinding: true,
    atWork: 'Press and let go: the board’s report follows, and only this input does.',
    also: 'push momentary start stop limit micro',
    tag: 'S',
    group: 'mains',
    offeredAt: ['guard'],
  },
  'emergency-stop': {
    ...NONE,
    isRead: true,
    givesNothing: true,
    holdsNoWinding: true,
    keepsOff: true,
    atWork: 'Press and turn free: the board’s report follows.',
    also: 'e-stop mushroom estop',
    tag: 'S',
    group: 'mains',
    offeredAt: ['feed', 'guard'],
  },
  contactor: {
    ...NONE,
    switchesOnCommand: true,
    also: 'magnetic starter relay',
    seen: 'Hear it pull in and let go, without chatter.',
    does: 'works',
    tag: 'K',
    group: 'mains',
    offeredAt: ['guard'],
    isControl: true,
    isWorkedByCoil: true,
  },
  relay: {
    ...NONE,
    hangsAt: 12,
    isPluggedOften: true,
    switchesOnCommand: true,
    also: 'relay board module channel change-over SPDT',
    seen: 'Hear it pull in and let go.',
    does: 'works',
    tag: 'K',
    group: 'mains',
    offeredAt: ['feed', 'guard'],
    isControl: true,
    isWorkedByCoil: true,
  },
  'solid-state-relay': {
    ...NONE,
    hangsAt: 11,
    switchesOnCommand: true,
    isWarm: true,
    also: 'SSR triac dimmer',
    does: 'works',
    tag: 'K',
    group: 'mains',
    offeredAt: ['feed', 'guard'],
    isControl: true,
    isWorkedByCoil: true,
  },
  'mosfet-module': {
    ...NONE,
    isPluggedOften: true,
    switchesOnCommand: true,
    isWarm: true,
    also: 'transistor FET switch power module',
    does: 'works',
    tag: 'K',
    group: 'mains',
    offeredAt: ['guard'],
    isCommanding: true,
  },
  thermostat: {
    ...NONE,
    givesNothing: true,
    holdsNoWinding: true,
    keepsOff: true,
    switchesOnCommand: true,
    also: 'temperature switch bimetal fan control',
    does: 'works',
    tag: 'B',
    group: 'mains',
    offeredAt: ['guard'],
  },
  'thermal-cut-out': {
    ...NONE,
    standsOutside: true,
    givesNothing: true,
    holdsNoWinding: true,
    keepsOff: true,
    also: 'thermal fuse bimetal cutoff overheat',
    tag: 'B',
    group: 'mains',
    offeredAt: ['feed', 'guard'],
  },
  splice: {
    ...NONE,
    isRow: true,
    passesOn: true,
    givesNothing: true,
    leadsEarthOn: true,
    also: 'connector lever nut joint butt',
    tag: 'W',
    group: 'joints',
    offeredAt: ['feed'],
  },
  'terminal-strip': {
    ...NONE,
    isRow: true,
    passesOn: true,
    givesNothing: true,
    leadsEarthOn: true,
    also: 'terminal block distribution bus bar DIN rail',
    tag: 'X',
    group: 'joints',
    offeredAt: ['feed'],
  },
  board: {
    ...NONE,
    hangsAt: 3,
    takes: true,
    hasPinMap: true,
    isPluggedOften: true,
    holdsNoWinding: true,
    also: 'controller mainboard control board PLC microcontroller breakout',
    seen: 'See its lamp; smell and feel: nothing warm within a minute.',
    does: 'computes',
    canOverload: true,
    tag: 'A',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'capacitive',
    isElectronics: true,
    isCommanding: true,
  },
  driver: {
    ...NONE,
    hangsAt: 4,
    takes: true,
    isPluggedOften: true,
    isWarm: true,
    also: 'stepper driver servo amplifier motor drive VFD',
    seen: 'See its lamp; hear nothing yet: a motor that sings is held.',
    does: 'moves',
    canOverload: true,
    tag: 'A',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'capacitive',
    isElectronics: true,
    isHazard: true,
    isCommanding: true,
  },
  motor: {
    ...NONE,
    hangsAt: 5,
    standsOutside: true,
    also: 'stepper servo spindle gearmotor',
    does: 'moves',
    tag: 'M',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'motor',
    isHazard: true,
  },
  encoder: {
    ...NONE,
    standsOutside: true,
    isRead: true,
    atWork: 'Turn it a little both ways: the count goes up and down, and only this one does.',
    also: 'position feedback',
    does: 'computes',
    tag: 'B',
    group: 'runs',
  },
  heater: {
    ...NONE,
    hangsAt: 7,
    standsOutside: true,
    takes: true,
    also: 'heating element bed hot end cartridge pad',
    seen: 'A little warmth, for seconds only; none at all without its command.',
    does: 'heats',
    tag: 'E',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'resistive',
    isHazard: true,
    asksSafeState: true,
  },
  sensor: {
    ...NONE,
    hangsAt: 15,
    standsOutside: true,
    isRead: true,
    holdsNoWinding: true,
    atWork: 'Work it by hand, or warm it with a finger: the board’s report follows, and only this input does.',
    also: 'probe thermistor end stop limit switch proximity NTC',
    does: 'computes',
    tag: 'B',
    group: 'runs',
    offeredAt: ['brief'],
    isElectronics: true,
  },
  fan: {
    ...NONE,
    hangsAt: 8,
    takes: true,
    also: 'blower cooling ventilator',
    seen: 'See it turn, hear that no blade rubs; air goes where the arrow says.',
    does: 'blows',
    tag: 'V',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'motor',
    asksSafeState: true,
  },
  'pixel-string': {
    ...NONE,
    hangsAt: 10,
    standsOutside: true,
    takes: true,
    also: 'LED strip addressable lights',
    seen: 'See the first pixel and the last, in one colour: a far end that goes red lacks volts.',
    does: 'lights',
    tag: 'H',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'capacitive',
  },
  outlet: {
    ...NONE,
    leadsEarthOn: true,
    also: 'socket receptacle power point',
    does: 'feeds',
    tag: 'X',
    group: 'runs',
    canOverload: true,
    offeredAt: ['brief'],
  },
  lamp: {
    ...NONE,
    hangsAt: 9,
    standsOutside: true,
    takes: true,
    also: 'light LED bulb indicator',
    seen: 'See it light.',
    does: 'lights',
    tag: 'H',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'lamp',
    asksSafeState: true,
  },
  computer: {
    ...NONE,
    hangsAt: 13,
    takes: true,
    hasPinMap: true,
    isPluggedOften: true,
    also: 'single board computer SBC',
    seen: 'See it start; it draws most while it does.',
    does: 'computes',
    canOverload: true,
    tag: 'A',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'capacitive',
    isElectronics: true,
    isCommanding: true,
  },
  screen: {
    ...NONE,
    hangsAt: 14,
    takes: true,
    isPluggedOften: true,
    also: 'display panel touch monitor',
    seen: 'See its picture.',
    does: 'computes',
    tag: 'A',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'capacitive',
    isElectronics: true,
  },
  coupler: {
    ...NONE,
    passesOn: true,
    leadsEarthOn: true,
    also: 'jack keystone panel socket feed-through',
    tag: 'X',
    group: 'joints',
    canOverload: true,
  },
  'earth-stud': {
    ...NONE,
    passesOn: true,
    leadsEarthOn: true,
    also: 'ground bolt PE',
    tag: 'PE',
    group: 'joints',
    offeredAt: ['feed'],
  },
  'exposed-metal': {
    ...NONE,
    leadsEarthOn: true,
    also: 'chassis frame door lid plate',
    tag: 'U',
    group: 'joints',
    offeredAt: ['brief', 'feed'],
  },
  other: {
    ...NONE,
    hangsAt: 6,
    also: 'valve pump solenoid actuator buzzer',
    tag: 'Y',
    group: 'runs',
    offeredAt: ['brief'],
    asksSafeState: true,
  },
}

/** Kinds of which something is true. */
export function kindsWhere(is: (facts: KindFacts) => boolean): readonly BehaviourKind[] {
  return (Object.keys(PART_KINDS) as BehaviourKind[]).filter((kind) => is(PART_KINDS[kind]))
}

export const kindsOfferedAt = (stage: OfferedAt) => kindsWhere(({ offeredAt }) => offeredAt.includes(stage))
