import type { Calculator } from '@/core/calculator'
import { conductorCalculator, wireCalculator } from '@/core/conductor'
import { protectCalculator } from '@/core/protection'
import { mainsCalculator, supplyCalculator } from '@/core/supply'

/** Every calculator by its name; the contract of the names and keys does not change. */
export const CALCULATORS = {
  conductor: conductorCalculator,
  wire: wireCalculator,
  supply: supplyCalculator,
  mains: mainsCalculator,
  protect: protectCalculator,
} as const satisfies Readonly<Record<string, Calculator>>

export type CalculatorName = keyof typeof CALCULATORS

export const CALCULATOR_NAMES = Object.keys(CALCULATORS) as CalculatorName[]

export function calculatorNamed(name: string): Calculator | null {
  return Object.hasOwn(CALCULATORS, name) ? CALCULATORS[name as CalculatorName] : null
}
