import { PART_KINDS, type DeviceId, type Part, type TerminalFunction, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule, powerOutputs } from '@/core/judging'

interface Facts {
  readonly coil: { readonly device: DeviceId; readonly terminal: TerminalId }
  readonly other: { readonly device: DeviceId; readonly terminal: TerminalId }
}

/** What no end of a winding, nor what drives one, belongs on. */
const FOREIGN: ReadonlySet<TerminalFunction> = new Set([
  'signal',
  'data',
  'V+',
  'V-',
  'L',
  'N',
  'PE',
  'FE',
  'control+',
  'control-',
])

/** An end of a winding, or of an output that drives one, whatever it is called. */
function isOfWinding(part: Part, terminal: TerminalId): boolean {
  const { function: fn } = part.terminals[terminal]!
  if (fn === 'coil-A' || fn === 'coil-B') return true
  return (fn === 'any' && part.behaviour.kind === 'motor') || powerOutputs(part).includes(terminal)
}

export const coilMisplaced = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A motor lead where no motor belongs',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.joinedNets.flatMap(({ ends }): Facts[] => {
      const fnOf = (end: (typeof ends)[number]) => context.terminal(end.device, end.terminal).function
      const isContact = ({ device, terminal }: (typeof ends)[number]) =>
        context
          .part(device)
          .links.some((link) => link.kind === 'contact' && (link.a === terminal || link.b === terminal))
      const wired = ends.filter((end) => context.wiresAt(end.device, end.terminal).length > 0)
      const coil = wired.find((end) => isOfWinding(context.part(end.device), end.terminal))
      const other = wired.find(
        (end) =>
          FOREIGN.has(fnOf(end)) ||
          (isContact(end) && PART_KINDS[context.part(end.device).behaviour.kind].holdsNoWinding),
      )
      return coil && other ? [{ coil, other }] : []
    }),
  word: ({ coil, other }, context) => ({
    subjects: [coil, other].map((end) => ({ kind: 'terminal', ...end })),
    what: `${context.terminalName(coil.device, coil.terminal)}, of a motor, is joined to ${context.terminalName(other.device, other.terminal)}`,
    why: 'A driver puts its whole rail on a motor lead, many thousand times a second: on an input it burns the chip, on a rail the driver. Find the pair by continuity and land it on one output.',
  }),
})
