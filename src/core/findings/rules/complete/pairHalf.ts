import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import type { Context } from '../../context'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly wired: TerminalId
  readonly open: TerminalId
  readonly isSerial: boolean
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

/** A socket for later that has its plus and not its minus, or the other way about. */
function halfSocket(context: Context, device: DeviceId, part: Part): readonly Facts[] {
  const keys = Object.keys(part.terminals) as TerminalId[]
  const of = (fn: 'V+' | 'V-') => keys.filter((key) => part.terminals[key]!.function === fn)
  const [plus, minus] = [of('V+'), of('V-')]
  if (plus.length !== 1 || minus.length !== 1) return []
  const pair = [plus[0]!, minus[0]!]
  const wired = pair.filter((key) => context.wiresAt(device, key).length > 0)
  if (wired.length !== 1) return []
  return [{ device, wired: wired[0]!, open: pair.find((key) => key !== wired[0])!, isSerial: false }]
}

export const pairHalf = defineRule<Facts>({
  severity: 'stop',
  title: 'One wire of a pair missing',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const keys = Object.keys(part.terminals) as TerminalId[]
      if (part.behaviour.kind === 'coupler') return [...halfSocket(context, id, part)]
      return keys.flatMap((wired): Facts[] => {
        const { function: fn, label, block } = part.terminals[wired]!
        if ((fn !== 'signal' && fn !== 'data') || context.wiresAt(id, wired).length === 0) return []
        return PAIRS.flatMap(([pattern, other]): Facts[] => {
          const found = pattern.exec(label.toUpperCase())
          if (!found) return []
          const open = keys.find(
            (key) =>
              part.terminals[key]!.block === block &&
              plain(part.terminals[key]!.label) === `${found[1]}${plain(other)}` &&
              context.wiresAt(id, key).length === 0,
          )
          return open ? [{ device: id, wired, open, isSerial: other === 'RX' || other === 'TX' }] : []
        })
      })
    }),
  word: ({ device, wired, open, isSerial }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal: open }],
    what: `${context.terminalName(device, wired)} is wired and ${context.terminalName(device, open)} is open`,
    why: isSerial
      ? 'A link that only speaks or only listens gets no answers. Leave it so where that is meant.'
      : 'The two carry one signal between them: with one alone nothing gets across.',
    severity: isSerial ? 'caution' : 'stop',
  }),
})
