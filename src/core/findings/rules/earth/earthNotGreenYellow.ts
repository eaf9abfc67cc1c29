import { colourName, isGreenYellow, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const earthNotGreenYellow = defineRule<{ readonly wire: WireId }>({
  severity: 'caution',
  reads: 'plan',
  title: 'Earth conductor in another colour',
  stage: 'connect',
  source: SOURCES.iec60204Colour,
  find: (context) =>
    context.wires.flatMap(({ id, wire }) => {
      if (wire.function !== 'PE' || !wire.colour || isGreenYellow(wire.colour)) return []
      const isAmerican =
        context.plan.site.region === 'NEC' &&
        ((wire.colour.base === 'green' && !wire.colour.stripe) || wire.colour.base === 'bare')
      return isAmerican ? [] : [{ wire: id }]
    }),
  word: ({ wire }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    what: `${context.wireName(wire)} is an earth conductor and is ${colourName(context.plan.wires[wire]!.colour!)}`,
    why: 'An earth in the colour of something else is taken off one day by someone who does not know.',
    fixes: [
      {
        label: `Make ${context.plan.wires[wire]!.label} the colour of earth`,
        commands: [{ type: 'updateWire', id: wire, changes: { colour: null } }],
      },
    ],
  }),
})
