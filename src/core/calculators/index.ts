import type { Calculator } from '@/core/calculator'
import { circuitCalculator } from '@/core/circuit'
import { conductorCalculator, wireCalculator } from '@/core/conductor'
import { cutsCalculator } from '@/core/cutting'
import { heatCalculator } from '@/core/heat'
import { bundleCalculator } from '@/core/packing/circles'
import { pixelsCalculator } from '@/core/pixels'
import { protectCalculator } from '@/core/protection'
import { ductCalculator, glandCalculator } from '@/core/routing/entries'
import { mainsCalculator, supplyCalculator } from '@/core/supply'
import { ssrCalculator } from '@/core/switching'
import { ferruleCalculator } from '@/core/termination'

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
  bundle: bundleCalculator,
  duct: ductCalculator,
  gland: glandCalculator,
  ferrule: ferruleCalculator,
  cuts: cutsCalculator,
} as const satisfies Readonly<Record<string, Calculator>>

export type CalculatorName = keyof typeof CALCULATORS

export const CALCULATOR_NAMES = Object.keys(CALCULATORS) as CalculatorName[]

export function calculatorNamed(name: string): Calculator | null {
  return Object.hasOwn(CALCULATORS, name) ? CALCULATORS[name as CalculatorName] : null
}
