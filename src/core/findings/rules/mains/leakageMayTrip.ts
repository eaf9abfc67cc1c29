import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const leakageMayTrip = defineRule<{ readonly leakage_mA: number; readonly residual_mA: number }>({
  severity: 'caution',
  title: 'Leakage may trip the residual-current device',
  stage: 'brief',
  source: SOURCES.practice,
  find({ reckoning, plan }) {
    const { residual_mA } = plan.site
    const leakage_mA = reckoning.mains.leakage.value
    return residual_mA !== null && leakage_mA !== null && leakage_mA > residual_mA / 2
      ? [{ leakage_mA, residual_mA }]
      : []
  },
  word: ({ leakage_mA, residual_mA }) => ({
    subjects: [{ kind: 'plan' }],
    what: `${formatNumber(leakage_mA)} mA of filter leakage stand against a ${formatNumber(residual_mA)} mA device`,
    why: 'Above half its rating it may trip without any fault. Fewer supplies, ones with less leakage, or an outlet with a device of its own.',
  }),
})
