import { colourName, isGreenYellow, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

export const greenYellowMisused = defineRule<{ readonly wire: WireId }>({
  severity: 'stop',
  reads: 'plan',
  title: 'Green/yellow used for something else than earth',
  stage: 'connect',
  source: SOURCES.iec60204Colour,
  find: (context) =>
    context.wires.flatMap(({ id, wire }) =>
      wire.function !== 'PE' &&
      wire.colour &&
      (isGreenYellow(wire.colour) || (context.plan.site.region === 'NEC' && wire.colour.base === 'green'))
        ? [{ wire: id }]
        : [],
    ),
  word: ({ wire }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    what: `${context.wireName(wire)} is ${colourName(context.plan.wires[wire]!.colour!)} and is not an earth conductor`,
    why: 'Whoever opens the box next will take it for earth and touch it. The colour is kept for earth alone.',
    fixes: [
      {
        label: `Use the colour of the scheme for ${context.plan.wires[wire]!.label}`,
        commands: [{ type: 'updateWire', id: wire, changes: { colour: null } }],
      },
    ],
  }),
})
