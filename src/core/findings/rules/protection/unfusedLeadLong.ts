import type { WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly wire: WireId
  readonly length_mm: number
}

/** Up to here a lead may run to its device, IEC 60364-4-43, 434.2.1 (from memory). */
const GREATEST_mm = 3000
/** As short as can be: longer than this is worth a word. Common practice. */
const SHORT_mm = 500

export const unfusedLeadLong = defineRule<Facts>({
  severity: 'note',
  title: 'Long lead before the first fuse',
  stage: 'guard',
  source: SOURCES.iec60364Position,
  find: (context) =>
    context.wires.flatMap(({ id, wire, reckoned }): Facts[] =>
      wire.function === 'V+' &&
      reckoned.guard?.kind === 'supply-limit' &&
      reckoned.lengthFrom !== 'assumed' &&
      reckoned.length_mm > SHORT_mm
        ? [{ wire: id, length_mm: reckoned.length_mm }]
        : [],
    ),
  word: ({ wire, length_mm }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    what: `${context.wireName(wire)} runs ${formatNumber(length_mm / 1000)} m with nothing but the supply’s own limit before it`,
    why: `What happens on the way to the first fuse, no fuse ends. ${length_mm > GREATEST_mm ? 'Three metres are the most that a lead may run unprotected, and then away from anything that burns.' : 'Put the fuse at the source.'}`,
    severity: length_mm > GREATEST_mm ? 'caution' : 'note',
  }),
})
