import type { WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const endCannotBeMade = defineRule<{
  readonly wire: WireId
  readonly side: 'from' | 'to'
  readonly reasons: readonly string[]
}>({
  severity: 'caution',
  title: 'Wire end cannot be made like this',
  stage: 'terminate',
  source: SOURCES.iec60204Terminals,
  find: (context) =>
    context.wires.flatMap(({ id, reckoned }) =>
      (['from', 'to'] as const).flatMap((side) =>
        reckoned[side] && !reckoned[side].feasible ? [{ wire: id, side, reasons: reckoned[side].reasons }] : [],
      ),
    ),
  word({ wire, side, reasons }, context) {
    const { label, fromTreatment, toTreatment } = context.plan.wires[wire]!
    const isChosen = (side === 'from' ? fromTreatment : toTreatment) !== null
    return {
      subjects: [{ kind: 'wire', id: wire }],
      what: `${context.wireName(wire)}, ${side === 'from' ? 'first' : 'second'} end: ${reasons.join('; ')}`,
      why: 'A joint made against its clamp loosens or breaks in use.',
      fixes: isChosen
        ? [
            {
              label: `Treat ${label} as usual for its clamp`,
              commands: [
                {
                  type: 'updateWire',
                  id: wire,
                  changes: side === 'from' ? { fromTreatment: null } : { toTreatment: null },
                },
              ],
            },
          ]
        : [],
    }
  },
})
