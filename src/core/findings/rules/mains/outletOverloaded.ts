import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const outletOverloaded = defineRule<{ readonly current_A: number; readonly allowed_A: number }>({
  severity: 'stop',
  title: "More than the outlet's circuit gives",
  stage: 'brief',
  source: SOURCES.iec60364Overload,
  find({ reckoning: { mains } }) {
    return mains.worst.value !== null && mains.worst.value > mains.allowed_A * (1 + 1e-9)
      ? [{ current_A: mains.worst.value, allowed_A: mains.allowed_A }]
      : []
  },
  word: ({ current_A, allowed_A }, { plan }) => ({
    subjects: [{ kind: 'plan' }],
    what: `${formatNumber(current_A)} A are drawn and the outlet's ${plan.site.outletBreaker_A} A breaker allows ${formatNumber(allowed_A)} A for hours`,
    why: 'It trips in the middle of the work, or the wiring of the house runs hot. Run less at once, or feed from two circuits.',
  }),
})
