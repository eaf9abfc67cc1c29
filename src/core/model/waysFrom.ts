import { isLive, passagesOn, reachedFrom, stepsTo } from './reach'
import type { TerminalKey } from './keys'
import type { Model, Passage, Wiring } from './types'

const known = new WeakMap<Wiring, Map<number, ReadonlyMap<number, readonly Passage[]>>>()

/** Movers of which no way passes two links at once. */
export function changeOvers({ steps }: Model): ReadonlySet<number> {
  return steps.exclusive
}

/** For every joint reached from a terminal, the fuses, contacts and transistors on the shortest way to it; remembered, since stages and rules ask from the same sources. */
export function waysFrom(model: Model, start: TerminalKey): ReadonlyMap<number, readonly Passage[]> {
  let own = known.get(model.wiring)
  if (!own) known.set(model.wiring, (own = new Map()))
  const first = model.jointOf(start)
  let ways = own.get(first)
  if (!ways)
    own.set(
      first,
      (ways = new Map(
        [...reachedFrom(model, [first], isLive)].map(([joint, reached]) => [joint, passagesOn(stepsTo(reached))]),
      )),
    )
  return ways
}
