import { formatNumber } from '@/core/quantity'
import type { ExpectedReading } from './types'

/** A figure with its unit as a meter's display has it: 1 MΩ, not 1000000 Ω. */
function shown(value: number, unit: ExpectedReading['unit']): string {
  if (unit === 'Ω' && value >= 1e6) return `${formatNumber(value / 1e6, 4)} MΩ`
  if (unit === 'Ω' && value >= 1e3) return `${formatNumber(value / 1e3, 4)} kΩ`
  return `${formatNumber(value, 4)} ${unit}`
}

/** What is accepted: "22.8 to 25.2 V", "0.52 Ω or less". */
export function limitWords({ from, to, unit }: Pick<ExpectedReading, 'from' | 'to' | 'unit'>): string {
  if (from !== null && to !== null) return `${formatNumber(from, 4)} to ${shown(to, unit)}`
  return from !== null ? `${shown(from, unit)} or more` : `${shown(to!, unit)} or less`
}
