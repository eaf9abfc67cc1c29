import type { CableId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

/** A screen that is joined to earth nowhere. */
export const screenOpen = defineJoiningRule<{ readonly cable: CableId }>({
  severity: 'caution',
  title: 'A screen that is joined nowhere',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ plan }) =>
    (Object.keys(plan.cables) as CableId[]).flatMap((cable) => {
      const { shielded, screenAt, origin, aside } = plan.cables[cable]!
      return shielded && screenAt === 'neither' && origin !== 'remove' && aside === null ? [{ cable }] : []
    }),
  word: ({ cable }, { plan }) => ({
    subjects: [{ kind: 'cable', id: cable }],
    what: `The screen of “${plan.cables[cable]!.name}” is joined to earth at neither end`,
    why: 'It screens nothing then, and carries what it picks up along the cores. Join it at the box, flat and short; at both ends for motors and drives.',
    fixes: (['a', 'both'] as const).map((screenAt) => ({
      label: screenAt === 'a' ? 'It is joined at its first end' : 'It is joined at both ends',
      commands: [{ type: 'updateCable', id: cable, changes: { screenAt } }],
    })),
  }),
})
