import { colourName, isSameColour, type Colour, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '@/core/judging'

interface Facts {
  readonly line: WireId
  readonly negative: WireId
  readonly colour: Colour
}

export const lineAndNegativeAlike = defineRule<Facts>({
  severity: 'caution',
  reads: 'plan',
  title: 'Line and DC negative of one colour',
  stage: 'connect',
  source: SOURCES.iec60204Colour,
  find(context) {
    const coloured = (fn: 'L' | 'V-') =>
      context.wires
        .filter(({ wire }) => wire.function === fn)
        .map(({ id, wire }) => ({ id, colour: wire.colour ?? context.plan.practice.colours[fn] }))
    const negatives = coloured('V-')
    const seen = new Set<string>()
    return coloured('L').flatMap(({ id, colour }): Facts[] => {
      const same = negatives.find((negative) => isSameColour(negative.colour, colour))
      const key = colourName(colour)
      if (!same || seen.has(key)) return []
      seen.add(key)
      return [{ line: id, negative: same.id, colour }]
    })
  },
  word: ({ line, negative, colour }, context) => ({
    subjects: [
      { kind: 'wire', id: line },
      { kind: 'wire', id: negative },
    ],
    what: `${colourName(colour)} stands for line in ${context.wireName(line)} and for DC negative in ${context.wireName(negative)}`,
    why: 'In one box the same colour is then live in one place and harmless in another. Give one of them another colour.',
  }),
})
