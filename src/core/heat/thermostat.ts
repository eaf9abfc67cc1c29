import { formatNumber } from '@/core/quantity'
import { COMMON_PRACTICE, step, type Trace } from '@/core/trace'

/** Between switching on and off; bimetal thermostats have about this. */
const HYSTERESIS_K = 7
/** Kept below what the inside may reach. */
const MARGIN_K = 5

export interface ThermostatAdvice {
  readonly feasible: boolean
  readonly on_C: number | null
  readonly off_C: number | null
  readonly reasons: readonly string[]
  readonly trace: Trace
}

/** Where to set a fan's thermostat: on some kelvins below the limit, off above the warmest outside air, so that it ever stops. Common practice. */
export function thermostatFor({
  ambient_C,
  maxInside_C,
}: {
  readonly ambient_C: number
  readonly maxInside_C: number
}): ThermostatAdvice {
  const on_C = maxInside_C - MARGIN_K
  const off_C = on_C - HYSTERESIS_K
  const feasible = off_C > ambient_C
  const reasons = feasible
    ? []
    : [
        `it would have to go off at ${formatNumber(off_C)} °C and the air outside is ${formatNumber(ambient_C)} °C: on the hottest day it never stops; let the fan run with the machine`,
      ]
  return {
    feasible,
    on_C: feasible ? on_C : null,
    off_C: feasible ? off_C : null,
    reasons,
    trace: [
      step(
        'On',
        `${MARGIN_K} K below the ${formatNumber(maxInside_C)} °C that everything is sized for: ${formatNumber(on_C)} °C`,
        COMMON_PRACTICE,
      ),
      step(
        'Off',
        `${HYSTERESIS_K} K lower, as bimetal thermostats do: ${formatNumber(off_C)} °C${feasible ? '' : `; ${reasons[0]}`}`,
        COMMON_PRACTICE,
      ),
    ],
  }
}
