import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const partOnWrongFace = defineLayingRule<{ readonly device: DeviceId }>({
  severity: 'caution',
  title: 'Made for a wall, and on the plate',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.faces
      .filter(({ isPlate }) => isPlate)
      .flatMap(({ items }) =>
        items.flatMap(({ device }) => (context.part(device).mounting === 'panel' ? [{ device }] : [])),
      ),
  word: ({ device }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} goes into a wall, a door or a panel, and stands on the mounting plate`,
    why: 'Nobody reaches it there, and its hole in the wall is not on any drill sheet.',
  }),
})
