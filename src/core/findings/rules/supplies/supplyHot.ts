import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const supplyHot = defineRule<{ readonly device: DeviceId; readonly factor: number; readonly air_C: number }>({
  severity: 'caution',
  title: 'Supply in air too hot for its full rating',
  stage: 'feed',
  source: SOURCES.practice,
  find: (context) =>
    Object.values(context.reckoning.supplies).flatMap(({ device, derate, air_C }) =>
      derate.value !== null && derate.value < 1 && context.device(device).origin !== 'remove'
        ? [{ device, factor: derate.value, air_C }]
        : [],
    ),
  word: ({ device, factor, air_C }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} gives only ${formatNumber(100 * factor)} % of its rating in air of ${air_C} °C`,
    why:
      factor === 0
        ? 'At this temperature its maker promises nothing at all.'
        : 'Heat shortens its life and lowers what it can deliver. Vent the box, move the supply, or take a larger one.',
    severity: factor === 0 ? 'stop' : 'caution',
  }),
})
