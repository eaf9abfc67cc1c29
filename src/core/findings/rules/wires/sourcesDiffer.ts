import { asLabel, landingOf, namesOf, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly wire: WireId
  readonly side: 'from' | 'to'
  readonly source: string
  readonly says: string
}

/** Another source names another terminal than the one that the wire is joined to, and nobody measured. */
export const sourcesDiffer = defineJoiningRule<Facts>({
  severity: 'caution',
  title: 'Sources contradict one another',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ plan, wires }) =>
    wires.flatMap(({ id, wire }) =>
      wire.claims.flatMap(({ side, says, source, knownFrom }): Facts[] => {
        const at = landingOf(plan, wire[side])
        const isMeasured = wire.knownFrom === 'measured' && knownFrom !== 'measured'
        if (!at || isMeasured || namesOf(plan, at).has(asLabel(says))) return []
        return [{ wire: id, side, source, says }]
      }),
    ),
  word: ({ wire, side, source, says }, context) => {
    const at = landingOf(context.plan, context.plan.wires[wire]![side])!
    return {
      subjects: [{ kind: 'wire', id: wire }],
      alike: wire,
      what: `${context.wireName(wire)} is joined to ${context.terminalName(at.device, at.terminal)}, as known from ${context.plan.wires[wire]!.knownFrom}; ${source || 'another source'} says “${says}”`,
      why: 'Guides contradict one another, also the maker’s own. Measure before it gets power, and say “measured” where you did.',
    }
  },
})
