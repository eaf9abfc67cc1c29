import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'
import { protectionFixes, unprotectedWires, type Unprotected } from './wireProtection'

export const wireWithoutProtection = defineRule<Unprotected>({
  severity: 'stop',
  title: 'Wire thinner than the supply can feed, and no fuse',
  stage: 'feed',
  source: SOURCES.iec60364Overload,
  find: (context) => unprotectedWires(context).filter(({ kind }) => kind === 'none'),
  word: (facts, context) => {
    const isTrusted = context.plan.practice.branchFusing === 'supply-limit'
    return {
      subjects: [{ kind: 'wire', id: facts.wire }],
      what: `${context.wireName(facts.wire)} carries ${formatNumber(facts.ampacity_A)} A and only ${facts.guard.label} stands before it`,
      why: `The limit protects the supply, not a thinner wire: a short at the far end heats the wire for as long as the supply likes.${isTrusted ? ' The house rule of this plan trusts the limit all the same.' : ' Fuse it at the source, or make it thicker.'}`,
      severity: isTrusted ? 'caution' : 'stop',
      fixes: protectionFixes(context, facts),
    }
  },
})
