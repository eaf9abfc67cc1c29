import type { DeviceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const doorSwingHits = defineLayingRule<{
  readonly device: DeviceId
  readonly by: DeviceId | null
  readonly wants_mm: number
}>({
  severity: 'stop',
  title: 'Door hits a part as it opens',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) => reckoning.spaces.flatMap(({ swinging }) => [...swinging]),
  word: ({ device, by, wants_mm }, context) => ({
    subjects: [{ kind: 'device', id: device }, ...(by === null ? [] : [{ kind: 'device' as const, id: by }])],
    what: `${context.device(device).tag} on the door swings out by ${formatNumber(wants_mm)} mm away from the hinges as it opens, and ${by === null ? 'the wall' : context.device(by).tag} is there`,
    why: 'Shut it fits, and it is torn off with the first opening. Nearer to the hinges, flatter, or hinge the door on the other side.',
  }),
})
