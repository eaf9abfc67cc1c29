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
} as const satisfies Omit<KindFacts, 'tag' | 'group'>

/** Every kind of part and what is true of it; a kind without a line here does not compile, and everything asks here. */
export const PART_KINDS: Readonly<Record<BehaviourKind, KindFacts>> = {
  'mains-inlet': {
    ...NONE,
    leadsEarthOn: true,
    tag: 'X',
    group: 'mains',
    offeredAt: ['feed'],
  },
  supply: {
    ...NONE,
    hangsAt: 1,
    isWarm: true,
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
    does: 'feeds',
    tag: 'PS',
    group: 'supplies',
    canOverload: true,
    loadKind: 'capacitive',
  },
  'outside-source': { ...NONE, tag: 'X', group: 'supplies' },
  battery: { ...NONE, tag: 'G', group: 'supplies' },
  adapter: { ...NONE, tag: 'PS', group: 'supplies' },
  'protective-device': {
    ...NONE,
    isRow: true,
    passesOn: true,
    givesNothing: true,
    tag: 'F',
    group: 'fuses',
    offeredAt: ['feed', 'guard'],
  },
  'residual-current-device': {
    ...NONE,
    givesNothing: true,
    tag: 'F',
    group: 'mains',
    offeredAt: ['guard'],
  },
  'surge-filter': { ...NONE, tag: 'Z', group: 'mains' },
  switch: {
    ...NONE,
    isRead: true,
    givesNothing: true,
    holdsNoWinding: true,
    tag: 'Q',
    group: 'mains',
    offeredAt: ['feed'],
  },
  button: {
    ...NONE,
    isRead: true,
    givesNothing: true,
    holdsNoWinding: true,
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
    tag: 'S',
    group: 'mains',
    offeredAt: ['feed', 'guard'],
  },
  contactor: {
    ...NONE,
    switchesOnCommand: true,
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
    does: 'computes',
    tag: 'B',
    group: 'runs',
  },
  heater: {
    ...NONE,
    hangsAt: 7,
    standsOutside: true,
    takes: true,
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
    does: 'lights',
    tag: 'H',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'capacitive',
  },
  outlet: {
    ...NONE,
    leadsEarthOn: true,
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
    tag: 'X',
    group: 'joints',
    canOverload: true,
  },
  'earth-stud': {
    ...NONE,
    passesOn: true,
    leadsEarthOn: true,
    tag: 'PE',
    group: 'joints',
    offeredAt: ['feed'],
  },
  'exposed-metal': {
    ...NONE,
    leadsEarthOn: true,
    tag: 'U',
    group: 'joints',
    offeredAt: ['brief', 'feed'],
  },
  other: {
    ...NONE,
    hangsAt: 6,
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
