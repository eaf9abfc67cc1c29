import { isCommanded, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly common: TerminalId
  readonly used: readonly TerminalId[]
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
        if (context.wiresAt(id, common).length > 0) return []
        const used = contacts
          .filter(({ a, b }) => a === common || b === common)
          .map(({ a, b }) => (a === common ? b : a))
          .filter((terminal) => context.wiresAt(id, terminal).length > 0)
        return used.length > 0 ? [{ device: id, common, used }] : []
      })
    }),
  word: ({ device, common, used }, context) => ({
    subjects: [{ kind: 'terminal', device, terminal: common }],
    what: `${context.terminalName(device, common)} is open while ${used.map((terminal) => context.terminal(device, terminal).label).join(', ')} ${used.length === 1 ? 'is' : 'are'} wired`,
    why: 'A dry contact gives no voltage of its own: what it should pass on must be brought to its common.',
  }),
})
