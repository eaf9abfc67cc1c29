import type { WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const noWireFits = defineRule<{ readonly wire: WireId; readonly reasons: readonly string[] }>({
  severity: 'stop',
  title: 'No wire size can be stated',
  stage: 'feed',
  source: SOURCES.iec60204Ampacity,
  find: (context) =>
    context.wires.flatMap(({ id, reckoned }) =>
      reckoned.reasons.length > 0 ? [{ wire: id, reasons: reckoned.reasons }] : [],
    ),
  word: ({ wire, reasons }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    alike: reasons.join('; '),
    what: `${context.wireName(wire)}: ${reasons.join('; ')}`,
    why: 'Without an ampacity nothing can be said about this wire, and nothing is.',
  }),
})
