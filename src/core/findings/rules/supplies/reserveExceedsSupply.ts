import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly today_percent: number
  readonly later_percent: number
  readonly limit_percent: number
}

export const reserveExceedsSupply = defineRule<Facts>({
  severity: 'caution',
  title: 'Enough today, too little for what comes later',
  stage: 'feed',
  source: SOURCES.practice,
  find: (context) =>
    Object.values(context.reckoning.supplies).flatMap(({ device, loading, later }): Facts[] => {
      const limit_percent = context.plan.practice.supplyLoading_percent
      if (loading.value === null || later.value === null || context.device(device).origin === 'remove') return []
      return loading.value <= limit_percent && later.value > limit_percent
        ? [{ device, today_percent: loading.value, later_percent: later.value, limit_percent }]
        : []
    }),
  word: ({ device, today_percent, later_percent, limit_percent }, context) => ({
    severity: later_percent > 100 ? 'caution' : 'note',
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} is loaded to ${formatNumber(today_percent)} % today and to ${formatNumber(later_percent)} % with ${context
      .device(device)
      .reserves.map(({ name }) => name)
      .join(', ')}; the house rule allows ${limit_percent} %`,
    why: 'Lights are added next year and the supply has to come out again. Take the larger one now, or keep room for a second.',
  }),
})
