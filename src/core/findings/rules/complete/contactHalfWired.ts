import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly wired: TerminalId
  readonly open: readonly TerminalId[]
}

export const contactHalfWired = defineRule<Facts>({
  severity: 'stop',
  title: 'A contact with one side open',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const isWired = (terminal: TerminalId) => context.wiresAt(id, terminal).length > 0
      const contacts = part.links.flatMap((link) => (link.kind === 'contact' ? [link] : []))
      const ends = [...new Set(contacts.flatMap(({ a, b }) => [a, b]))]
      return ends.flatMap((wired): Facts[] => {
        if (!isWired(wired)) return []
        const own = contacts.filter(({ a, b }) => a === wired || b === wired)
        const open = own.map(({ a, b }) => (a === wired ? b : a))
        // A common without its wire is told by another rule, and a required terminal by itself.
        const isTold =
          open.some((end) => part.terminals[end]!.function === 'contact-COM') ||
          open.some((end) => part.terminals[end]!.need === 'required') ||
          // Pins inside an inlet or a module were joined where it was made.
          open.some((end) => part.terminals[end]!.clamp === 'moulded')
        return open.some(isWired) || isTold ? [] : [{ device: id, wired, open }]
      })
    }),
  word: ({ device, wired, open }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal: wired }],
    what: `${context.terminalName(device, wired)} is wired, and ${open.map((end) => context.terminal(device, end).label).join(' and ')} of the same contact ${open.length === 1 ? 'is' : 'are'} open`,
    why: 'A contact passes on what comes to its other side: with that open it does nothing, and whoever counts on it, a holding contact or a second pole, is let down.',
  }),
})
