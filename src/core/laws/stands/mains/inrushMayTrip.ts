import { outletCurve } from '@/core/plan'
import { breakerStands_A } from '@/core/protection'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const inrushMayTrip = defineRule<{ readonly inrush_A: number; readonly limit_A: number }>({
  severity: 'caution',
  title: 'Inrush may trip the outlet’s breaker',
  stage: 'feed',
  source: SOURCES.practice,
  find({ plan, reckoning }) {
    const limit_A = breakerStands_A(plan.site.outletBreaker_A, outletCurve(plan.site), plan.site.region)
    const inrush_A = reckoning.mains.inrush.value
    return inrush_A !== null && inrush_A > limit_A ? [{ inrush_A, limit_A }] : []
  },
  word: ({ inrush_A, limit_A }) => ({
    subjects: [{ kind: 'plan' }],
    what: `Switched on together, the supplies draw a peak of ${formatNumber(inrush_A)} A; from about ${formatNumber(limit_A)} A on the outlet’s breaker may trip`,
    why: 'It trips on some evenings and not on others. Switch the supplies on one after another, or put an inrush limiter ahead of them.',
  }),
})
