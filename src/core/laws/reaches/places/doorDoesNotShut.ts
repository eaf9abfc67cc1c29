import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const doorDoesNotShut = defineLayingRule<{ readonly device: DeviceId; readonly by_mm: number }>({
  severity: 'stop',
  title: 'Higher than the box is deep',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) => reckoning.spaces.flatMap(({ throughDoor }) => [...throughDoor]),
  word: ({ device, by_mm }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} stands ${formatNumber(by_mm)} mm through the door or lid`,
    why: 'The box does not shut. A deeper box, a lower part, or the plate nearer to the back.',
  }),
})
