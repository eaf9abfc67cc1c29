import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const inletOverloaded = defineRule<{
  readonly device: DeviceId
  readonly current_A: number
  readonly rated_A: number
}>({
  severity: 'stop',
  title: 'Inlet and cord carry more than they are made for',
  stage: 'feed',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }) => {
      const { behaviour } = part
      if (behaviour.kind !== 'mains-inlet') return []
      const rail = context.reckoning.rails.find(({ kind, source }) => kind === 'mains' && source === id)
      const current_A = rail?.load.value ?? null
      return current_A !== null && current_A > behaviour.rated_A * (1 + 1e-9)
        ? [{ device: id, current_A, rated_A: behaviour.rated_A }]
        : []
    }),
  word: ({ device, current_A, rated_A }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${formatNumber(current_A)} A come in through ${context.device(device).tag}, made for ${formatNumber(rated_A)} A`,
    why: 'The plug and the cord that fits it are rated alike: their contacts discolour, then melt. Take an inlet for more, or fewer loads at a time.',
  }),
})
