import { coilsOf, type DeviceId, type Part, type TerminalId } from '@/core/plan'
import { othersOn, terminalKey } from '@/core/model'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly wired: TerminalId
  readonly open: readonly TerminalId[]
  /** The input by which a program commands it, where both its output’s ends lead nowhere. */
  readonly input: TerminalId | null
}

/** Outputs whose input is wired and that switch nothing: their load hangs past them. */
function commandedIdle(context: JoinedContext, id: DeviceId, part: Part): readonly Facts[] {
  const isWired = (terminal: TerminalId) => context.wiresAt(id, terminal).length > 0
  return coilsOf(part).flatMap(({ id: actuator, coil }): Facts[] => {
    const links = part.links.flatMap((link) => ('actuator' in link && link.actuator === actuator ? [link] : []))
    const inputs = [coil.plus, coil.minus].filter((end) => INPUTS.has(part.terminals[end]!.function))
    if (links.length === 0 || inputs.length === 0 || !inputs.every(isWired)) return []
    const isUsed = links.some(({ a, b }) => isWired(a) && isWired(b))
    // A contact with one side open is told as such, and one that must be wired by itself.
    const open = links.flatMap(({ a, b }) => [a, b]).filter((end) => !isWired(end))
    const isTold =
      links.some((link) => link.kind === 'contact') || open.some((end) => part.terminals[end]!.need === 'required')
    return isUsed || isTold || open.some((end) => context.isLeftOpen(id, end))
      ? []
      : [{ device: id, wired: inputs[0]!, open, input: inputs[0]! }]
  })
}

const INPUTS: ReadonlySet<string> = new Set(['signal', 'data', 'control+', 'control-'])

/**
 * Throws that are open of a change-over which holds one end of a load, where another holds the other end: the load is reversed
 * or braked by the two, and each throw has a rail to bring.
 */
function throwsOpen(context: JoinedContext, id: DeviceId, part: Part): readonly Facts[] {
  const contacts = part.links.flatMap((link) => (link.kind === 'contact' ? [link] : []))
  const commons = [...new Set(contacts.flatMap(({ a, b }) => [a, b]))].filter(
    (end) => contacts.filter(({ a, b }) => a === end || b === end).length > 1,
  )
  return commons.flatMap((common): Facts[] => {
    const throws = contacts.flatMap(({ a, b }) => (a === common ? [b] : b === common ? [a] : []))
    const open = throws.filter((end) => context.isOpen(id, end))
    if (open.length !== 1 || !isReversed(context, id, common)) return []
    return [{ device: id, wired: common, open, input: null }]
  })
}

/** Whether a load hangs between this common and that of another change-over. */
function isReversed(context: JoinedContext, id: DeviceId, common: TerminalId): boolean {
  const { model } = context
  const joint = (device: DeviceId, terminal: TerminalId) => model.netOf(terminalKey(device, terminal))
  const own = joint(id, common)
  return context.devices.some(({ id: load, part }) =>
    part.draws.some(({ plus, minus }) => {
      const ends = [joint(load, plus), joint(load, minus)]
      const other = ends[0] === own ? minus : ends[1] === own ? plus : null
      return (
        other !== null &&
        othersOn(model, terminalKey(load, other)).some(({ device, terminal }) => {
          const { links } = context.part(device)
          return (
            links.filter((link) => link.kind === 'contact' && (link.a === terminal || link.b === terminal)).length > 1
          )
        })
      )
    }),
  )
}

export const contactHalfWired = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A contact with one side open',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const isWired = (terminal: TerminalId) => context.wiresAt(id, terminal).length > 0
      const contacts = part.links.flatMap((link) => (link.kind === 'contact' ? [link] : []))
      const ends = [...new Set(contacts.flatMap(({ a, b }) => [a, b]))]
      const found = ends.flatMap((wired): Facts[] => {
        if (!isWired(wired)) return []
        const own = contacts.filter(({ a, b }) => a === wired || b === wired)
        const open = own.map(({ a, b }) => (a === wired ? b : a))
        // A common without its wire is told by another rule, and a required terminal by itself.
        const isTold =
          open.some((end) => part.terminals[end]!.function === 'contact-COM') ||
          open.some((end) => part.terminals[end]!.need === 'required') ||
          // Pins inside an inlet or a module were joined where it was made.
          open.some((end) => part.terminals[end]!.clamp === 'moulded' || context.isLeftOpen(id, end))
        return open.some(isWired) || isTold ? [] : [{ device: id, wired, open, input: null }]
      })
      return [...found, ...commandedIdle(context, id, part), ...throwsOpen(context, id, part)]
    }),
  word: ({ device, wired, open, input }, context) => ({
    severity: input ? 'caution' : 'stop',
    subjects: [{ kind: 'terminal', device, terminal: wired }],
    what: input
      ? `${context.terminalName(device, input)} commands an output of which ${open.map((end) => context.terminal(device, end).label).join(' and ')} ${open.length === 1 ? 'is' : 'are'} open`
      : `${context.terminalName(device, wired)} is wired, and ${open.map((end) => context.terminal(device, end).label).join(' and ')} of the same contact ${open.length === 1 ? 'is' : 'are'} open`,
    why: input
      ? 'The program switches it, and nothing hangs on it: what should be commanded hangs past it, or is not joined yet. Lead the load over it.'
      : 'A contact passes on what comes to its other side: with that open it does nothing, and whoever counts on it, a holding contact or a second pole, is let down.',
  }),
})
