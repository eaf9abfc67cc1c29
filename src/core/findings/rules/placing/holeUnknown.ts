import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const holeUnknown = defineLayingRule<{ readonly device: DeviceId }>({
  severity: 'note',
  title: 'Goes through a wall, and nobody said what hole it wants',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.faces
      .filter(({ isPlate }) => !isPlate)
      .flatMap(({ items }) =>
        items.flatMap(({ device }) => {
          const { cutouts, behaviour } = context.part(device)
          // The metal of a wall or door is that wall itself.
          return (cutouts ?? []).length === 0 && behaviour.kind !== 'exposed-metal' ? [{ device }] : []
        }),
      ),
  word: ({ device }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} stands in a wall and its part states no cut-out`,
    why: 'It is missing from the drill sheet rather than guessed. Take the hole from the maker’s sheet, or measure it.',
  }),
})
