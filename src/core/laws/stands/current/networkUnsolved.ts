import type { StateId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const networkUnsolved = defineRule<{ readonly state: StateId; readonly reasons: readonly string[] }>({
  severity: 'stop',
  title: 'The currents cannot be worked out',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ reckoning }) =>
    Object.entries(reckoning.states).flatMap(([id, { isSolved, reasons }]) =>
      isSolved ? [] : [{ state: id as StateId, reasons }],
    ),
  word: ({ state, reasons }, { plan }) => ({
    subjects: [{ kind: 'plan' }],
    what: `State “${plan.states[state]!.name}”: ${reasons.join('; ')}`,
    why: 'A short, a loop of sources or a load beyond its supply. Until it is mended, no current, size or loading of that network is stated.',
  }),
})
