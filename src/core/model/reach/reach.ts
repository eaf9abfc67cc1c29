import type { WireId } from '@/core/plan'
import type { Passage } from '../types'
import { commit, FREE, isWider, type Commitment } from './commitment'
import type { Hop, Step, Steps } from './steps'

/** What is asked of the walk. */
export interface Question<T, H extends Hop = Step> {
  /** The joints where it begins, each with what is carried from there. */
  readonly from: Iterable<readonly [joint: number, carried: T]>
  /** What is carried on after a step; null where it is not taken. */
  carry(carried: T, step: H): T | null
  /** Where one way to a joint is better than another it is followed first; without it, the way of the fewest steps. */
  isBetter?(one: T, other: T): boolean
  /** Joints that are reached and not left again. */
  endsAt?(joint: number): boolean
}

/** A joint with the first way to it. */
export interface Reached<T, H extends Hop = Step> {
  readonly joint: number
  readonly carried: T
  readonly before: Reached<T, H> | null
  /** The last step of the way; null where it began. */
  readonly step: H | null
}

export type Reach<T, H extends Hop = Step> = ReadonlyMap<number, Reached<T, H>>

interface Label<T, H extends Hop> extends Reached<T, H> {
  readonly committed: Commitment
}

/** As many ways of committing contacts as are followed to one joint. */
const MOST_WAYS = 8

/**
 * The one walk over joints: from where, through which steps, where it ends, and what is carried along. A change-over contact
 * is passed one way or the other on the same way, never both; so a joint may be left again by a way that is longer, or worse,
 * and commits to other stands. Joints come in the order in which they are reached.
 */
export function reach<T, H extends Hop = Step>(
  { steps }: { readonly steps: Steps<H> },
  question: Question<T, H>,
): Reach<T, H> {
  const { from, carry, isBetter, endsAt } = question
  const found = new Map<number, Reached<T, H>>()
  const followed = new Map<number, Commitment[]>()
  const open = isBetter ? new BestFirst<T, H>(isBetter) : new InOrder<T, H>()
  for (const [joint, carried] of from) open.put({ joint, carried, before: null, step: null, committed: FREE })
  for (let here = open.take(); here; here = open.take()) {
    const { joint, committed } = here
    const own = followed.get(joint)
    if (!own) followed.set(joint, [committed])
    else if (own.length >= MOST_WAYS || own.some((other) => isWider(other, committed))) continue
    else own.push(committed)
    if (!found.has(joint)) found.set(joint, here)
    if (endsAt?.(joint)) continue
    for (const step of steps.at(joint)) {
      const next = step.passage ? commit(committed, step.passage, steps.exclusive) : committed
      if (next === null || followed.get(step.to)?.some((other) => isWider(other, next))) continue
      const carried = carry(here.carried, step)
      if (carried !== null) open.put({ joint: step.to, carried, before: here, step, committed: next })
    }
  }
  return found
}

interface Open<T, H extends Hop> {
  put(label: Label<T, H>): void
  take(): Label<T, H> | undefined
}

class InOrder<T, H extends Hop> implements Open<T, H> {
  private readonly labels: Label<T, H>[] = []
  private at = 0

  put(label: Label<T, H>): void {
    this.labels.push(label)
  }

  take(): Label<T, H> | undefined {
    return this.labels[this.at++]
  }
}

/** A binary heap; of those that are alike the one that was put first. */
class BestFirst<T, H extends Hop> implements Open<T, H> {
  private readonly heap: { readonly label: Label<T, H>; readonly turn: number }[] = []
  private turns = 0

  constructor(private readonly isBetter: (one: T, other: T) => boolean) {}

  private isBefore(i: number, j: number): boolean {
    const [one, other] = [this.heap[i]!, this.heap[j]!]
    if (this.isBetter(one.label.carried, other.label.carried)) return true
    return !this.isBetter(other.label.carried, one.label.carried) && one.turn < other.turn
  }

  private swap(i: number, j: number): void {
    ;[this.heap[i], this.heap[j]] = [this.heap[j]!, this.heap[i]!]
  }

  put(label: Label<T, H>): void {
    this.heap.push({ label, turn: (this.turns += 1) })
    for (let i = this.heap.length - 1; i > 0;) {
      const up = (i - 1) >> 1
      if (!this.isBefore(i, up)) break
      this.swap(i, up)
      i = up
    }
  }

  take(): Label<T, H> | undefined {
    const [first] = this.heap
    const last = this.heap.pop()
    if (!first || !last) return undefined
    if (first === last) return first.label
    this.heap[0] = last
    for (let i = 0; ;) {
      const [left, right] = [2 * i + 1, 2 * i + 2]
      let best = i
      if (left < this.heap.length && this.isBefore(left, best)) best = left
      if (right < this.heap.length && this.isBefore(right, best)) best = right
      if (best === i) return first.label
      this.swap(i, best)
      i = best
    }
  }
}

/** The steps of a way, from where it began. */
export function stepsTo<T>(reached: Reached<T> | undefined): readonly Step[] {
  const steps: Step[] = []
  for (let at = reached; at?.step; at = at.before ?? undefined) steps.push(at.step)
  return steps.reverse()
}

export const passagesOn = (steps: readonly Step[]): readonly Passage[] =>
  steps.flatMap(({ passage }) => (passage ? [passage] : []))

export const wiresOn = (steps: readonly Step[]): readonly WireId[] =>
  steps.flatMap(({ conductor }) => (conductor ? [conductor.id] : []))

/** Where only it matters whether a joint is reached. */
export function reachedFrom(
  model: { readonly steps: Steps },
  from: Iterable<number>,
  takes: (step: Step) => boolean,
  endsAt?: (joint: number) => boolean,
): Reach<true> {
  return reach(model, {
    from: [...from].map((joint) => [joint, true] as const),
    carry: (_, step) => (takes(step) ? true : null),
    ...(endsAt ? { endsAt } : {}),
  })
}

/** All conductors but those of protective earth. */
export const isLive = ({ conductor }: Step): boolean => conductor === null || conductor.wire.function !== 'PE'

/** Conductors of protective earth alone. */
export const isEarth = ({ conductor }: Step): boolean => conductor?.wire.function === 'PE'
