import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const partsOverlap = defineLayingRule<{ readonly a: DeviceId; readonly b: DeviceId }>({
  severity: 'stop',
  title: 'Two parts in one place',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) => reckoning.faces.flatMap(({ overlapping }) => overlapping.map(([a, b]) => ({ a, b }))),
  word: ({ a, b }, context) => ({
    subjects: [
      { kind: 'device', id: a },
      { kind: 'device', id: b },
    ],
    what: `${context.device(a).tag} and ${context.device(b).tag} cover the same piece of the plate`,
    why: 'Only one of them will go there. Better found here than with the holes drilled.',
  }),
})
