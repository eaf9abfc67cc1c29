import type { ExpectedReading } from '@/core/procedure'
import { formatNumber } from '@/core/quantity'

export function expectation({ from, to, unit }: ExpectedReading): string {
  if (from !== null && to !== null) return `${formatNumber(from, 4)} to ${formatNumber(to, 4)} ${unit}`
  return from !== null ? `${formatNumber(from, 4)} ${unit} or more` : `${formatNumber(to!, 4)} ${unit} or less`
}

export function moment(at: string): string {
  return new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
}

export function duration(minutes: number): string {
  const whole = Math.round(minutes)
  return whole >= 60
    ? `${Math.floor(whole / 60)} h ${whole % 60 === 0 ? '' : `${whole % 60} min`}`.trim()
    : `${whole} min`
}
