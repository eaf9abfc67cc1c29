import { splitKey, waysFrom, type Conductor } from '@/core/model'
import type { TerminalFunction, WireId } from '@/core/plan'
import type { Potential } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule, type Severity } from '@/core/judging'

interface Facts {
  readonly wire: WireId
  /** What feeds its net; nothing where only signals or a winding lie on it. */
  readonly is: readonly Potential['kind'][]
  readonly severity: Severity
}

const EXPECTED = { L: 'L', N: 'N', PE: 'PE', 'V+': '+', 'V-': '-' } as const
const WORDS: Readonly<Record<Potential['kind'], string>> = {
  L: 'line',
  N: 'neutral',
  PE: 'earth',
  '+': 'DC plus',
  '-': 'DC minus',
}

/** Terminals that no rail and no mains belongs on. */
const SPEAKING: ReadonlySet<TerminalFunction> = new Set(['data', 'coil-A', 'coil-B'])

export const functionContradictsNet = defineJoiningRule<Facts>({
  severity: 'caution',
  title: 'A wire that is not what it is called',
  stage: 'connect',
  source: SOURCES.iec60204Colour,
  find: (context) =>
    context.model.conductors.flatMap((conductor): Facts[] => {
      const { id: wire, from } = conductor
      const { function: fn, origin } = context.plan.wires[wire]!
      if (origin === 'remove') return []
      const is = [...new Set(context.potentials(from).map(({ kind }) => kind))].sort()
      if (fn === 'signal') {
        if (is.every((kind) => kind === 'PE') && joinsEarths(context, conductor))
          return [{ wire, is, severity: 'caution' }]
        const isMains = is.some((kind) => kind === 'L' || kind === 'N')
        // Behind a contact some call the line of a coil a signal.
        return isMains ? [{ wire, is, severity: isFedStraight(context, conductor) ? 'caution' : 'note' }] : []
      }
      if (is.length === 0) {
        const isGrave = fn === 'L' || fn === 'N' || fn === 'PE'
        return speaks(context, conductor, isGrave) ? [{ wire, is, severity: isGrave ? 'caution' : 'note' }] : []
      }
      // Between supplies in series a joint is plus and minus at once; an earthed rail is both.
      if (is.includes(EXPECTED[fn])) return []
      // What refers a minus to a chassis is an earth conductor, though no mains brings the earth there.
      if (fn === 'PE' && is.every((kind) => kind === '-') && meetsEarth(context, conductor)) return []
      return [{ wire, is, severity: 'caution' }]
    }),
  word: ({ wire, is, severity }, context) => {
    const { function: fn } = context.plan.wires[wire]!
    return {
      severity,
      subjects: [{ kind: 'wire', id: wire }],
      alike: `${fn} ${is.join(' ')}`,
      what: `${context.wireName(wire)} is entered as ${fn === 'signal' ? 'a signal' : WORDS[EXPECTED[fn]]} and ${is.length === 0 ? 'joins a signal or a winding' : `is ${is.map((kind) => WORDS[kind]).join(' and ')}`}`,
      why: 'Its colour will lie to whoever opens the box next. Enter it as what it is, or join it where it belongs.',
    }
  },
})

const endsOf = ({ from, to }: Conductor) => [from, to].map(splitKey)

/** Whether the mains stands on it with fuses and maintained switches at most between. */
function isFedStraight(context: JoinedContext, { jointFrom }: Conductor): boolean {
  const { model } = context
  return model.sources.some(({ potential, terminal }) => {
    const way = potential.kind === 'L' || potential.kind === 'N' ? waysFrom(model, terminal).get(jointFrom) : undefined
    return (
      way !== undefined &&
      way.every(({ link, device }) => link.kind === 'protective' || context.part(device).behaviour.kind === 'switch')
    )
  })
}

/** Whether its ends are a bus's, a string's or a winding's; of what is called mains or earth, an input's or output's too. */
function speaks(context: JoinedContext, conductor: Conductor, isGrave: boolean): boolean {
  return endsOf(conductor).some(({ device, terminal }) => {
    const { function: fn } = context.terminal(device, terminal)
    return SPEAKING.has(fn) || (isGrave && fn === 'signal')
  })
}

const joinsEarths = (context: JoinedContext, conductor: Conductor): boolean =>
  endsOf(conductor).every(({ device, terminal }) => context.terminal(device, terminal).function === 'PE')

function meetsEarth(context: JoinedContext, { from }: Conductor): boolean {
  const net = context.model.netById.get(context.model.netOf(from))
  return (net?.terminals ?? []).some((key) => {
    const { device, terminal } = splitKey(key)
    return context.terminal(device, terminal).function === 'PE'
  })
}
