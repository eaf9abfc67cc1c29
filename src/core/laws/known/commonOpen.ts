import type { DeviceId, Terminal, TerminalId } from '@/core/plan'
import { terminalKey, waysFrom, type Passage } from '@/core/model'
import { moverOf } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly common: TerminalId
  readonly used: readonly TerminalId[]
  /** It has a wire, and that leads to no rail. */
  readonly isAdrift: boolean
}

/** Whether a hand must hold something for it to pass. */
function waitsForHand(context: JoinedContext, { device, link }: Passage): boolean {
  if (!('actuator' in link)) return false
  const { by, rest, service } = moverOf(context.part(device), link)
  return by === 'hand' && !link.closedIn.includes(rest) && !link.closedIn.includes(service)
}

/** Whether no source reaches a terminal but through a button or an end switch that somebody must press. */
function isAdrift(context: JoinedContext, device: DeviceId, terminal: TerminalId): boolean {
  const joint = context.model.jointOf(terminalKey(device, terminal))
  return context.model.sources.every((source) => {
    const way = waysFrom(context.model, source.terminal).get(joint)
    return way === undefined || way.some((passage) => waitsForHand(context, passage))
  })
}

/** As commons of isolated inputs are printed, where the part says no more of them: "in com", "COM", "common". */
const COMMON = /\b(com|common|cm\d?)\b/i

/** The other end of isolated inputs: isolated like them, and neither an input nor an output of its own. */
function isCommon({ function: fn, isolated, direction, level_V, label }: Terminal): boolean {
  if (fn === 'contact-COM' || direction === 'out') return false
  const isOtherEnd = isolated && (fn === 'signal' || fn === 'any') && direction !== 'in' && level_V === null
  return isOtherEnd || (COMMON.test(label) && !/out/i.test(label))
}

export const commonOpen = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Inputs used without their common',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const keys = Object.keys(part.terminals) as TerminalId[]
      const used = keys.filter((key) => {
        const { function: fn, isolated, direction } = part.terminals[key]!
        const isInput = (fn === 'signal' || fn === 'data') && isolated && direction === 'in'
        return isInput && !isCommon(part.terminals[key]!) && context.isJoined(id, key)
      })
      if (used.length === 0) return []
      // A contact's common is another rule's; a common that gives volts out is nobody's need.
      return keys.flatMap((common): Facts[] => {
        const { block } = part.terminals[common]!
        if (!isCommon(part.terminals[common]!)) return []
        const own = block === null ? used : used.filter((key) => part.terminals[key]!.block === block)
        const isBarred = part.links.some(
          (link) => link.kind === 'bar' && link.terminals.includes(common) && link.terminals.length > 1,
        )
        if (own.length === 0 || isBarred || context.isLeftOpen(id, common)) return []
        const isOpen = !context.isJoined(id, common)
        return isOpen || isAdrift(context, id, common) ? [{ device: id, common, used: own, isAdrift: !isOpen }] : []
      })
    }),
  word: ({ device, common, used, isAdrift: hasWire }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal: common }],
    what: `${context.terminalName(device, common)} ${hasWire ? 'leads to no rail' : 'is open'} while ${used.map((key) => context.terminal(device, key).label).join(', ')} ${used.length === 1 ? 'is' : 'are'} wired`,
    why: 'An isolated input is a lamp between its terminal and the common: without the common no current flows and nothing is ever seen. Join it to the minus where the inputs get the plus, to the plus where they get the minus.',
  }),
})
