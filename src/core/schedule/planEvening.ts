import type { Evening, Slot, Work } from './types'

/** To lay one tool down, find the next and set it. Common practice. */
export const CHANGE_MIN = 1
/** Partial evenings that are kept side by side; up to {@link EXACT} pieces of work all of them are. */
const BEAM = 48
export const EXACT = 11

interface State {
  readonly slots: readonly Slot[]
  readonly done: ReadonlySet<string>
  /** Tells sets of work apart, whatever their order. */
  readonly mark: number
  readonly at_min: number
  readonly work_min: number
  readonly idle_min: number
  readonly changes: number
  readonly inHand: readonly string[]
  /** Names of what was begun and is not finished. */
  readonly begun: ReadonlyMap<string, number>
  /** When what goes on by itself is over. */
  readonly ripe: ReadonlyMap<string, number>
}

/**
 * What fits into so many minutes, in an order that keeps tools in hand, lets waits run beside other work, and ends where the
 * box may be left. The most work; of equal work the fewest changes of tools, then the least idle time, then the order as
 * given. Exact for few pieces of work (every order is looked at, equal sets merged); a beam search for more.
 */
export function planEvening({
  work,
  budget_min,
  inHand = [],
}: {
  readonly work: readonly Work[]
  readonly budget_min: number
  readonly inHand?: readonly string[]
}): Evening {
  const present = new Set(work.map(({ id }) => id))
  const whole = new Map<string, { count: number; minutes: number }>()
  for (const { together, minutes } of work)
    if (together !== null) {
      const sum = whole.get(together) ?? { count: 0, minutes: 0 }
      whole.set(together, { count: sum.count + 1, minutes: sum.minutes + minutes })
    }
  const tooLong = [...whole].flatMap(([together, { minutes }]) => (minutes > budget_min ? [{ together, minutes }] : []))
  const isTooLong = new Set(tooLong.map(({ together }) => together))
  const rank = new Map(work.map(({ id }, i) => [id, i]))
  const marks = new Map(work.map(({ id }, i) => [id, markOf(i)]))
  const able = work.filter(({ together }) => together === null || !isTooLong.has(together))

  const isReady = (state: State, { id, after }: Work) =>
    !state.done.has(id) && after.every((other) => !present.has(other) || state.done.has(other))
  const mayBeLeft = (state: State) => [...state.begun].every(([name, left]) => left === 0 || isTooLong.has(name))

  const extend = (state: State, next: Work): State | null => {
    const ripe_min = Math.max(0, ...next.after.map((id) => state.ripe.get(id) ?? 0))
    const picks = next.tools.filter((tool) => !state.inHand.includes(tool))
    const from = Math.max(state.at_min, ripe_min)
    const end_min = from + picks.length * CHANGE_MIN + next.minutes
    if (end_min > budget_min + 1e-9) return null
    const begun = new Map(state.begun)
    if (next.together !== null)
      begun.set(next.together, (begun.get(next.together) ?? whole.get(next.together)!.count) - 1)
    return {
      slots: [...state.slots, { id: next.id, start_min: from, end_min, picks }],
      done: new Set(state.done).add(next.id),
      mark: state.mark + marks.get(next.id)!,
      at_min: end_min,
      work_min: state.work_min + next.minutes,
      idle_min: state.idle_min + from - state.at_min,
      changes: state.changes + picks.length,
      // What needs no tool leaves those in hand there.
      inHand: next.tools.length > 0 ? next.tools : state.inHand,
      begun,
      ripe: next.wait_min > 0 ? new Map([...state.ripe, [next.id, end_min + next.wait_min]]) : state.ripe,
    }
  }

  const start: State = {
    slots: [],
    done: new Set(),
    mark: 0,
    at_min: 0,
    work_min: 0,
    idle_min: 0,
    changes: 0,
    inHand,
    begun: new Map(),
    ripe: new Map(),
  }
  const isExact = able.length <= EXACT
  let best = start
  let front: readonly State[] = [start]
  while (front.length > 0) {
    const next = new Map<string, State>()
    for (const state of front)
      for (const each of able) {
        if (!isReady(state, each)) continue
        const to = extend(state, each)
        if (to === null) continue
        const key = isExact
          ? `${to.mark}|${to.inHand.join(' ')}|${[...to.ripe.values()].join(' ')}|${to.at_min}`
          : `${to.mark}|${to.inHand.join(' ')}`
        const known = next.get(key)
        if (!known || isBetter(to, known, rank)) next.set(key, to)
        if (mayBeLeft(to) && isBetter(to, best, rank)) best = to
      }
    const states = [...next.values()]
    front = isExact ? states : states.sort((a, b) => promise(b) - promise(a) || byOrder(a, b, rank)).slice(0, BEAM)
  }
  return {
    slots: best.slots,
    used_min: best.at_min,
    work_min: best.work_min,
    idle_min: best.idle_min,
    changes: best.changes,
    tooLong,
  }
}

/** A whole number below 2^45 for each piece of work, so spread that sums of a few hundred are told apart (Weyl, 1916). */
const markOf = (i: number) => Math.floor((((i + 1) * 0.6180339887498949) % 1) * 2 ** 45)

function isBetter(one: State, other: State, rank: ReadonlyMap<string, number>): boolean {
  return (
    (one.work_min - other.work_min ||
      other.changes - one.changes ||
      other.idle_min - one.idle_min ||
      byOrder(other, one, rank)) > 0
  )
}

/** Work done for the time it took: what a partial evening is kept by. */
const promise = (state: State) => state.work_min - state.at_min - state.idle_min

/** Which comes nearer to the order as given: the first difference decides. */
function byOrder(one: State, other: State, rank: ReadonlyMap<string, number>): number {
  for (let i = 0; i < Math.min(one.slots.length, other.slots.length); i += 1) {
    const apart = rank.get(one.slots[i]!.id)! - rank.get(other.slots[i]!.id)!
    if (apart !== 0) return apart
  }
  return 0
}
