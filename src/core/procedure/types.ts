import type { TerminalKey } from '@/core/model'
import type { DeviceId, EnclosureId, FaceId, WireId } from '@/core/plan'

export const PHASES = [
  'take-out',
  'set',
  'holes',
  'mount',
  'earth',
  'mains',
  'dc',
  'signals',
  'moving',
  'tie',
  'checks',
  'first-power',
  'later',
] as const
export type Phase = (typeof PHASES)[number]

export interface ExpectedReading {
  readonly what: string
  readonly unit: 'V' | 'Ω' | '°C'
  /** Accepted from and to, inclusive; null: no limit on that side. */
  readonly from: number | null
  readonly to: number | null
}

/** One end that is made within an act, logged under a name of its own. */
export interface ActEnd {
  readonly id: string
  readonly facts: Readonly<Record<string, string>>
  /** The same as the first release wrote them. */
  readonly earlierFacts: Readonly<Record<string, string>>
}

/** What of proving a test belongs to, in the order in which it is done: a group waits for all before it. */
export const TEST_GROUPS = [
  'look',
  'earth',
  'shorts',
  'mains',
  'continuity',
  'settings',
  'bare',
  'alone',
  'control',
  'stopping',
  'loads',
  'truth',
  'relays',
  'heat',
  'stops',
  'return',
  'residual',
  'warm',
] as const
export type TestGroup = (typeof TEST_GROUPS)[number]

/** How something is proved: where the probes go, in which state, and what a reading that is off means. */
export interface ActTest {
  readonly group: TestGroup
  /** Null where nothing is measured between two terminals. */
  readonly red: TerminalKey | null
  readonly black: TerminalKey | null
  readonly situation: 'dead' | 'idle' | 'all on'
  readonly meter: 'ohms' | 'volts-ac' | 'volts-dc' | null
  /** What is held meanwhile; null where everything stands as in service. */
  readonly held: { readonly device: DeviceId; readonly actuator: string; readonly position: string } | null
  readonly ifOff: string
  /** What the limit is taken from. */
  readonly source: string
}

/** The least that is logged by itself: a wire, a hole pattern of a face, a reading. It keeps the facts it was done under. */
export interface Act {
  /** Stable while the act is about the same thing. */
  readonly id: string
  readonly phase: Phase
  readonly title: string
  /** What to do, a line each. */
  readonly lines: readonly string[]
  readonly why: string
  readonly cautions: readonly string[]
  readonly minutes: number
  /** Minutes in which it goes on by itself once begun: capacitors, glue. */
  readonly wait_min: number
  /** People who hold something while it is done. */
  readonly hands: 1 | 2
  /** What is taken in hand. */
  readonly tools: readonly string[]
  /** Acts that come first. */
  readonly after: readonly string[]
  /** What the act was done under: a sign-off with other facts is to be redone. */
  readonly facts: Readonly<Record<string, string>>
  readonly reading: ExpectedReading | null
  readonly device: DeviceId | null
  readonly wire: WireId | null
  /** The wire that is held along its way in it and cut at the mark: its length is written down. */
  readonly heldAlong: WireId | null
  /** Of what is proved; null for what is made. */
  readonly test: ActTest | null
  /** Ends that are made and tugged in it; all of them tugged is the act done. */
  readonly ends: readonly ActEnd[]
  /** What must be chosen in the plan before it can be done; null where nothing must. */
  readonly undecided: string | null
}

/** Where to look. */
export interface StepPlace {
  readonly enclosure: EnclosureId | null
  readonly face: FaceId | null
  readonly devices: readonly DeviceId[]
  readonly wires: readonly WireId[]
}

/** What is done in one go at the bench: acts of a kind, at one place, with the same tools in hand. */
export interface Step {
  /** Of the group, whichever acts are in it at the moment. */
  readonly id: string
  readonly phase: Phase
  readonly title: string
  readonly acts: readonly Act[]
  readonly why: string
  readonly cautions: readonly string[]
  readonly tools: readonly string[]
  /** What lies ready before it is begun. */
  readonly takes: readonly string[]
  readonly minutes: number
  readonly wait_min: number
  readonly hands: 1 | 2
  /** What counts as done. */
  readonly doneWhen: string
  /** Steps that come first. */
  readonly after: readonly string[]
  readonly place: StepPlace
}
