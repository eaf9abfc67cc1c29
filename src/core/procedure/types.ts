import type { DeviceId, WireId } from '@/core/plan'

export const PHASES = [
  'take-out',
  'set',
  'holes',
  'mount',
  'mains',
  'earth',
  'dc',
  'tie',
  'checks',
  'first-power',
] as const
export type Phase = (typeof PHASES)[number]

export interface ExpectedReading {
  readonly what: string
  readonly unit: 'V' | 'Ω'
  /** Accepted from and to, inclusive; null: no limit on that side. */
  readonly from: number | null
  readonly to: number | null
}

/** One thing done at the bench, and signed off. */
export interface Step {
  /** Stable while the step is about the same thing. */
  readonly id: string
  readonly phase: Phase
  readonly title: string
  /** What to do, a line each. */
  readonly lines: readonly string[]
  readonly why: string
  readonly cautions: readonly string[]
  readonly minutes: number
  /** Steps that come first. */
  readonly after: readonly string[]
  /** What the step was done under: a sign-off with other facts is to be redone. */
  readonly facts: Readonly<Record<string, string>>
  readonly reading: ExpectedReading | null
  readonly device: DeviceId | null
  readonly wire: WireId | null
}
