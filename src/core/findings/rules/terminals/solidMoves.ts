import type { WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const solidMoves = defineRule<{ readonly wire: WireId }>({
  severity: 'stop',
  title: 'A solid core in what moves',
  stage: 'connect',
  source: SOURCES.iec60204Flexible,
  find: (context) =>
    context.wires.flatMap(({ id, wire }) => {
      const own = wire.cable === null ? null : context.plan.cables[wire.cable]!.flexClass
      const moves = wire.flexClass !== 'fixed' || (own !== null && own !== 'fixed')
      return wire.construction === 'solid' && moves ? [{ wire: id }] : []
    }),
  word: ({ wire }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    alike: context.plan.wires[wire]!.cable ?? 'solid',
    what: `${context.wireName(wire)} is solid and goes over a hinge or through a chain`,
    why: 'It breaks inside its insulation after some hundred bends, and nobody sees where. Take fine strands, of a class made for bending.',
    fixes: [
      {
        label: `Take fine strands for ${context.plan.wires[wire]!.label}`,
        commands: [{ type: 'updateWire', id: wire, changes: { construction: 'flexible' } }],
      },
    ],
  }),
})
