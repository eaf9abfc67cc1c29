import { colourName, isGreenYellow, isSameColour, type Plan, type Wire, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule, type Severity } from '@/core/judging'

/** The cores of a bought cable or lead have the colours that they have; at extra-low voltage that is worth a label, no more. */
function severityOf(plan: Plan, { function: fn, cable, core, colour, from, to }: Wire): Severity {
  // To a functional earth: kept for protective earth by the letter, done by many, and on earth it is.
  const functions = [from, to].map((end) =>
    end.kind === 'terminal' ? plan.parts[plan.devices[end.device]!.part]!.terminals[end.terminal]!.function : null,
  )
  if (functions.includes('FE') && functions.some((each) => each === 'PE' || each === 'FE')) return 'note'
  if (cable === null || fn === 'L' || fn === 'N') return 'stop'
  const { premade, leadsOf, cores } = plan.cables[cable]!
  const own = cores.find(({ id }) => id === core)?.colour
  // Of a cable whose cores nobody listed, nobody can say that the colour is not its own.
  const isItsOwn = premade || leadsOf !== null || cores.length === 0 || (!!own && !!colour && isSameColour(own, colour))
  return isItsOwn ? 'note' : 'stop'
}

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
    severity: severityOf(context.plan, context.plan.wires[wire]!),
    subjects: [{ kind: 'wire', id: wire }],
    alike: context.plan.wires[wire]!.cable ?? colourName(context.plan.wires[wire]!.colour!),
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
