import { outletCurve } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

/** A breaker lets a peak of a millisecond or two pass that is this much above what holds its magnet for longer; common practice, typical. */
const SHORT_PEAK = 2
/** The lowest multiple at which the magnet may act: of a breaker by its curve (IEC 60898-1), of a North American branch breaker (typical). */
const MAGNET_FROM = { IEC: { B: 3, C: 5, D: 10 }, NEC: { B: 6, C: 6, D: 10 } } as const

export const inrushMayTrip = defineRule<{ readonly inrush_A: number; readonly limit_A: number }>({
  severity: 'caution',
  title: 'Inrush may trip the outlet’s breaker',
  stage: 'feed',
  source: SOURCES.practice,
  find({ plan, reckoning }) {
    const limit_A =
      plan.site.outletBreaker_A * MAGNET_FROM[plan.site.region][outletCurve(plan.site)] * Math.SQRT2 * SHORT_PEAK
    const inrush_A = reckoning.mains.inrush.value
    return inrush_A !== null && inrush_A > limit_A ? [{ inrush_A, limit_A }] : []
  },
  word: ({ inrush_A, limit_A }) => ({
    subjects: [{ kind: 'plan' }],
    what: `Switched on together, the supplies draw a peak of ${formatNumber(inrush_A)} A; from about ${formatNumber(limit_A)} A on the outlet’s breaker may trip`,
    why: 'It trips on some evenings and not on others. Switch the supplies on one after another, or put an inrush limiter ahead of them.',
  }),
})
