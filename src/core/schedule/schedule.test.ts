import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CHANGE_MIN, criticalChain, learnPace, planEvening, type Work } from '.'
import { EXACT } from './planEvening'

const TOOLS = ['crimper', 'driver', 'meter']

/** Small evenings: some work waits for other work, some for a tool, some is not left half done. */
const evenings = (most: number) =>
  fc
    .array(
      fc.record({
        minutes: fc.integer({ min: 1, max: 12 }),
        wait_min: fc.constantFrom(0, 0, 0, 8),
        tool: fc.integer({ min: 0, max: 3 }),
        after: fc.array(fc.nat(), { maxLength: 2 }),
        together: fc.constantFrom(null, null, null, 'mains'),
      }),
      { minLength: 1, maxLength: most },
    )
    .map((list) =>
      list.map(({ minutes, wait_min, tool, after, together }, i): Work => ({
        id: `w${i}`,
        minutes,
        wait_min,
        tools: tool === 3 ? [] : [TOOLS[tool]!],
        after: i === 0 ? [] : [...new Set(after.map((n) => `w${n % i}`))],
        together,
      })),
    )

/** Every order of every set of work: what no plan can beat. Written from the statement of the task alone. */
function exhaustive(work: readonly Work[], budget: number): { readonly work: number; readonly changes: number } {
  let best = { work: 0, changes: 0 }
  const total = new Map<string, number>()
  const minutes = new Map<string, number>()
  for (const { together, minutes: own } of work)
    if (together) {
      total.set(together, (total.get(together) ?? 0) + 1)
      minutes.set(together, (minutes.get(together) ?? 0) + own)
    }
  const walk = (
    done: readonly Work[],
    at: number,
    hand: readonly string[],
    changes: number,
    ends: ReadonlyMap<string, number>,
  ) => {
    const isLeavable = [...total].every(([name, count]) => {
      const begun = done.filter(({ together }) => together === name).length
      return begun === 0 || begun === count
    })
    const sum = done.reduce((all, { minutes: own }) => all + own, 0)
    if (isLeavable && (sum > best.work || (sum === best.work && changes < best.changes))) best = { work: sum, changes }
    for (const next of work) {
      if (done.includes(next) || (next.together && minutes.get(next.together)! > budget)) continue
      if (next.after.some((id) => !done.some((each) => each.id === id))) continue
      const from = Math.max(at, ...next.after.map((id) => ends.get(id)!))
      const picks = next.tools.filter((tool) => !hand.includes(tool)).length
      const end = from + picks * CHANGE_MIN + next.minutes
      if (end > budget) continue
      walk(
        [...done, next],
        end,
        next.tools.length > 0 ? next.tools : hand,
        changes + picks,
        new Map([...ends, [next.id, end + next.wait_min]]),
      )
    }
  }
  walk([], 0, [], 0, new Map())
  return best
}

describe('an evening', () => {
  it('is as good as the best of all orders, where all of them can be tried', () =>
    fc.assert(
      fc.property(evenings(6), fc.integer({ min: 5, max: 45 }), (work, budget_min) => {
        const best = exhaustive(work, budget_min)
        const evening = planEvening({ work, budget_min })
        expect(evening.work_min).toBe(best.work)
        expect(evening.changes).toBe(best.changes)
      }),
      { numRuns: 150 },
    ))

  it('of many pieces does nine tenths of what is possible at the least, against the exact one', () =>
    fc.assert(
      fc.property(evenings(8), fc.integer({ min: 10, max: 50 }), (work, budget_min) => {
        // Work that fits into no evening makes the list long enough for the beam search and changes nothing else.
        const padding = Array.from({ length: EXACT }, (_, i): Work => ({
          id: `no${i}`,
          minutes: 1000,
          wait_min: 0,
          tools: [],
          after: [],
          together: null,
        }))
        const exact = planEvening({ work, budget_min }).work_min
        expect(planEvening({ work: [...work, ...padding], budget_min }).work_min).toBeGreaterThanOrEqual(0.9 * exact)
      }),
      { numRuns: 100 },
    ))

  it('keeps to its rules: nothing before what it needs, no overlap, within the time, nothing begun left half done', () =>
    fc.assert(
      fc.property(evenings(14), fc.integer({ min: 5, max: 80 }), (work, budget_min) => {
        const byId = new Map(work.map((each) => [each.id, each]))
        const { slots, tooLong } = planEvening({ work, budget_min })
        const ends = new Map<string, number>()
        let at = 0
        for (const { id, start_min, end_min } of slots) {
          const own = byId.get(id)!
          expect(start_min).toBeGreaterThanOrEqual(at)
          for (const other of own.after) expect(start_min).toBeGreaterThanOrEqual(ends.get(other)!)
          ends.set(id, end_min + own.wait_min)
          at = end_min
        }
        expect(at).toBeLessThanOrEqual(budget_min)
        const mains = work.filter(({ together }) => together === 'mains')
        const begun = slots.filter(({ id }) => byId.get(id)!.together === 'mains').length
        expect([0, mains.length]).toContain(begun)
        if (tooLong.length > 0) expect(begun).toBe(0)
      }),
    ))

  it('runs other work while something waits by itself', () => {
    const piece = (id: string, minutes: number, wait_min = 0, after: string[] = []): Work => ({
      id,
      minutes,
      wait_min,
      tools: [],
      after,
      together: null,
    })
    const evening = planEvening({
      work: [piece('glue', 5, 20), piece('on it', 5, 0, ['glue']), piece('else', 20)],
      budget_min: 30,
    })
    expect(evening.slots.map(({ id }) => id)).toEqual(['glue', 'else', 'on it'])
    expect(evening.idle_min).toBe(0)
  })
})

describe('the longest chain', () => {
  it('is the longest way through what waits for one another, its waits counted', () =>
    fc.assert(
      fc.property(evenings(8), (work) => {
        const byId = new Map(work.map((each) => [each.id, each]))
        const longest = (id: string): number => {
          const { minutes, after } = byId.get(id)!
          return minutes + Math.max(0, ...after.map((other) => longest(other) + byId.get(other)!.wait_min))
        }
        const { minutes, ids } = criticalChain(work)
        expect(minutes).toBe(Math.max(...work.map(({ id }) => longest(id))))
        ids.slice(1).forEach((id, i) => expect(byId.get(id)!.after).toContain(ids[i]))
      }),
    ))
  it('of nothing is nothing', () => expect(criticalChain([])).toEqual({ ids: [], minutes: 0 }))
})

describe('the pace of a person', () => {
  const timed = (factor: number, count: number) =>
    Array.from({ length: count }, () => ({ stage: 'dc' as const, planned_min: 5, took_min: 5 * factor }))
  it('is as planned where nobody signed anything', () => expect(learnPace<'dc'>([])('dc')).toBe(1))
  it('comes near to how long things really take, and nearer with every one', () => {
    const few = learnPace(timed(2, 2))('dc')
    const many = learnPace(timed(2, 40))('dc')
    expect(few).toBeGreaterThan(1)
    expect(many).toBeGreaterThan(few)
    expect(many).toBeLessThanOrEqual(2)
    expect(many).toBeGreaterThan(1.8)
  })
  it('learns nothing from a card left open over night, nor from ticking off what was done long ago', () => {
    expect(learnPace(timed(100, 10))('dc')).toBe(1)
    expect(learnPace(timed(0.01, 10))('dc')).toBe(1)
  })
})
