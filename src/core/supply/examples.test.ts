/** The shipped starting points, reckoned by the calculators alone and by the plan: two ways to the same number. */
import { describe, expect, it } from 'vitest'
import { PATTERNS, startingPattern } from '@/core/patterns'
import type { DeviceId, Plan, StateId } from '@/core/plan'
import { reckon } from '@/core/figures'
import { drawPower_W } from '@/core/model'
import { clayPrinter } from '@demo/scenarios/clayPrinter'
import { sizeSupply, SUPPLY_SIZES_W } from './sizeSupply'
import { sumMains } from './sumMains'

const FULL = 'state:full' as StateId
const plans: readonly (readonly [string, Plan])[] = [
  ['clay printer', clayPrinter()],
  ...PATTERNS.flatMap((name) => [
    [`${name}, IEC`, startingPattern(name, 'IEC')] as const,
    [`${name}, NEC`, startingPattern(name, 'NEC')] as const,
  ]),
]

/** The loads behind a supply, by the rails of the reckoning. */
function loadsOf(plan: Plan, supply: DeviceId) {
  const reckoning = reckon(plan)
  const rail = reckoning.rails.find(({ source, kind }) => kind === 'dc' && source === supply)!
  return rail.branches.map(({ device }) => {
    const part = plan.parts[plan.devices[device]!.part]!
    const power_W = part.draws.reduce((sum, draw) => sum + drawPower_W(plan.devices[device]!, draw), 0)
    return { name: plan.devices[device]!.tag, power_W, simultaneity: 1 }
  })
}

describe.each(plans)('%s', (_name, plan) => {
  const reckoning = reckon(plan)

  it('what the solved network asks of each supply is the loads’ sum and the wires’ losses', () => {
    for (const [id, supply] of Object.entries(reckoning.supplies)) {
      const loads = loadsOf(plan, id as DeviceId)
      const nominal_W = loads.reduce((sum, { power_W }) => sum + power_W, 0)
      const solved_W = Object.values(supply.outputs).reduce(
        (sum, { current_A, voltage_V }) => sum + current_A[FULL]! * voltage_V,
        0,
      )
      // Losses add at most some 5 %; resistive loads at less than nominal voltage take a little away.
      expect(solved_W).toBeGreaterThan(nominal_W * 0.96)
      expect(solved_W).toBeLessThan(nominal_W * 1.05)
    }
  })

  it('the supply calculator proposes nothing larger than what is fitted', () => {
    for (const [id, supply] of Object.entries(reckoning.supplies)) {
      const { behaviour } = plan.parts[plan.devices[id as DeviceId]!.part]!
      if (behaviour.kind !== 'supply') continue
      const { result } = sizeSupply({
        voltage_V: behaviour.outputs[0]!.voltage_V,
        loads: loadsOf(plan, id as DeviceId),
        maxLoading_percent: plan.practice.supplyLoading_percent,
        ambient_C: plan.practice.inside_C,
        derateAbove_C: behaviour.derateAbove_C ?? undefined,
        derate_percentPerK: behaviour.derate_percentPerK ?? undefined,
        sizes_W: SUPPLY_SIZES_W,
      })
      expect(result.feasible).toBe(true)
      expect(result.chosen_W!).toBeLessThanOrEqual(behaviour.power_W)
      expect(supply.loading.value!).toBeLessThanOrEqual(plan.practice.supplyLoading_percent)
    }
  })

  it('the mains calculator, fed with the supplies’ outputs, gives the plan’s current', () => {
    const supplies = Object.entries(reckoning.supplies).flatMap(([id, supply]) => {
      const { behaviour } = plan.parts[plan.devices[id as DeviceId]!.part]!
      if (behaviour.kind !== 'supply') return []
      const output_W = Object.values(supply.outputs).reduce(
        (sum, { current_A, voltage_V }) => sum + current_A[FULL]! * voltage_V,
        0,
      )
      return [
        {
          output_W,
          efficiency_percent: behaviour.efficiency_percent,
          powerFactor: behaviour.powerFactor,
          leakage_mA: behaviour.leakage_mA ?? undefined,
        },
      ]
    })
    const plate = reckoning.draws.find(({ device, nominal_V }) => device === 'device:e1' && nominal_V > 100)
    const direct_W = plate ? plate.current_A[FULL]! * plate.voltage_V[FULL]! : 0
    const { result } = sumMains({
      mains_V: plan.site.mains_V,
      supplies,
      direct_W,
      continuous: true,
      region: plan.site.region,
    })
    expect(result.current_A).toBeCloseTo(reckoning.mains.current_A[FULL]!, 2)
    expect(result.leakage_mA).toBeCloseTo(reckoning.mains.leakage.value!, 9)
  })

  it('no state of it exceeds the outlet, and the inlet’s fuse carries it', () => {
    expect(reckoning.mains.reasons).toEqual([])
    for (const { loading } of reckoning.protective) expect(loading.value ?? 0).toBeLessThanOrEqual(100)
  })
})
