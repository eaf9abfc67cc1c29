import { formatNumber } from '@/core/quantity'
import { openingTime, sayOpening } from '@/core/protection'
import { SOURCES } from '@/core/reference'
import type { ProtectiveReckoning } from '@/core/figures'
import { defineRule } from '@/core/judging'

/** Starting up is taken to last this long. */
const START_S = 2

export const startUpOpensFuse = defineRule<ProtectiveReckoning>({
  severity: 'caution',
  title: 'Starting up may open the fuse',
  stage: 'guard',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.protective.filter(({ startUp_A, rating_A, family, curve, device }) => {
      if (startUp_A === null || rating_A === null || plan.devices[device]!.origin === 'remove') return false
      const opening = openingTime({ family, rating_A, ...(curve ? { curve } : {}) }, startUp_A)
      return opening.kind !== 'holds' && opening.earliest_s < START_S
    }),
  word: ({ device, link, rating_A, startUp_A, family, curve }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `Starting up takes ${formatNumber(startUp_A!)} A through ${context.device(device).tag} ${link}, ${rating_A} A: it ${sayOpening(openingTime({ family, rating_A: rating_A!, ...(curve ? { curve } : {}) }, startUp_A!), startUp_A!)}`,
    why: 'It holds for weeks and then opens on a cold morning. Take a slow one, or start the loads one after another.',
  }),
})
