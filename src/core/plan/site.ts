import type { Site } from './schema/site'

/** How quickly the outlet's breaker trips: as stated, else as usual where the box is built (common practice). */
export function outletCurve({ outletCurve: own, region }: Site): 'B' | 'C' | 'D' {
  return own ?? (region === 'NEC' ? 'C' : 'B')
}
