import type { WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const parkedBare = defineRule<{ readonly wire: WireId }>({
  severity: 'stop',
  title: 'Parked end not insulated',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    (Object.keys(context.plan.wires) as WireId[]).flatMap((id) =>
      [context.plan.wires[id]!.from, context.plan.wires[id]!.to].some((end) => end.kind === 'parked' && !end.insulated)
        ? [{ wire: id }]
        : [],
    ),
  word: ({ wire }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    alike: context.plan.wires[wire]!.cable ?? 'parked',
    what: `${context.wireName(wire)} ends parked without insulation`,
    why: 'A loose bare end finds the one terminal it must not touch. Sleeve it, tie it back, label it.',
  }),
})
