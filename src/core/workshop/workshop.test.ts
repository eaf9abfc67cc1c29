import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { evaluate } from '@/core/evaluate'
import { PlanBuilder } from '@/core/patterns'
import { DEMOS } from '@demo/scenarios'
import { cutPlanOf, needKey, needsOf, shoppingList, type Need, type Stocked } from '.'

const demos = Object.entries(DEMOS).map(([name, make]) => [name, make!()] as const)
const needsFor = (plan: (typeof demos)[number][1]) => {
  const { reckoning, securing } = evaluate(plan)
  return { needs: needsOf(plan, reckoning, securing), reckoning }
}
const wireNeed = (lengths: readonly number[]): Need => ({
  key: needKey('wire', 'Wire 0.75 mm², red'),
  kind: 'wire',
  what: 'Wire 0.75 mm², red',
  unit: 'mm',
  amount: lengths.reduce((sum, length) => sum + length, 0),
  pieces: lengths.map((length_mm, i) => ({ id: `p${i}`, name: `W${i}`, length_mm })),
  spare: 0,
  why: '',
  price: null,
  supplier: null,
})
const spool = (id: string, amount: number, pack: number | null = null): Stocked => ({
  id,
  kind: 'wire',
  what: 'wire  0.75 mm²,  RED',
  pack,
  price: null,
  supplier: null,
  isOffcut: false,
  amount,
})

describe('what a plan needs', () => {
  it.each(demos)('%s: every wire that is made is a piece of some length, once', (_, plan) => {
    const { needs, reckoning } = needsFor(plan)
    const pieces = needs.filter(({ kind }) => kind === 'wire').flatMap((need) => need.pieces)
    const made = Object.values(plan.wires).filter((wire) => wire!.origin === 'new' && wire!.cable === null).length
    expect(pieces).toHaveLength(made)
    for (const { id, length_mm } of pieces)
      expect(length_mm).toBe(Math.ceil(reckoning.wires[id as keyof typeof reckoning.wires]!.length_mm))
  })
  it('each fuse value twice, and contacts for those that are spoiled', () => {
    const { needs } = needsFor(DEMOS['foam-gantry']!())
    const fuses = needs.filter(({ kind }) => kind === 'fuse')
    expect(fuses.length).toBeGreaterThan(1)
    for (const { amount, spare } of fuses) expect(spare).toBe(amount)
    const clay = needsFor(DEMOS['clay-printer']!()).needs
    const contacts = clay.filter(({ what }) => what.startsWith('Crimp contact'))
    for (const { amount, spare } of contacts) expect(spare).toBeGreaterThanOrEqual(Math.max(3, 0.2 * amount))
  })
  it('what is there already, what came in the kit and what is a device’s own is not bought', () => {
    const plan = new PlanBuilder('kept', 'IEC').device('V1', 'fan-24', 'Fan', { origin: 'there' }).build()
    expect(needsFor(plan).needs).toEqual([])
  })
})

describe('cutting from the stock', () => {
  it('takes offcuts and spools that are there before anything is bought', () => {
    const { from, buys } = cutPlanOf(wireNeed([400, 300, 900]), [spool('a', 750), spool('b', 1000)])
    expect(buys).toBe(0)
    expect(from.every(({ item }) => item !== null)).toBe(true)
  })
  it('keeps what is long enough, with its length', () => {
    const [from] = cutPlanOf(wireNeed([400]), [spool('a', 1000)]).from
    expect(from).toMatchObject({ item: 'a', left_mm: 600, isKept: true })
  })
  it('no piece is cut twice or forgotten, no length is cut beyond its end, and pieces come in the order of work', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 20, max: 3000 }), { minLength: 1, maxLength: 20 }),
        fc.array(fc.integer({ min: 50, max: 5000 }), { maxLength: 6 }),
        (lengths, stock) => {
          const need = wireNeed(lengths)
          const { from, tooLong } = cutPlanOf(
            need,
            stock.map((length, i) => spool(`s${i}`, length)),
          )
          const cut = [...from.flatMap(({ cuts }) => cuts), ...tooLong].map(({ id }) => id)
          expect([...cut].sort()).toEqual(need.pieces.map(({ id }) => id).sort())
          for (const { cuts, has_mm, left_mm } of from) {
            const sum = cuts.reduce((all, { length_mm }) => all + length_mm, 0)
            expect(sum + left_mm).toBeCloseTo(has_mm, 6)
            const order = cuts.map(({ id }) => Number(id.slice(1)))
            expect([...order].sort((a, b) => a - b)).toEqual(order)
          }
        },
      ),
      { numRuns: 60 },
    ))
  it('what is cut already is not cut again', () => {
    const { from } = cutPlanOf(wireNeed([400, 300]), [spool('a', 1000)], new Set(['p0']))
    expect(from.flatMap(({ cuts }) => cuts.map(({ id }) => id))).toEqual(['p1'])
  })
})

describe('the shopping list', () => {
  const ferrules = (amount: number, spare: number): Need => ({
    ...wireNeed([]),
    kind: 'end',
    what: 'Ferrule 0.75 · 8, grey',
    key: needKey('end', 'Ferrule 0.75 · 8, grey'),
    unit: 'pcs',
    amount,
    spare,
  })
  const bag = (amount: number, pack: number): Stocked => ({
    ...spool('bag', amount, pack),
    kind: 'end',
    what: 'Ferrule 0.75 · 8, grey',
    price: 4,
  })
  it.each([
    [20, 2, 0, 25, 1],
    [24, 2, 0, 25, 2],
    [24, 2, 10, 25, 1],
    [24, 2, 26, 25, 0],
  ])('%d and %d spare, %d there, in packs of %d: %d packs', (amount, spare, has, pack, packs) => {
    const [line] = shoppingList([ferrules(amount, spare)], [bag(has, pack)])
    expect(line).toMatchObject({ packs, buys: packs * pack, cost: packs * 4 })
  })
  it('two ends of spools that are each too short count for nothing', () => {
    const [line] = shoppingList([wireNeed([900])], [spool('a', 600, 10_000), spool('b', 600)])
    expect(line!.packs).toBe(1)
  })
  it.each(demos)('%s: what is bought and what is there is never less than what is needed', (_, plan) => {
    for (const { unit, needs, spare, has, buys } of shoppingList(needsFor(plan).needs, []))
      expect(has + buys).toBeGreaterThanOrEqual(unit === 'mm' ? needs : needs + spare)
  })
})
