import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'
import { isCharging, joinedPositives, type JoinedSource } from './joinedPositives'

export const positivesJoined = defineJoiningRule<{ readonly sources: readonly JoinedSource[] }>({
  severity: 'stop',
  title: 'Positives of two supplies joined',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    joinedPositives(context)
      .map((sources) => ({ sources: sources.filter(({ isOutside }) => !isOutside) }))
      .filter(({ sources }) => sources.length > 1 && !isCharging(context, sources)),
  word: ({ sources }, context) => ({
    subjects: sources.map(({ device }) => ({ kind: 'device', id: device })),
    what: `The positives of ${sources.map(({ device }) => context.device(device).tag).join(' and ')} are joined`,
    why: 'No two supplies have quite the same voltage: the higher feeds the lower backwards, and one fault takes both. Split the loads between them; negatives alone may be joined.',
  }),
})
