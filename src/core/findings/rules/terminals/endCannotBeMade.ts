import { terminalKey, type TerminalKey } from '@/core/model'
import { landingOf, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

/** The terminal at an end, whichever way round the wire was entered. */
function landed(context: Context, id: WireId, side: 'from' | 'to'): TerminalKey {
  const end = landingOf(context.plan, context.plan.wires[id]![side])!
  return terminalKey(end.device, end.terminal)
}

const sideAt = (context: Context, id: WireId, at: TerminalKey): 'from' | 'to' => {
  const end = landingOf(context.plan, context.plan.wires[id]!.from)
  return end && terminalKey(end.device, end.terminal) === at ? 'from' : 'to'
}

export const endCannotBeMade = defineRule<{
  readonly wire: WireId
  readonly at: TerminalKey
  readonly isTinned: boolean
  readonly reasons: readonly string[]
}>({
  severity: 'caution',
  title: 'Wire end cannot be made like this',
  stage: 'terminate',
  source: SOURCES.iec60204Terminals,
  find: (context) =>
    context.wires.flatMap(({ id, reckoned }) =>
      (['from', 'to'] as const).flatMap((side) =>
        reckoned[side] && !reckoned[side].feasible
          ? [
              {
                wire: id,
                at: landed(context, id, side),
                isTinned: reckoned[side].treatment === 'tinned',
                reasons: reckoned[side].reasons,
              },
            ]
          : [],
      ),
    ),
  word({ wire, at, isTinned, reasons }, context) {
    const side = sideAt(context, wire, at)
    const { label, fromTreatment, toTreatment } = context.plan.wires[wire]!
    const isChosen = (side === 'from' ? fromTreatment : toTreatment) !== null
    return {
      subjects: [{ kind: 'wire', id: wire }],
      alike: reasons.join('; '),
      what: `${context.wireName(wire)}, at ${context.keyName(at)}: ${reasons.join('; ')}`,
      why: isTinned
        ? 'Solder flows away from the pressure for months; the loose joint then burns under load. Cut the tin off and fit a ferrule.'
        : 'A joint made against its clamp loosens or breaks in use.',
      severity: isTinned ? 'stop' : 'caution',
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
