import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'
import { softenedWords, protectionFixes, severityOf, type Unprotected, unprotectedWires } from './wireProtection'

export const fuseAtWrongEnd = defineRule<Unprotected>({
  severity: 'stop',
  title: 'Fuse at the wrong end of its wire',
  stage: 'feed',
  source: SOURCES.iec60364Position,
  find: (context) => unprotectedWires(context).filter(({ kind }) => kind === 'wrong-end'),
  word: (facts, context) => ({
    subjects: [{ kind: 'wire', id: facts.wire }],
    alike: facts.guard.id,
    what: `${context.wireName(facts.wire)} runs up to its fuse behind ${facts.guard.label}, which lets ${formatNumber(facts.needs_A)} A through; the wire carries ${formatNumber(facts.ampacity_A)} A`,
    why: `A fuse protects what comes after it. Put it at the source, or make the wire up to it thick enough for the source.${softenedWords(facts, context, facts.wire)}`,
    severity: severityOf(facts),
    fixes: protectionFixes(context, facts),
  }),
})
