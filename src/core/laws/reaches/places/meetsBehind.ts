import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const meetsBehind = defineLayingRule<{ readonly a: DeviceId; readonly b: DeviceId }>({
  severity: 'stop',
  title: 'Two parts meet when the door is shut',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) => reckoning.spaces.flatMap(({ meeting }) => meeting.map(([a, b]) => ({ a, b }))),
  word: ({ a, b }, context) => ({
    subjects: [
      { kind: 'device', id: a },
      { kind: 'device', id: b },
    ],
    what: `${context.device(a).tag} and ${context.device(b).tag} stand on different faces and reach into one another`,
    why: 'A fan’s blades, a switch’s tabs or a nut against what is behind it: found by a door that does not shut, or by sparks.',
  }),
})
