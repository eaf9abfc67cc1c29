import type { Calculator } from '@/core/calculator'
import { circuitCalculator } from '@/core/circuit'
import { conductorCalculator, wireCalculator } from '@/core/conductor'
import { heatCalculator } from '@/core/heat'
import { pixelsCalculator } from '@/core/pixels'
import { protectCalculator } from '@/core/protection'
import { mainsCalculator, supplyCalculator } from '@/core/supply'
import { ssrCalculator } from '@/core/switching'

/** Every calculator by its name; the contract of the names and keys does not change. */
export const CALCULATORS = {
  conductor: conductorCalculator,
  wire: wireCalculator,
  supply: supplyCalculator,
  mains: mainsCalculator,
  protect: protectCalculator,
  ssr: ssrCalculator,
  pixels: pixelsCalculator,
  circuit: circuitCalculator,
  heat: heatCalculator,
} as const satisfies Readonly<Record<string, Calculator>>

export type CalculatorName = keyof typeof CALCULATORS

export const CALCULATOR_NAMES = Object.keys(CALCULATORS) as CalculatorName[]

export function calculatorNamed(name: string): Calculator | null {
  return Object.hasOwn(CALCULATORS, name) ? CALCULATORS[name as CalculatorName] : null
}
