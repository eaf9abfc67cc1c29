import type { CaseReading, Diagnosis, ExtraPoint, SituationName } from '@/core/diagnosis'
import type { DeviceId, Plan, WireId } from '@/core/plan'
import type { ActTest } from '@/core/procedure'
import type { Difficulty, RunStep } from '@/core/practice'
import type { Explained, Reading } from '@/core/proof/bench'
import type { TerminalKey } from '@/core/model'

/** How a bench stands: what feeds it, and where what moves is held. */
export interface BenchStand {
  readonly mains: boolean
  readonly usb: boolean
  readonly battery: boolean
  readonly held: Readonly<Record<DeviceId, Readonly<Record<string, string>>>>
}

/** What a meter is set to and where its probes are. */
export type BenchProbe =
  | { readonly what: 'volts' | 'ohms'; readonly red: TerminalKey; readonly black: TerminalKey }
  | { readonly what: 'amperes'; readonly wire: WireId }

export interface BenchAnswer {
  readonly reading: Reading
  /** What opened, and of that what did so on a difference; see the bench's solution. */
  readonly blown: readonly string[]
  readonly differing: readonly DeviceId[]
  readonly isRestless: boolean
}

/** A reading that the sheet asks for, as a healthy plan would give it. */
export interface Asked {
  readonly key: string
  readonly what: 'ohms' | 'volts-ac' | 'volts-dc'
  readonly situation: SituationName
  readonly red: TerminalKey
  readonly black: TerminalKey
  readonly held: ActTest['held']
}

/** What a healthy plan shows, and how it comes about. */
export interface Expected {
  readonly reading: Reading
  readonly explained: Explained | null
}

/** Something that is looked at, and what is seen of it. */
export interface LookLine {
  readonly watched: number
  readonly words: string
  readonly seen: 'right' | 'nothing' | 'weak' | 'wrong way'
  /** What is seen of it with nothing wrong. */
  readonly usual: 'right' | 'nothing' | 'weak' | 'wrong way'
}

/** What crosses between the page and the worker that keeps a bench. */
export type ToProve =
  | { readonly type: 'open'; readonly id: number; readonly plan: Plan; readonly extra: readonly ExtraPoint[] }
  | { readonly type: 'measure'; readonly id: number; readonly stand: BenchStand; readonly probe: BenchProbe }
  | { readonly type: 'expect'; readonly id: number; readonly asked: readonly Asked[] }
  /** Every fault at every point, with progress. */
  | { readonly type: 'prepare'; readonly id: number }
  | {
      readonly type: 'diagnose'
      readonly id: number
      readonly readings: readonly CaseReading[]
      readonly mayBeLive: boolean
    }
  | { readonly type: 'look'; readonly id: number; readonly situation: SituationName }
  | { readonly type: 'hide'; readonly id: number; readonly difficulty: Difficulty; readonly seed: number }
  | { readonly type: 'guess'; readonly id: number; readonly fault: string }
  | { readonly type: 'reveal'; readonly id: number }

export interface Answers {
  open: { readonly terminals: readonly TerminalKey[] }
  measure: BenchAnswer
  expect: Readonly<Record<string, Expected>>
  prepare: {
    readonly faults: readonly { readonly id: string; readonly words: string }[]
    readonly watched: readonly {
      readonly device: DeviceId
      readonly kind: 'load' | 'motor' | 'link'
      readonly words: string
    }[]
    readonly points: number
    readonly took_ms: number
  }
  diagnose: Diagnosis
  look: readonly LookLine[]
  hide: { readonly isHidden: boolean }
  guess: { readonly isRight: boolean }
  reveal: { readonly words: string; readonly remedy: string; readonly run: readonly RunStep[] }
}
