import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const supplyOverloaded = defineRule<{
  readonly device: DeviceId
  readonly loading_percent: number
  readonly limit_percent: number
}>({
  severity: 'stop',
  title: 'Supply overloaded',
  stage: 'feed',
  source: SOURCES.practice,
  find: (context) =>
    Object.values(context.reckoning.supplies).flatMap(({ device, loading }) => {
      // The house rule keeps electronics cool; a battery may give what it is made for.
      const isBattery = context.part(device).behaviour.kind === 'battery'
      const limit_percent = isBattery ? 100 : context.plan.practice.supplyLoading_percent
      return loading.value !== null && loading.value > limit_percent && context.device(device).origin !== 'remove'
        ? [{ device, loading_percent: loading.value, limit_percent }]
        : []
    }),
  word: ({ device, loading_percent, limit_percent }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} is loaded to ${formatNumber(loading_percent)} %; ${limit_percent === 100 ? 'it gives' : 'the house rule allows'} ${limit_percent} %`,
    why:
      loading_percent > 100
        ? 'It limits, shuts down or overheats. Take a larger one or deal the loads over two.'
        : 'It runs hot and leaves no room for what comes later.',
    severity: loading_percent > 100 ? 'stop' : 'note',
  }),
})
