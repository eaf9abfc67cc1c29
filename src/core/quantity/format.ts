/** Numbers as people read them at the bench: three significant figures unless more are asked for, no trailing noise. */
export function formatNumber(value: number, significant = 3): string {
  if (value === 0) return '0'
  const rounded = Number(value.toPrecision(significant))
  return Math.abs(rounded) >= 10 ** significant ? Math.round(value).toString() : String(rounded)
}

/** A number and its unit, joined by a no-break space; `null` says so in words. */
export function formatQuantity(value: number | null | undefined, unit: string, significant = 3): string {
  if (value === null || value === undefined || !Number.isFinite(value)) return 'not derived'
  return `${formatNumber(value, significant)}\u00a0${unit}`
}

/** Less than this is what arithmetic leaves of nothing. */
const NO_VOLTS = 0.05

/** Volts that were solved: what is too little to be any reads 0. */
export const formatVolts = (value_V: number): string => `${formatNumber(Math.abs(value_V) < NO_VOLTS ? 0 : value_V)} V`

/** Two quantities this close, relative to the larger, count as equal when a limit is tested. */
const LIMIT_REL_TOL = 1e-9

/** `a ≤ b`, forgiving the last bits that floating-point arithmetic loses. */
export function isAtMost(a: number, b: number): boolean {
  return a <= b + LIMIT_REL_TOL * Math.max(Math.abs(a), Math.abs(b))
}

/** The first of an ascending series that is at least `wanted`. */
export function firstAtLeast(series: readonly number[], wanted: number): number | null {
  return series.find((value) => isAtMost(wanted, value)) ?? null
}
