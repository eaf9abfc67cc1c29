import { FACTS_VERSION } from '../facts'
import type { Act } from '../types'

/** What differs from step to step; the rest is none. */
export type Draft = Partial<Act> & Pick<Act, 'id' | 'phase' | 'title' | 'why' | 'minutes' | 'facts'>

export function actOf({
  id,
  phase,
  title,
  why,
  minutes,
  facts,
  lines = [],
  cautions = [],
  after = [],
  reading = null,
  device = null,
  wire = null,
  heldAlong = null,
  wait_min = 0,
  hands = 1,
  tools = [],
  ends = [],
  test = null,
  undecided = null,
}: Draft): Act {
  const dated = { ...facts, version: FACTS_VERSION }
  return {
    id,
    phase,
    title,
    lines,
    why,
    cautions,
    minutes,
    wait_min,
    hands,
    tools,
    after,
    facts: dated,
    reading,
    device,
    wire,
    heldAlong,
    test,
    ends,
    undecided,
  }
}

/** Two ends: cut, strip, make, clamp, tug. */
export const MINUTES = {
  set: 2,
  fit: 1,
  mount: 6,
  wire: 5,
  plugged: 2,
  signal: 3,
  earth: 5,
  check: 3,
  power: 4,
} as const

/** The same step as before while what it was made from is the same: nothing downstream need look at it again. */
export function rememberActs<Owner extends object>() {
  const known = new WeakMap<Owner, { readonly from: readonly unknown[]; readonly steps: readonly Act[] }>()
  return (owner: Owner, from: readonly unknown[], make: () => readonly Act[]): readonly Act[] => {
    const before = known.get(owner)
    if (before && before.from.length === from.length && before.from.every((each, i) => each === from[i]))
      return before.steps
    const steps = make()
    known.set(owner, { from, steps })
    return steps
  }
}
