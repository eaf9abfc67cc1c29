import { terminalKey, type Model, type Solution } from '@/core/model'
import type { DeviceId, Plan, StateId, TerminalId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { derateFactor } from '@/core/supply'
import { COMMON_PRACTICE, step, type Figure } from '@/core/trace'
import type { Air } from '../settled/air'
import { byState, worstOf } from '../settled/overStates'
import type { SupplyReckoning } from '../types'

/** What each supply, converter, adapter and battery gives, how full it is today and later, and how long it stands without mains. */
export function reckonSupplies(
  plan: Plan,
  model: Model,
  states: ReadonlyMap<StateId, Solution>,
  air: Air,
): Record<DeviceId, SupplyReckoning> {
  const result: Record<DeviceId, SupplyReckoning> = {}
  for (const { id, device, part } of model.devices) {
    const { behaviour } = part
    // What another brings with its own lead, such as a computer, is present by chance and reckoned by nobody.
    if (!('outputs' in behaviour) || behaviour.kind === 'outside-source') continue
    const key = (terminal: TerminalId) => terminalKey(id, terminal)
    const outputs = Object.fromEntries(
      behaviour.outputs.map((output) => [
        output.id,
        {
          plus: key(output.plus),
          minus: key(output.minus),
          voltage_V: output.voltage_V,
          capacity_A: output.current_A,
          current_A: byState(states, (state) =>
            state.unsolved.has(`${id}/${output.id}`) ? null : (state.outputs.get(`${id}/${output.id}`)?.current_A ?? 0),
          ),
        },
      ]),
    )
    const reserve_W = device.reserves.reduce((sum, reserve) => sum + reserve.power_W, 0)
    const demand = byState(states, (state, stateId) => {
      let sum_W = plan.states[stateId]!.withReserves ? reserve_W : 0
      for (const output of behaviour.outputs) {
        if (state.unsolved.has(`${id}/${output.id}`)) return null
        sum_W += state.outputs.get(`${id}/${output.id}`)?.power_W ?? 0
      }
      return sum_W
    })
    const worst = worstOf(demand)
    const rated_W =
      behaviour.kind === 'supply'
        ? behaviour.power_W
        : behaviour.outputs.reduce((sum, output) => sum + output.voltage_V * output.current_A, 0)
    const factor =
      behaviour.kind === 'supply'
        ? derateFactor({
            ambient_C: air.at(id),
            derateAbove_C: behaviour.derateAbove_C ?? undefined,
            derate_percentPerK: behaviour.derate_percentPerK ?? undefined,
          })
        : 1
    const loading = worst.value === null || factor === 0 ? null : (100 * worst.value) / (rated_W * factor)
    const withReserves_W =
      worst.value === null
        ? null
        : worst.value + (worst.state !== null && plan.states[worst.state]!.withReserves ? 0 : reserve_W)
    const later = withReserves_W === null || factor === 0 ? null : (100 * withReserves_W) / (rated_W * factor)
    const demandTrace = [
      step(
        'What it feeds',
        worst.value === null
          ? 'not derived: its network could not be solved'
          : `${formatNumber(worst.value, 4)} W, state “${plan.states[worst.state!]!.name}”`,
        'solved network',
      ),
    ]
    const derateTrace = [
      behaviour.kind === 'supply' && behaviour.derateAbove_C !== null
        ? step(
            'Derating',
            factor === 1
              ? `none at ${air.at(id)} °C inside; it begins above ${behaviour.derateAbove_C} °C`
              : `1 − ${behaviour.derate_percentPerK} % × (${air.at(id)} − ${behaviour.derateAbove_C}) K = ${formatNumber(factor)}`,
            "the part's data",
          )
        : step('Derating', 'the part states none', "the part's data"),
    ]
    result[id] = {
      device: id,
      air_C: air.at(id),
      outputs,
      worstState: worst.state,
      demand: { value: worst.value, unit: 'W', trace: demandTrace },
      later: {
        value: later,
        unit: '%',
        trace: [
          ...demandTrace,
          step(
            'Room for later',
            device.reserves.length === 0
              ? 'none kept: 0 W'
              : `${device.reserves.map((reserve) => `${reserve.name} ${formatNumber(reserve.power_W)} W`).join(' + ')} = ${formatNumber(reserve_W)} W`,
            'the plan',
          ),
          ...derateTrace,
          step(
            'Loading later',
            later === null
              ? 'not derived'
              : `${formatNumber(withReserves_W!, 4)} W ÷ (${rated_W} W × ${formatNumber(factor)}) = ${formatNumber(later)} %`,
          ),
        ],
      },
      holdUp: holdUp(behaviour, worst.value),
      derate: { value: factor, unit: '', trace: derateTrace },
      loading: {
        value: loading,
        unit: '%',
        trace: [
          ...demandTrace,
          ...derateTrace,
          step(
            'Loading',
            loading === null
              ? 'not derived'
              : `${formatNumber(worst.value!, 4)} W ÷ (${rated_W} W × ${formatNumber(factor)}) = ${formatNumber(loading)} %`,
          ),
          step('Limit', `${plan.practice.supplyLoading_percent} % by the house rule`, COMMON_PRACTICE),
        ],
      },
    }
  }
  return result
}

/** The reservoir empties in proportion to the power taken: half the load, twice the time. */
function holdUp(behaviour: Model['devices'][number]['part']['behaviour'], demand_W: number | null): Figure {
  if (behaviour.kind !== 'supply' || behaviour.holdUp_ms === null)
    return { value: null, unit: 'ms', trace: [step('Hold-up', 'the part states none', "the part's data")] }
  if (demand_W === null || demand_W <= 0)
    return {
      value: null,
      unit: 'ms',
      trace: [
        step(
          'Hold-up',
          demand_W === null ? 'not derived: its network could not be solved' : 'nothing is drawn; it stands for long',
        ),
      ],
    }
  const value = (behaviour.holdUp_ms * behaviour.power_W) / demand_W
  return {
    value,
    unit: 'ms',
    trace: [
      step(
        'Hold-up',
        `${behaviour.holdUp_ms} ms at ${formatNumber(behaviour.power_W)} W; at ${formatNumber(demand_W)} W: × ${formatNumber(behaviour.power_W / demand_W)} = ${formatNumber(value)} ms`,
        "the part's data; energy of the reservoir",
      ),
      step('A half-wave missed', `${formatNumber(value)} ms against 10 ms at 50 Hz, 8.3 ms at 60 Hz`, COMMON_PRACTICE),
    ],
  }
}
