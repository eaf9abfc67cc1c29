import { formatNumber } from '@/core/quantity'
import type { WireId } from '@/core/plan'
import { protect } from '@/core/protection'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'
import { softenedWords, protectionFixes, severityOf, type Unprotected, unprotectedWires } from './wireProtection'
import { shortHarm } from './shortHarm'

const isFeed = ({ plan }: Context, wire: WireId) =>
  plan.wires[wire]!.function === 'V+' || plan.wires[wire]!.function === 'L'

/** The smallest fuse that carries the load and protects the wire, where there is one. */
function fuseWords({ wire, ampacity_A }: Unprotected, { reckoning }: Context): string {
  const { result } = protect({
    load_A: reckoning.wires[wire]!.worst.value ?? 0,
    continuous: true,
    wire_A: Math.max(1e-3, ampacity_A),
    family: 'ISO 8820-3',
  })
  return result.rating_A === null
    ? ' No fuse lets its load through and protects it: make it thicker.'
    : ` Put a fuse at the source: ${formatNumber(result.rating_A)} A carries its load and protects it.`
}

export const wireWithoutProtection = defineRule<Unprotected>({
  severity: 'stop',
  title: 'Wire thinner than the supply can feed, and no fuse',
  stage: 'feed',
  source: SOURCES.iec60364Overload,
  find: (context) => {
    const found = unprotectedWires(context).filter(({ kind }) => kind === 'none')
    // The fuse that a feed wants lets less come back, too: its returns are the same cause.
    const feeds = new Set(found.flatMap(({ wire, guard }) => (isFeed(context, wire) ? [guard.id] : [])))
    return found.filter(({ wire, guard }) => isFeed(context, wire) || !feeds.has(guard.id))
  },
  word: (facts, context) => {
    const isTrusted = context.plan.practice.branchFusing === 'supply-limit'
    return {
      harm: shortHarm(context, facts),
      subjects: [{ kind: 'wire', id: facts.wire }],
      alike: facts.guard.id,
      what: `${context.wireName(facts.wire)} carries ${formatNumber(facts.ampacity_A)} A and only ${facts.guard.label} stands before it`,
      why: `The limit protects the supply, not a thinner wire: a short at the far end heats the wire for as long as the supply likes.${isTrusted ? ' The house rule of this plan trusts the limit all the same.' : fuseWords(facts, context)}${softenedWords(facts, context, facts.wire)}`,
      severity: isTrusted ? 'caution' : severityOf(facts),
      fixes: protectionFixes(context, facts),
    }
  },
})
