import { Groups, splitKey, waysFrom, type Net, type Potential, type TerminalKey } from '@/core/model'
import type { WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  /** A terminal where they meet, the first by name. */
  readonly example: TerminalKey
  readonly kinds: readonly Potential['kind'][]
  readonly wires: readonly WireId[]
}

const NAMES: Readonly<Record<Potential['kind'], string>> = {
  L: 'line',
  N: 'neutral',
  PE: 'earth',
  '+': 'DC plus',
  '-': 'DC minus',
}
const ORDER = Object.keys(NAMES) as readonly Potential['kind'][]

export const mainsMeetsLowVoltage = defineRule<Facts>({
  severity: 'stop',
  title: 'Two circuits joined that must be apart',
  stage: 'connect',
  source: SOURCES.iec60204Insulation,
  find: (context) => {
    // One joint shows in every net behind it: all nets in which the same sources meet are one finding.
    const groups = new Groups()
    const clashing = context.model.nets.flatMap((net) => {
      if (net.wires.length === 0) return []
      const pairs = net.potentials.flatMap((one, i) =>
        net.potentials
          .slice(i + 1)
          .flatMap((other) =>
            isClash(one, other) && canMeet(context, one, other) ? [[one.id, other.id].sort().join(' ')] : [],
          ),
      )
      if (pairs.length === 0) return []
      for (const pair of pairs) groups.join(pairs[0]!, pair)
      return [{ net, pair: pairs[0]! }]
    })
    const found = new Map<string, Net[]>()
    for (const { net, pair } of clashing) {
      const key = groups.find(pair)
      found.set(key, [...(found.get(key) ?? []), net])
    }
    return [...found.values()].map((nets): Facts => {
      // Where the sources themselves lie in one net the joint is there, and not somewhere behind a contact.
      const sources = new Set(context.model.sources.map(({ terminal }) => terminal))
      const directness = ({ terminals }: Net) => terminals.filter((key) => sources.has(key)).length
      const [nearest] = [...nets].sort(
        (one, other) => directness(other) - directness(one) || (firstOf(one) < firstOf(other) ? -1 : 1),
      ) as [Net]
      const kinds = new Set(nets.flatMap(({ potentials }) => potentials.map(({ kind }) => kind)))
      return {
        example: firstOf(nearest),
        kinds: ORDER.filter((kind) => kinds.has(kind)),
        wires: [...nearest.wires].sort(),
      }
    })
  },
  word({ wires, example, kinds }, context) {
    const { device, terminal } = splitKey(example)
    return {
      subjects: [
        ...wires.slice(0, 6).map((id) => ({ kind: 'wire' as const, id })),
        { kind: 'terminal', device, terminal },
      ],
      what: `${kinds.map((kind) => NAMES[kind]).join(' and ')} meet in one joint: ${wires
        .slice(0, 4)
        .map((id) => context.wireName(id))
        .join(', ')}${wires.length > 4 ? ` and ${wires.length - 4} more` : ''}`,
      why: 'A short circuit, or mains on what hands touch. Nothing is powered until this is undone.',
    }
  },
})

const firstOf = ({ terminals }: Net): TerminalKey => [...terminals].sort()[0]!

/** Earthing a negative is done on purpose, once; the rest is not. */
function isClash(one: Potential, other: Potential): boolean {
  const isMains = ({ kind }: Potential) => kind === 'L' || kind === 'N'
  const isLow = ({ kind }: Potential) => kind === '+' || kind === '-'
  const is = (a: Potential['kind'], b: Potential['kind']) =>
    (one.kind === a && other.kind === b) || (one.kind === b && other.kind === a)
  if ((isMains(one) && isLow(other)) || (isLow(one) && isMains(other))) return true
  if (is('L', 'N') || is('L', 'PE') || is('N', 'PE') || is('PE', '+')) return true
  return is('+', '-') && one.id.slice(0, -1) === other.id.slice(0, -1)
}

/** Whether the two meet in some one position of the contacts: a change-over passes one or the other, never both. */
function canMeet({ model }: Context, one: Potential, other: Potential): boolean {
  if (one.kind === 'PE' || other.kind === 'PE') return true
  const terminalOf = ({ id }: Potential) => model.sources.find(({ potential }) => potential.id === id)!.terminal
  return waysFrom(model, terminalOf(one)).has(model.jointOf(terminalOf(other)))
}
