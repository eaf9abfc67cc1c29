import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly wired: TerminalId
  readonly open: TerminalId
  /** It works with one of the two, and not as it was meant. */
  readonly kind: 'pair' | 'serial' | 'feed' | 'winding'
}

/** Labels that go together; what stands before them must be the same. */
const PAIRS: readonly (readonly [RegExp, string])[] = [
  [/^(.*)D\+$/, 'D−'],
  [/^(.*)D[-−]$/, 'D+'],
  [/^(.*)TX\+$/, 'TX−'],
  [/^(.*)RX\+$/, 'RX−'],
  [/^(.*)SDA$/, 'SCL'],
  [/^(.*)SCL$/, 'SDA'],
  [/^(.*)TX$/, 'RX'],
  [/^(.*)RX$/, 'TX'],
  [/^(.*)CANH$/, 'CANL'],
  [/^(.*)CANL$/, 'CANH'],
]

const plain = (label: string) => label.replace(/-/g, '−').toUpperCase()

const terminalsOf = ({ terminals }: Part, fn: 'V+' | 'V-'): readonly TerminalId[] =>
  (Object.keys(terminals) as TerminalId[]).filter((key) => terminals[key]!.function === fn)

/** A socket for later that has its plus and not its minus, or the other way about. */
function halfSocket(context: JoinedContext, device: DeviceId, part: Part): readonly Facts[] {
  const blocks = new Set(Object.values(part.terminals).map(({ block }) => block))
  return [...blocks].flatMap((block): Facts[] => {
    const of = (fn: 'V+' | 'V-') => terminalsOf(part, fn).filter((key) => part.terminals[key]!.block === block)
    const [plus, minus] = [of('V+'), of('V-')]
    if (plus.length !== 1 || minus.length !== 1) return []
    const pair = [plus[0]!, minus[0]!]
    const wired = pair.filter((key) => context.wiresAt(device, key).length > 0)
    if (wired.length !== 1) return []
    const open = pair.find((key) => key !== wired[0])!
    return context.isLeftOpen(device, open) ? [] : [{ device, wired: wired[0]!, open, kind: 'pair' }]
  })
}

/** A second place to feed a string at, by its number or end: "V+2" and "V-2". */
function halfFeeds(context: JoinedContext, device: DeviceId, part: Part): readonly Facts[] {
  const [plus, minus] = [terminalsOf(part, 'V+'), terminalsOf(part, 'V-')]
  if (plus.length !== minus.length || plus.length < 2) return []
  // As the part lists them: the first plus goes with the first minus.
  const pairs = plus.map((key, i) => {
    const pair = [key, minus[i]!]
    const isLeft = pair.some((each) => context.isLeftOpen(device, each))
    return { pair, isLeft, wired: pair.filter((each) => context.wiresAt(device, each).length > 0) }
  })
  // With no whole pair it is not fed at all, or by two ends at once: said elsewhere.
  if (!pairs.some(({ wired }) => wired.length === 2)) return []
  return pairs.flatMap(({ pair, isLeft, wired }): Facts[] =>
    wired.length === 1 && !isLeft
      ? [{ device, wired: wired[0]!, open: pair.find((each) => each !== wired[0])!, kind: 'feed' }]
      : [],
  )
}

/** A winding of which one end is joined and the other is not: no current flows in it. */
function halfWindings(context: JoinedContext, device: DeviceId, part: Part): readonly Facts[] {
  const windings = new Map<string, TerminalId[]>()
  for (const key of Object.keys(part.terminals) as TerminalId[]) {
    const { function: fn, block } = part.terminals[key]!
    if (fn !== 'coil-A' && fn !== 'coil-B') continue
    const name = `${block ?? ''} ${fn}`
    windings.set(name, [...(windings.get(name) ?? []), key])
  }
  return [...windings.values()].flatMap((ends): Facts[] => {
    const wired = ends.filter((key) => context.wiresAt(device, key).length > 0)
    const open = ends.filter((key) => context.isOpen(device, key))
    // What must be joined is asked for by itself.
    return ends.length === 2 && wired.length === 1 && open.length === 1 && part.terminals[open[0]!]!.need !== 'required'
      ? [{ device, wired: wired[0]!, open: open[0]!, kind: 'winding' }]
      : []
  })
}

export const pairHalf = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'One wire of a pair missing',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const keys = Object.keys(part.terminals) as TerminalId[]
      if (part.behaviour.kind === 'coupler') return [...halfSocket(context, id, part)]
      if (part.behaviour.kind === 'pixel-string') return [...halfFeeds(context, id, part)]
      // Of a driver’s output and the motor on it the motor is told of.
      const windings = part.behaviour.kind === 'motor' ? halfWindings(context, id, part) : []
      const pairs = keys.flatMap((wired): Facts[] => {
        const { function: fn, label, block } = part.terminals[wired]!
        if ((fn !== 'signal' && fn !== 'data') || context.wiresAt(id, wired).length === 0) return []
        return PAIRS.flatMap(([pattern, other]): Facts[] => {
          const found = pattern.exec(label.toUpperCase())
          if (!found) return []
          const open = keys.find(
            (key) =>
              part.terminals[key]!.block === block &&
              plain(part.terminals[key]!.label) === `${found[1]}${plain(other)}` &&
              context.isOpen(id, key),
          )
          return open ? [{ device: id, wired, open, kind: other === 'RX' || other === 'TX' ? 'serial' : 'pair' }] : []
        })
      })
      return [...windings, ...pairs]
    }),
  word: ({ device, wired, open, kind }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal: open }],
    what: `${context.terminalName(device, wired)} is wired and ${context.terminalName(device, open)} is open`,
    why:
      kind === 'winding'
        ? 'No current flows in a winding of which one end hangs free: the motor hums, trembles and does not turn.'
        : kind === 'feed'
          ? 'What comes in here goes home along the whole string: its far end stays dim, and its own tracks carry it all. Bring both, or neither.'
          : kind === 'serial'
            ? 'A link that only speaks or only listens gets no answers. Leave it so where that is meant.'
            : 'The two carry one signal between them: with one alone nothing gets across.',
    severity: kind === 'pair' || kind === 'winding' ? 'stop' : 'caution',
  }),
})
