import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

/** A breaker lets a peak of a millisecond or two pass that is this much above what holds its magnet for longer; common practice, typical. */
const SHORT_PEAK = 2
/** The lowest multiple at which the magnet of a C breaker, or of a branch breaker, may act. */
const MAGNET_FROM = { IEC: 5, NEC: 6 } as const

export const inrushMayTrip = defineRule<{ readonly inrush_A: number; readonly limit_A: number }>({
  severity: 'caution',
  title: 'Inrush may trip the outlet’s breaker',
  stage: 'feed',
  source: SOURCES.practice,
  find({ plan, reckoning }) {
    const limit_A = plan.site.outletBreaker_A * MAGNET_FROM[plan.site.region] * Math.SQRT2 * SHORT_PEAK
    const inrush_A = reckoning.mains.inrush.value
    return inrush_A !== null && inrush_A > limit_A ? [{ inrush_A, limit_A }] : []
  },
  word: ({ inrush_A, limit_A }) => ({
    subjects: [{ kind: 'plan' }],
    what: `Switched on together, the supplies draw a peak of ${formatNumber(inrush_A)} A; from about ${formatNumber(limit_A)} A on the outlet’s breaker may trip`,
    why: 'It trips on some evenings and not on others. Switch the supplies on one after another, or put an inrush limiter ahead of them.',
  }),
})
