import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

/** What it gives less of in warm air is in its rating already: only where nothing is left is there more to say. */
export const supplyHot = defineRule<{ readonly device: DeviceId; readonly air_C: number }>({
  severity: 'stop',
  title: 'Supply in air too hot to give anything',
  stage: 'feed',
  source: SOURCES.practice,
  find: (context) =>
    Object.values(context.reckoning.supplies).flatMap(({ device, derate, air_C }) =>
      derate.value === 0 && context.device(device).origin !== 'remove' ? [{ device, air_C }] : [],
    ),
  word: ({ device, air_C }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} stands in air of ${air_C} °C, for which its maker promises nothing`,
    why: 'It shuts down or fails. Vent the box, move the supply, or take one made for such air.',
  }),
})
