import { colourName, isGreenYellow, isSameColour, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

export const colourOffScheme = defineRule<{ readonly wire: WireId }>({
  severity: 'note',
  reads: 'plan',
  title: 'Colour departs from the scheme',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.wires.flatMap(({ id, wire }) => {
      if (!wire.colour || wire.function === 'signal' || wire.function === 'PE' || isGreenYellow(wire.colour)) return []
      return isSameColour(wire.colour, context.plan.practice.colours[wire.function]) ? [] : [{ wire: id }]
    }),
  word({ wire }, context) {
    const { colour, function: fn, label } = context.plan.wires[wire]!
    return {
      subjects: [{ kind: 'wire', id: wire }],
      alike: `${fn} ${colourName(colour!)}`,
      what: `${context.wireName(wire)} is ${colourName(colour!)}; the scheme of this plan has ${colourName(context.plan.practice.colours[fn])} for ${fn}`,
      why: 'A colour that lies costs the next person an hour, or more. Sleeve or label both ends if it stays.',
      fixes: [
        {
          label: `Use the colour of the scheme for ${label}`,
          commands: [{ type: 'updateWire', id: wire, changes: { colour: null } }],
        },
      ],
    }
  },
})
