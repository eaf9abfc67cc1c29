import type { WireId } from '@/core/plan'
import type { Potential } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly wire: WireId
  readonly is: readonly Potential['kind'][]
}

const EXPECTED = { L: 'L', N: 'N', PE: 'PE', 'V+': '+', 'V-': '-' } as const
const WORDS: Readonly<Record<Potential['kind'], string>> = {
  L: 'line',
  N: 'neutral',
  PE: 'earth',
  '+': 'DC plus',
  '-': 'DC minus',
}

export const functionContradictsNet = defineRule<Facts>({
  severity: 'stop',
  title: 'A wire that is not what it is called',
  stage: 'connect',
  source: SOURCES.iec60204Colour,
  find: (context) =>
    context.model.conductors.flatMap(({ id, from }): Facts[] => {
      const { function: fn, origin } = context.plan.wires[id]!
      if (fn === 'signal' || origin === 'remove') return []
      const kinds = [...new Set(context.potentials(from).map(({ kind }) => kind))]
      // Between supplies in series a joint is plus and minus at once; an earthed rail is both.
      return kinds.length === 0 || kinds.includes(EXPECTED[fn]) || (fn === 'PE' && kinds.every((kind) => kind === '-'))
        ? []
        : [{ wire: id, is: kinds.sort() }]
    }),
  word: ({ wire, is }, context) => ({
    subjects: [{ kind: 'wire', id: wire }],
    alike: `${context.plan.wires[wire]!.function} ${is.join(' ')}`,
    what: `${context.wireName(wire)} is entered as ${WORDS[EXPECTED[context.plan.wires[wire]!.function as keyof typeof EXPECTED]]} and is ${is.map((kind) => WORDS[kind]).join(' and ')}`,
    why: 'Its colour will lie to whoever opens the box next. Enter it as what it is, or join it where it belongs.',
  }),
})
