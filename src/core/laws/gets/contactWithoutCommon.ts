import { terminalKey, waysFrom } from '@/core/model'
import { isCommanded, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly common: TerminalId
  readonly used: readonly TerminalId[]
  /** The contact that has the rail which belongs to the common; null where the common is open. */
  readonly fed: TerminalId | null
}

/** Whether a source reaches a terminal by a way that passes none of the part's own contacts. */
function isFedFromOutside({ model }: Context, device: DeviceId, terminal: TerminalId): boolean {
  const joint = model.jointOf(terminalKey(device, terminal))
  return model.sources.some((source) => {
    const way = waysFrom(model, source.terminal).get(joint)
    return way !== undefined && way.every((passage) => passage.device !== device)
  })
}

export const contactWithoutCommon = defineRule<Facts>({
  severity: 'stop',
  title: 'Contact used without its common',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const contacts = part.links.flatMap((link) => (link.kind === 'contact' && isCommanded(part, link) ? [link] : []))
      const commons = [
        ...new Set(
          contacts.flatMap(({ a, b }) =>
            [a, b].filter((terminal) => part.terminals[terminal]!.function === 'contact-COM'),
          ),
        ),
      ]
      return commons.flatMap((common): Facts[] => {
        const own = contacts.filter(({ a, b }) => a === common || b === common)
        const used = own
          .map(({ a, b }) => (a === common ? b : a))
          .filter((terminal) => context.wiresAt(id, terminal).length > 0)
        if (used.length === 0) return []
        if (context.isOpen(id, common)) return [{ device: id, common, used, fed: null }]
        // Several outputs share it: with the rail on one of them, that one must close before another can work.
        const hasRail = (terminal: TerminalId) => isFedFromOutside(context, id, terminal)
        const isShared = new Set(own.map(({ actuator }) => actuator).values()).size > 1 && used.length > 1
        const fed = used.find(hasRail)
        return isShared && fed && !hasRail(common) && !used.every(hasRail) ? [{ device: id, common, used, fed }] : []
      })
    }),
  word: ({ device, common, used, fed }, context) => ({
    subjects: [common, ...(fed ? [fed] : [])].map((terminal) => ({ kind: 'terminal', device, terminal })),
    what: fed
      ? `${context.terminalName(device, fed)} has the rail that belongs on ${context.terminal(device, common).label}, the common of ${used.map((terminal) => context.terminal(device, terminal).label).join(', ')}`
      : `${context.terminalName(device, common)} is open while ${used.map((terminal) => context.terminal(device, terminal).label).join(', ')} ${used.length === 1 ? 'is' : 'are'} wired`,
    why: fed
      ? 'One output must close before another can do anything, and what hangs on the common runs with it. Exchange the two wires.'
      : 'A dry contact gives no voltage of its own: what it should pass on must be brought to its common.',
  }),
})
