import { FAMILIES, type Curve } from '@/core/reference'
import type { CurvedDevice } from './openingTime'

/** What a slow fuse is chosen by: so many times its rating for the milliseconds of an inrush, with room to age. IEC 60127-2, sheets 3 and 5 (from memory). */
export const INRUSH_MULTIPLE = 10
/**
 * At ten times its rating a slow fuse takes 20 ms at the least, a quick one about 1 ms (IEC 60127-2, sheets 1 and 3, from
 * memory): 2 and 0.1 A²s for each square ampere of its rating. A half wave of 2 ms brings a thousandth of a second times the
 * square of its peak, so that it opens above 45 and 10 times its rating.
 */
const OPENS_ABOVE = { slow: 45, quick: 10 } as const
/** A breaker lets a peak of a millisecond or two pass that is this much above what holds its magnet for longer; common practice, typical. */
const SHORT_PEAK = 2
/** The lowest multiple at which the magnet may act: of a breaker by its curve (IEC 60898-1), of a North American branch breaker (typical). */
const MAGNET_FROM: Readonly<Record<'IEC' | 'NEC', Readonly<Partial<Record<Curve, number>>>>> = {
  IEC: { B: 3, C: 5, D: 10 },
  NEC: { B: 6, C: 6, D: 10 },
}

/**
 * The peak that supplies may draw for a millisecond or two through a breaker of this rating before its magnet may act, in
 * amperes; one without a magnet stands any.
 */
export const breakerStands_A = (rating_A: number, curve: Curve, region: 'IEC' | 'NEC'): number =>
  rating_A * (MAGNET_FROM[region][curve] ?? Infinity) * Math.SQRT2 * SHORT_PEAK

/** The same of a fuse or breaker. */
export function inrushStood_A({ family, rating_A, curve }: CurvedDevice, region: 'IEC' | 'NEC'): number {
  const { kind, curves } = FAMILIES[family]
  const own = curve ?? curves[0]!
  return kind === 'fuse'
    ? rating_A * OPENS_ABOVE[own === 'quick' ? 'quick' : 'slow']
    : breakerStands_A(rating_A, own, region)
}
