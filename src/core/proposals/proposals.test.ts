import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { review } from '@/core/findings'
import { apply, replay, type Command, type DeviceId, type Plan, type WireId } from '@/core/plan'
import { reckon } from '@/core/figures'
import { DEMOS } from '@demo/scenarios'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { shadowStage } from '@demo/scenarios/shadowStage'
import { compareBoxes, compareSupplies, dealSupplies, dealOver, sizeAll } from '.'

const applied = (plan: Plan, commands: readonly Command[]) => {
  const outcome = apply(plan, commands)
  if (outcome.kind === 'refused') throw new Error('refused')
  return outcome
}
const stops = (plan: Plan) => review(plan).filter(({ severity }) => severity === 'stop')

describe('size all fuses and wires', () => {
  const spoiled = applied(clayPrinter(), [
    {
      type: 'fitRating',
      device: 'device:f2' as DeviceId,
      link: 'F2',
      fitted: { family: 'ISO 8820-3', rating_A: 30, curve: null },
    },
    { type: 'updateWire', id: 'wire:w25' as WireId, changes: { size: '0.5 mm²' } },
    { type: 'updateWire', id: 'wire:w23' as WireId, changes: { size: '0.34 mm²' } },
  ]).plan

  it('mends what is too thin or too large, each edit with its reason, and one undo takes all back', () => {
    expect(stops(spoiled).length).toBeGreaterThan(0)
    const edits = sizeAll(spoiled)
    for (const { what, why } of edits) expect(what.length * why.length).toBeGreaterThan(0)
    const { plan, inverse } = applied(
      spoiled,
      edits.map(({ command }) => command),
    )
    expect(stops(plan)).toEqual([])
    expect(JSON.parse(JSON.stringify(replay(plan, inverse)))).toEqual(JSON.parse(JSON.stringify(spoiled)))
  })

  it('has nothing more to say about what it has done', () => {
    const { plan } = applied(
      spoiled,
      sizeAll(spoiled).map(({ command }) => command),
    )
    expect(sizeAll(plan)).toEqual([])
  })

  it('leaves measured wires and what is there already alone', () => {
    const plan = applied(spoiled, [
      { type: 'updateWire', id: 'wire:w25' as WireId, changes: { measured_mm: 340 } },
    ]).plan
    expect(sizeAll(plan).some(({ command }) => command.type === 'updateWire' && command.id === 'wire:w25')).toBe(false)
  })

  it.each(Object.entries(DEMOS))('never brings a stop into a plan that has none: %s', (_key, make) => {
    const plan = make()
    expect(
      stops(
        applied(
          plan,
          sizeAll(plan).map(({ command }) => command),
        ).plan,
      ),
    ).toEqual([])
  })
})

describe('dealing over two', () => {
  it('keeps every piece, once', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 500 }), { maxLength: 14 }), (weights) => {
        const pieces = weights.map((weight, i) => ({ i, weight }))
        const [a, b] = dealOver(pieces, ({ weight }) => weight)
        expect([...a, ...b].map(({ i }) => i).sort((x, y) => x - y)).toEqual(pieces.map(({ i }) => i))
      }),
    ))
  it('is near the best of all ways of dealing: the gap never exceeds the lightest piece that could move', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 100 }), { minLength: 2, maxLength: 9 }), (weights) => {
        const [a, b] = dealOver(weights, (weight) => weight)
        const sum = (heap: readonly number[]) => heap.reduce((total, weight) => total + weight, 0)
        const gap = Math.abs(sum(a) - sum(b))
        let best = Infinity
        for (let mask = 0; mask < 1 << weights.length; mask += 1) {
          const one = weights.reduce((total, weight, i) => total + (mask & (1 << i) ? weight : 0), 0)
          best = Math.min(best, Math.abs(sum(weights) - 2 * one))
        }
        expect(gap).toBeGreaterThanOrEqual(best)
        expect(gap - best).toBeLessThanOrEqual(Math.max(...weights))
      }),
    ))
})

describe('one supply or two', () => {
  const plan = clayPrinter()
  const reckoning = reckon(plan)
  const rail = reckoning.rails.find(({ voltage_V, kind }) => kind === 'dc' && voltage_V === 24)!
  const options = compareSupplies(plan, reckoning, rail)

  it('deals the same watts each way, and two of them leave something running', () => {
    const watts = options.map(({ supplies }) => supplies.reduce((sum, { demand_W }) => sum + demand_W, 0))
    for (const each of watts) expect(each).toBeCloseTo(watts[0]!, 6)
    const [one, balanced] = options
    expect(one!.supplies).toHaveLength(1)
    expect(balanced!.stops.length).toBeLessThan(one!.stops.length)
    expect(balanced!.wires).toBeGreaterThan(one!.wires)
    expect(balanced!.leadDrop_percent).toBeLessThanOrEqual(one!.leadDrop_percent * 1.5)
  })

  it('keeps what hangs on a board with the board', () => {
    const whole = options.find(({ deal }) => deal === 'boards-together')!
    const board = whole.supplies.find(({ loads }) => loads.some(({ device }) => device === 'device:a1'))!
    // The nozzle heater hangs on the board's own output.
    expect(board.loads.map(({ device }) => device)).toContain('device:e2')
  })
})

describe('dealt over two supplies', () => {
  const plan = clayPrinter()
  const reckoning = reckon(plan)
  const rail = reckoning.rails.find(({ voltage_V, kind }) => kind === 'dc' && voltage_V === 24)!
  const whole = compareSupplies(plan, reckoning, rail).find(({ deal }) => deal === 'boards-together')!
  it('is a list of edits that apply, feed every load, and raise no stop', () => {
    const dealt = dealSupplies(plan, rail, whole)
    if (dealt.kind !== 'dealt') throw new Error(dealt.reason)
    const next = applied(
      plan,
      dealt.edits.flatMap(({ commands }) => commands),
    ).plan
    const after = reckon(next)
    expect(
      review(next)
        .filter(({ severity }) => severity === 'stop')
        .map(({ what }) => what),
    ).toEqual([])
    const supplies = Object.values(after.supplies).filter(({ outputs }) =>
      Object.values(outputs).some(({ voltage_V }) => voltage_V === 24),
    )
    expect(supplies).toHaveLength(2)
    const before_W = reckoning.supplies[rail.source]!.demand.value!
    expect(supplies.reduce((sum, { demand }) => sum + demand.value!, 0)).toBeCloseTo(before_W, -0.5)
    for (const { demand } of supplies) expect(demand.value!).toBeLessThan(before_W)
  })
  it('says so where one fuse feeds both halves', () => {
    const shared = {
      ...rail,
      branches: rail.branches.map((branch) => ({ ...branch, fuse: rail.branches.find(({ fuse }) => fuse)!.fuse })),
    }
    expect(dealSupplies(plan, shared, whole)).toMatchObject({ kind: 'not-possible' })
  })
})

describe('one box or two', () => {
  it('two shorten the runs and lose less, and cost a cable and holes', () => {
    const plan = shadowStage()
    const [one, two] = compareBoxes(plan, reckon(plan))!
    expect(two.drop_percent).toBeLessThan(one.drop_percent)
    expect(two.holes).toBeGreaterThan(one.holes)
    expect(two.heat_W).toBeLessThanOrEqual(one.heat_W)
    expect(two.data_m).toBeLessThan(one.data_m)
  })
  it('says nothing where nothing is far', () => {
    const plan = applied(
      clayPrinter(),
      Object.entries(clayPrinter().wires).map(([id]): Command => ({
        type: 'updateWire',
        id: id as WireId,
        changes: { length_mm: 200 },
      })),
    ).plan
    expect(compareBoxes(plan, reckon(plan))).toBeNull()
  })
})
