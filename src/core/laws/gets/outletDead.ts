import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const outletDead = defineRule<{ readonly device: DeviceId }>({
  severity: 'stop',
  title: 'An outlet that gives nothing',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ reckoning }) => reckoning.deadOutlets.map((device) => ({ device })),
  word: ({ device }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    alike: 'dead',
    what: `${context.device(device).tag}, ${context.device(device).name}, has its line and its neutral joined, and no volts stand between them`,
    why: 'Solved with everything on and every button held: both its contacts lie on the same pole, or one of them on nothing that is fed. What is plugged in stands still, and may be live all the same.',
  }),
})
