import { firstAtLeast, formatNumber } from '@/core/quantity'
import { COMMON_PRACTICE, step, type TraceStep } from '@/core/trace'

/** Enclosed supplies as they are commonly sold, W: common practice. */
export const SUPPLY_SIZES_W = [
  15, 25, 35, 50, 60, 75, 100, 120, 150, 200, 240, 300, 350, 400, 480, 500, 600, 750, 800, 1000, 1200, 1500, 2000,
] as const

export interface SupplyLoad {
  readonly name: string
  readonly power_W?: number
  readonly current_A?: number
  /** Share of the time, or of the loads, that counts together: 0–1. */
  readonly simultaneity: number
}

export interface SizeSupplyRequest {
  readonly voltage_V: number
  readonly loads: readonly SupplyLoad[]
  readonly maxLoading_percent: number
  readonly ambient_C: number
  readonly derateAbove_C?: number
  readonly derate_percentPerK?: number
  readonly sizes_W: readonly number[]
}

export interface SupplySizing {
  readonly feasible: boolean
  readonly demand_W: number
  readonly demand_A: number
  readonly derateFactor: number
  readonly required_W: number | null
  readonly chosen_W: number | null
  readonly chosen_A: number | null
  readonly loading_percent: number | null
  readonly reasons: readonly string[]
}

/** Share of the rated power left at an ambient temperature: 1 up to the knee, then linear, never below 0. */
export function derateFactor(request: {
  readonly ambient_C: number
  readonly derateAbove_C?: number
  readonly derate_percentPerK?: number
}): number {
  const { ambient_C, derateAbove_C, derate_percentPerK } = request
  if (derateAbove_C === undefined || derate_percentPerK === undefined || ambient_C <= derateAbove_C) return 1
  return Math.max(0, 1 - (derate_percentPerK / 100) * (ambient_C - derateAbove_C))
}

/** The smallest supply of a series that feeds the loads within its loading limit, at the temperature about it. */
export function sizeSupply(request: SizeSupplyRequest): {
  readonly result: SupplySizing
  readonly trace: readonly TraceStep[]
} {
  const { voltage_V, loads, maxLoading_percent, ambient_C } = request
  const powers_W = loads.map((load) => (load.power_W ?? (load.current_A ?? 0) * voltage_V) * load.simultaneity)
  const demand_W = powers_W.reduce((sum, power) => sum + power, 0)
  const factor = derateFactor(request)
  const trace = [
    step(
      'What it must feed',
      `${loads.map((load, i) => `${load.name} ${formatNumber(powers_W[i]!)} W`).join(' + ') || 'nothing'} = ${formatNumber(demand_W, 4)} W, ${formatNumber(demand_W / voltage_V, 4)} A at ${voltage_V} V`,
    ),
    step(
      'Derating',
      factor === 1
        ? `none at ${ambient_C} °C`
        : `1 − ${request.derate_percentPerK} % × (${ambient_C} − ${request.derateAbove_C}) K = ${formatNumber(factor)}`,
      "the supply's own sheet",
    ),
  ]
  const shared = { demand_W, demand_A: demand_W / voltage_V, derateFactor: factor }
  if (factor === 0) {
    const reason = `at ${ambient_C} °C nothing is left of the supply's rating`
    return {
      result: {
        ...shared,
        feasible: false,
        required_W: null,
        chosen_W: null,
        chosen_A: null,
        loading_percent: null,
        reasons: [reason],
      },
      trace: [...trace, step('No supply fits', reason)],
    }
  }
  const required_W = demand_W / (maxLoading_percent / 100) / factor
  trace.push(
    step(
      'Required rating',
      `${formatNumber(demand_W, 4)} W ÷ ${maxLoading_percent} % ÷ ${formatNumber(factor)} = ${formatNumber(required_W, 4)} W`,
      `${COMMON_PRACTICE} (loading limit)`,
    ),
  )
  const sizes_W = [...request.sizes_W].sort((a, b) => a - b)
  const chosen_W = firstAtLeast(sizes_W, required_W)
  if (chosen_W === null) {
    const reason = `${formatNumber(required_W, 4)} W is needed and the largest size offered is ${sizes_W[sizes_W.length - 1]} W; split the loads over several supplies`
    return {
      result: {
        ...shared,
        feasible: false,
        required_W,
        chosen_W: null,
        chosen_A: null,
        loading_percent: null,
        reasons: [reason],
      },
      trace: [...trace, step('No supply fits', reason)],
    }
  }
  const loading_percent = (100 * demand_W) / (chosen_W * factor)
  trace.push(
    step(
      'Chosen',
      `${chosen_W} W, ${formatNumber(chosen_W / voltage_V)} A: loaded ${formatNumber(demand_W, 4)} ÷ (${chosen_W} × ${formatNumber(factor)}) = ${formatNumber(loading_percent)} %`,
    ),
  )
  return {
    result: {
      ...shared,
      feasible: true,
      required_W,
      chosen_W,
      chosen_A: chosen_W / voltage_V,
      loading_percent,
      reasons: [],
    },
    trace,
  }
}
