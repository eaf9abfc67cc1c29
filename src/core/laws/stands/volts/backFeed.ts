import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'
import { joinedPositives, type JoinedSource } from './joinedPositives'

export const backFeed = defineJoiningRule<{ readonly sources: readonly JoinedSource[] }>({
  severity: 'stop',
  title: 'A supply feeds back into another source',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    joinedPositives(context)
      .filter((sources) => sources.some(({ isOutside }) => isOutside))
      .map((sources) => ({ sources })),
  word: ({ sources }, context) => {
    const outside = sources.find(({ isOutside }) => isOutside)!
    const own = sources.filter((source) => source !== outside)
    return {
      subjects: sources.map(({ device }) => ({ kind: 'device', id: device })),
      what: `The positive of ${context.device(outside.device).tag}, ${context.device(outside.device).name}, is joined to ${own.map(({ device }) => context.device(device).tag).join(' and ')}`,
      why: 'With the box off, the lead from outside feeds it backwards; with both on, two sources fight and the port gives in. Leave the lead’s positive open, or put a board between that parts them.',
    }
  },
})
