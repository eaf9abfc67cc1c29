import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const thermostatLow = defineLayingRule<{ readonly device: DeviceId }>({
  severity: 'caution',
  title: 'Thermostat in the cool part of the box',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.spaces.flatMap(({ enclosure, bodies }) =>
      bodies.flatMap(({ device, box }) =>
        context.part(device).behaviour.kind === 'thermostat' &&
        (box.y[0] + box.y[1]) / 2 > context.plan.enclosures[enclosure]!.inner.height_mm / 2
          ? [{ device }]
          : [],
      ),
    ),
  word: ({ device }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} stands in the lower half of its box`,
    why: 'Warm air gathers under the top; down there it feels the room’s air and the fan starts late. Near the top, away from the fan’s own stream.',
  }),
})
