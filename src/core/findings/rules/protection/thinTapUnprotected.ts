import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'
import { softenedWords, protectionFixes, severityOf, type Unprotected, unprotectedWires } from './wireProtection'

export const thinTapUnprotected = defineRule<Unprotected>({
  severity: 'stop',
  title: 'Thinner wire tapped without protection',
  stage: 'feed',
  source: SOURCES.iec60364Position,
  find: (context) => unprotectedWires(context).filter(({ kind }) => kind === 'tap'),
  word: (facts, context) => ({
    subjects: [{ kind: 'wire', id: facts.wire }],
    alike: facts.guard.id,
    what: `${context.wireName(facts.wire)} branches off a thicker wire and carries ${formatNumber(facts.ampacity_A)} A; ${facts.guard.label} lets ${formatNumber(facts.needs_A)} A through`,
    why: `Where the cross-section shrinks, a device that protects the thinner wire belongs, or the thinner wire must fit the device ahead.${softenedWords(facts, context, facts.wire)}`,
    severity: severityOf(facts),
    fixes: protectionFixes(context, facts),
  }),
})
