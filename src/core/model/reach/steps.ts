import type { Conductor, Mover, Passage } from '../types'
import { exclusiveMovers } from './commitment'

/** One piece of a way from a joint to another; the passage says what it commits a mover to. */
export interface Hop {
  readonly to: number
  readonly passage: Passage | null
}

/** Along a wire, or through a link inside a part. */
export interface Step extends Hop {
  /** Of the wire or the link. */
  readonly id: string
  readonly from: number
  readonly conductor: Conductor | null
}

/** What can be walked: the steps at each joint, and the movers no way passes two links of at once. */
export interface Steps<H extends Hop = Step> {
  at(joint: number): readonly H[]
  readonly exclusive: ReadonlySet<number>
}

const NONE: readonly Step[] = []

/** At each joint in the order of their ids: the order in which things were entered decides nothing. */
export function stepsOf(
  jointCount: number,
  conductors: readonly Conductor[],
  passages: readonly Passage[],
  movers: readonly Mover[],
): Steps {
  const at: Step[][] = Array.from({ length: jointCount }, () => [])
  const join = (id: string, a: number, b: number, conductor: Conductor | null, passage: Passage | null) => {
    at[a]!.push({ id, from: a, to: b, conductor, passage })
    at[b]!.push({ id, from: b, to: a, conductor, passage })
  }
  for (const conductor of conductors) join(conductor.id, conductor.jointFrom, conductor.jointTo, conductor, null)
  for (const passage of passages) join(passage.id, passage.jointA, passage.jointB, null, passage)
  for (const own of at) own.sort((one, other) => (one.id < other.id ? -1 : one.id > other.id ? 1 : 0))
  return { at: (joint) => at[joint] ?? NONE, exclusive: exclusiveMovers(movers, passages) }
}
