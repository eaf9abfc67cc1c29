import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const fanDirection = defineLayingRule<{ readonly device: DeviceId; readonly kind: 'low-out' | 'crossed' }>({
  severity: 'caution',
  title: 'Fan against the rising air',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.spaces.flatMap(({ enclosure, bodies }) => {
      const { height_mm } = context.plan.enclosures[enclosure]!.inner
      const fans = bodies.flatMap(({ device, box }) =>
        context.part(device).behaviour.kind === 'fan' && context.device(device).blows
          ? [{ device, blows: context.device(device).blows!, middle_mm: (box.y[0] + box.y[1]) / 2 }]
          : [],
      )
      return fans.flatMap(({ device, blows, middle_mm }): { device: DeviceId; kind: 'low-out' | 'crossed' }[] => {
        if (blows === 'out' && fans.some((other) => other.blows === 'in' && other.middle_mm < middle_mm - 1e-6))
          return [{ device, kind: 'crossed' }]
        return blows === 'out' && middle_mm > (2 * height_mm) / 3 ? [{ device, kind: 'low-out' }] : []
      })
    }),
  word: ({ device, kind }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what:
      kind === 'crossed'
        ? `${context.device(device).tag} blows out below a fan that blows in`
        : `${context.device(device).tag} blows out at the bottom of its box`,
    why: 'Warm air rises; blow in low, through a filter, and out high.',
    fixes:
      kind === 'low-out'
        ? [
            {
              label: `Let ${context.device(device).tag} blow in`,
              commands: [{ type: 'updateDevice', id: device, changes: { blows: 'in' } }],
            },
          ]
        : [],
  }),
})
