import { formatNumber } from '@/core/quantity'
import { explainCoordination } from '@/core/protection'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'
import { softenedWords, protectionFixes, severityOf, type Unprotected, unprotectedWires } from './wireProtection'
import { shortHarm } from './shortHarm'

export const fuseDoesNotProtectWire = defineRule<Unprotected>({
  severity: 'stop',
  title: 'Wire not protected by its fuse',
  stage: 'feed',
  source: SOURCES.iec60364Overload,
  find: (context) => unprotectedWires(context).filter(({ kind }) => kind === 'wrong-rating'),
  word: (facts, context) => {
    const { wire, guard, ampacity_A, needs_A } = facts
    const size = context.reckoning.wires[wire]!.size
    return {
      harm: shortHarm(context, facts),
      subjects: [{ kind: 'wire', id: wire }, ...(guard.device ? [{ kind: 'device' as const, id: guard.device }] : [])],
      alike: guard.id,
      what: `${context.wireName(wire)}, ${size}, carries ${formatNumber(ampacity_A)} A; behind ${guard.label} it must carry ${formatNumber(needs_A)} A`,
      why: `Overloaded, the wire burns before the device opens${guard.family ? `: ${explainCoordination(ampacity_A, { family: guard.family, rating_A: guard.rating_A })}` : ''}.${guard.kind === 'outlet' ? ' The outlet’s own breaker is the first protective device.' : ''}${softenedWords(facts, context, wire)}`,
      severity: severityOf(facts),
      fixes: protectionFixes(context, facts),
    }
  },
})
