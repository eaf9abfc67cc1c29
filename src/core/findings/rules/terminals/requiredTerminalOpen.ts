import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { terminalKey } from '@/core/model'
import type { Context } from '../../context'
import { defineRule } from '../../types'

/** A contact of several that one mover works, of which another is wired: nobody has to use them all. */
function isSpareContact(context: Context, id: DeviceId, part: Part, terminal: TerminalId): boolean {
  const contacts = part.links.flatMap((link) => (link.kind === 'contact' ? [link] : []))
  const own = contacts.filter(({ a, b }) => a === terminal || b === terminal)
  return own.some(
    ({ a, b, actuator }) =>
      [a, b].every((end) => context.wiresAt(id, end).length === 0) &&
      contacts.some(
        (other) =>
          other.actuator === actuator && [other.a, other.b].every((end) => context.wiresAt(id, end).length > 0),
      ),
  )
}

export const requiredTerminalOpen = defineRule<{
  readonly device: DeviceId
  readonly terminals: readonly TerminalId[]
}>({
  severity: 'stop',
  title: 'Terminal that must be connected is open',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }) => {
      const linked = new Set(
        part.links
          .flatMap((link) => (link.kind === 'bar' ? [link.terminals] : []))
          .filter((bar) => bar.some((terminal) => context.wiresAt(id, terminal).length > 0))
          .flat(),
      )
      const terminals = (Object.keys(part.terminals) as TerminalId[]).filter((terminal) => {
        // A PE terminal of exposed metal is another rule's, which also follows the conductors home.
        const isEarth = part.earths === terminal
        // A bar excuses it only when something feeds that bar: outputs wired to loads do not.
        const isReached = () =>
          linked.has(terminal) && context.potentials(terminalKey(id, terminal)).some(({ device }) => device !== id)
        return (
          part.terminals[terminal]!.need === 'required' &&
          !isEarth &&
          context.wiresAt(id, terminal).length === 0 &&
          !isReached() &&
          !isSpareContact(context, id, part, terminal)
        )
      })
      return terminals.length > 0 ? [{ device: id, terminals }] : []
    }),
  word: ({ device, terminals }, context) => ({
    subjects: terminals.map((terminal) => ({ kind: 'terminal', device, terminal })),
    what: `${context.device(device).tag} (${context.device(device).name}): ${terminals.map((terminal) => context.terminal(device, terminal).label).join(', ')} ${terminals.length === 1 ? 'is' : 'are'} open`,
    why: 'Every input that feeds a part must be fed: a board with motor power and no logic power looks dead, and a floating input does what it likes.',
  }),
})
