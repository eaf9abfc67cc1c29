import { formatNumber } from '@/core/quantity'
import { readNumber } from '@/ui/primitives'

/** As far as a length in a plan may go. */
const MOST_mm = 100_000

/** What a wire was cut to, or what is wrong with what was typed. */
export function readLength(text: string): { readonly length_mm: number } | { readonly error: string } {
  const read = readNumber(text, 'The length')
  if ('error' in read) return read
  return read.value > 0 && read.value <= MOST_mm
    ? { length_mm: read.value }
    : { error: `${formatNumber(read.value)} mm is not a length for a wire; write its millimetres, such as 640` }
}

export function wrongLength(text: string): string | null {
  const read = readLength(text)
  return 'error' in read ? read.error : null
}
