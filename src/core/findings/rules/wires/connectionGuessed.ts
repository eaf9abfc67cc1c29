import type { WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const connectionGuessed = defineRule<{ readonly wires: readonly WireId[] }>({
  severity: 'note',
  title: 'Connections that are guessed',
  stage: 'connect',
  source: SOURCES.practice,
  find(context) {
    const wires = context.wires.filter(({ wire }) => wire.knownFrom === 'guessed').map(({ id }) => id)
    return wires.length > 0 ? [{ wires }] : []
  },
  word: ({ wires }, context) => ({
    subjects: wires.map((id) => ({ kind: 'wire', id })),
    what: `${wires.length === 1 ? 'One connection is' : `${wires.length} connections are`} guessed: ${wires
      .slice(0, 4)
      .map((id) => context.wireName(id))
      .join(', ')}${wires.length > 4 ? ' …' : ''}`,
    why: 'Guides contradict one another. Measure these first, before anything else gets power.',
  }),
})
