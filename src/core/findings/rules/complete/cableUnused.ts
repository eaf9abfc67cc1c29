import type { CableId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const cableUnused = defineRule<{ readonly cable: CableId }>({
  severity: 'stop',
  title: 'A cable that joins nothing',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ plan }) => {
    const used = new Set(Object.values(plan.wires).flatMap((wire) => wire!.cable ?? []))
    return (Object.keys(plan.cables) as CableId[]).flatMap((cable) => {
      const { origin, ends, leadsOf } = plan.cables[cable]!
      const isMated = ends.a.mates !== null || ends.b.mates !== null
      return origin === 'remove' || used.has(cable) || isMated || leadsOf !== null ? [] : [{ cable }]
    })
  },
  word: ({ cable }, { plan }) => ({
    subjects: [{ kind: 'plan' }],
    what: `“${plan.cables[cable]!.name}” is in the plan, and none of its cores goes anywhere`,
    why: 'Cables forgotten until the covers were on are the commonest of all mistakes. Plug it in, join its cores, or park it with its reason.',
  }),
})
