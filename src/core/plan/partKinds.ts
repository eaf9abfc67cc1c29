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
} as const satisfies Omit<KindFacts, 'tag' | 'group'>

/** Every kind of part and what is true of it; a kind without a line here does not compile, and everything asks here. */
export const PART_KINDS: Readonly<Record<BehaviourKind, KindFacts>> = {
  'mains-inlet': { ...NONE, tag: 'X', group: 'mains', offeredAt: ['feed'] },
  supply: { ...NONE, does: 'feeds', tag: 'PS', group: 'supplies', canOverload: true, loadKind: 'capacitive' },
  converter: { ...NONE, does: 'feeds', tag: 'PS', group: 'supplies', canOverload: true, loadKind: 'capacitive' },
  'outside-source': { ...NONE, tag: 'X', group: 'supplies' },
  battery: { ...NONE, tag: 'G', group: 'supplies' },
  adapter: { ...NONE, tag: 'PS', group: 'supplies' },
  'protective-device': { ...NONE, tag: 'F', group: 'fuses', offeredAt: ['feed', 'guard'] },
  'residual-current-device': { ...NONE, tag: 'F', group: 'mains', offeredAt: ['guard'] },
  'surge-filter': { ...NONE, tag: 'Z', group: 'mains' },
  switch: { ...NONE, tag: 'Q', group: 'mains', offeredAt: ['feed'] },
  button: { ...NONE, tag: 'S', group: 'mains', offeredAt: ['guard'] },
  'emergency-stop': { ...NONE, tag: 'S', group: 'mains', offeredAt: ['feed', 'guard'] },
  contactor: {
    ...NONE,
    does: 'works',
    tag: 'K',
    group: 'mains',
    offeredAt: ['guard'],
    isControl: true,
    isWorkedByCoil: true,
  },
  relay: {
    ...NONE,
    does: 'works',
    tag: 'K',
    group: 'mains',
    offeredAt: ['feed', 'guard'],
    isControl: true,
    isWorkedByCoil: true,
  },
  'solid-state-relay': {
    ...NONE,
    does: 'works',
    tag: 'K',
    group: 'mains',
    offeredAt: ['feed', 'guard'],
    isControl: true,
    isWorkedByCoil: true,
  },
  'mosfet-module': { ...NONE, does: 'works', tag: 'K', group: 'mains', offeredAt: ['guard'], isCommanding: true },
  thermostat: { ...NONE, does: 'works', tag: 'B', group: 'mains', offeredAt: ['guard'] },
  'thermal-cut-out': { ...NONE, tag: 'B', group: 'mains', offeredAt: ['feed', 'guard'] },
  splice: { ...NONE, tag: 'W', group: 'joints', offeredAt: ['feed'] },
  'terminal-strip': { ...NONE, tag: 'X', group: 'joints', offeredAt: ['feed'] },
  board: {
    ...NONE,
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
  motor: { ...NONE, does: 'moves', tag: 'M', group: 'runs', offeredAt: ['brief'], loadKind: 'motor', isHazard: true },
  encoder: { ...NONE, does: 'computes', tag: 'B', group: 'runs' },
  heater: {
    ...NONE,
    does: 'heats',
    tag: 'E',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'resistive',
    isHazard: true,
    asksSafeState: true,
  },
  sensor: { ...NONE, does: 'computes', tag: 'B', group: 'runs', offeredAt: ['brief'], isElectronics: true },
  fan: {
    ...NONE,
    does: 'blows',
    tag: 'V',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'motor',
    asksSafeState: true,
  },
  'pixel-string': { ...NONE, does: 'lights', tag: 'H', group: 'runs', offeredAt: ['brief'], loadKind: 'capacitive' },
  outlet: { ...NONE, does: 'feeds', tag: 'X', group: 'runs', canOverload: true, offeredAt: ['brief'] },
  lamp: {
    ...NONE,
    does: 'lights',
    tag: 'H',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'lamp',
    asksSafeState: true,
  },
  computer: {
    ...NONE,
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
    does: 'computes',
    tag: 'A',
    group: 'runs',
    offeredAt: ['brief'],
    loadKind: 'capacitive',
    isElectronics: true,
  },
  coupler: { ...NONE, tag: 'X', group: 'joints', canOverload: true },
  'earth-stud': { ...NONE, tag: 'PE', group: 'joints', offeredAt: ['feed'] },
  'exposed-metal': { ...NONE, tag: 'U', group: 'joints', offeredAt: ['brief', 'feed'] },
  other: { ...NONE, tag: 'Y', group: 'runs', offeredAt: ['brief'], asksSafeState: true },
}

/** Kinds of which something is true. */
export function kindsWhere(is: (facts: KindFacts) => boolean): readonly BehaviourKind[] {
  return (Object.keys(PART_KINDS) as BehaviourKind[]).filter((kind) => is(PART_KINDS[kind]))
}

export const kindsOfferedAt = (stage: OfferedAt) => kindsWhere(({ offeredAt }) => offeredAt.includes(stage))
