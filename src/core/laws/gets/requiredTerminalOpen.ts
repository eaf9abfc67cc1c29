import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { reachedFrom, terminalKey } from '@/core/model'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

/** A contact of several that one mover works, of which another is wired: nobody has to use them all. */
function isSpareContact(context: JoinedContext, id: DeviceId, part: Part, terminal: TerminalId): boolean {
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

/** Whether a terminal is one end of what the part gives: any screw of its bar serves for all. */
const givesOut = ({ behaviour, links }: Part, terminal: TerminalId): boolean => {
  if (!('outputs' in behaviour)) return false
  const ends = behaviour.outputs.flatMap(({ plus, minus }) => [plus, minus])
  // The minus of a converter is its input's minus too, and that must be fed.
  const input = 'plus' in behaviour ? behaviour.minus : null
  const bar = links.find((link) => link.kind === 'bar' && link.terminals.includes(terminal))
  const own = bar?.kind === 'bar' ? bar.terminals : [terminal]
  return own.some((each) => ends.includes(each)) && (input === null || !own.includes(input))
}

interface Facts {
  readonly device: DeviceId
  readonly terminals: readonly TerminalId[]
  /** The ground of a signal, by which what belongs on them comes in all the same. */
  readonly by: TerminalId | null
}

/** Whether a joint leads to the minus of a source by conductors of the feed: signals and earths left out. */
function comesHome({ model, plan }: JoinedContext, start: number): boolean {
  const reached = reachedFrom(model, [start], ({ conductor }) => {
    const wire = conductor && plan.wires[conductor.id]!
    return !wire || !(wire.function === 'signal' || wire.function === 'PE' || wire.origin === 'remove')
  })
  return model.sources.some(({ potential, terminal }) => potential.kind === '-' && reached.has(model.jointOf(terminal)))
}

/** The ground of a signal that carries what an open terminal of the feed should: nothing else on its bar leads home. */
function groundInstead(context: JoinedContext, id: DeviceId, part: Part, terminal: TerminalId): TerminalId | null {
  if (part.terminals[terminal]!.function !== 'V-') return null
  const wired = part.links
    .flatMap((link) => (link.kind === 'bar' && link.terminals.includes(terminal) ? link.terminals : []))
    .filter((other) => context.wiresAt(id, other).length > 0)
  // A control's minus may come home by leads of the feed, and is made for milliamperes all the same.
  if (wired.length > 0 && wired.every((other) => part.terminals[other]!.function === 'control-')) return wired[0]!
  const ground = wired.find((other) => ['signal', 'data'].includes(part.terminals[other]!.function))
  return ground && !comesHome(context, context.model.jointOf(terminalKey(id, terminal))) ? ground : null
}

/** What an open terminal comes to, by what it is for. */
function openMeans(part: Part, terminal: TerminalId): string {
  const { function: fn, direction } = part.terminals[terminal]!
  if (fn === 'PE')
    return 'Without it a fault makes metal live that a hand touches, and nothing opens; unplugged or on, nothing shows it.'
  const link = part.links.find((each) => each.kind !== 'bar' && (each.a === terminal || each.b === terminal))
  if (link && link.kind !== 'resistance')
    return link.kind === 'protective'
      ? 'What it was to protect is fed by another way, or not at all.'
      : 'What it was to switch is fed by another way, which it cannot part, or not at all.'
  if (part.draws.some(({ plus, minus }) => plus === terminal || minus === terminal))
    return fn === 'V-' || fn === 'N'
      ? 'Without its way home it stands still, or its current comes home through signals and screens, which are not made for it.'
      : 'It is fed on one side alone and stands still.'
  return direction === 'in' ? 'An input that floats does what it likes.' : 'What belongs there goes nowhere.'
}

export const requiredTerminalOpen = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Terminal that must be connected is open',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }): Facts[] => {
      const linked = new Set(
        part.links
          .flatMap((link) => (link.kind === 'bar' ? [link.terminals] : []))
          .filter((bar) => bar.some((terminal) => context.wiresAt(id, terminal).length > 0))
          .flat(),
      )
      const terminals = (Object.keys(part.terminals) as TerminalId[]).filter((terminal) => {
        // A PE terminal of exposed metal is another rule's, which also follows the conductors home.
        const isEarth = part.earths === terminal
        // A bar excuses it where something feeds that bar, or it is what the part itself feeds: outputs wired to loads do not.
        const isReached = () =>
          linked.has(terminal) &&
          (givesOut(part, terminal) ||
            context.potentials(terminalKey(id, terminal)).some(({ device }) => device !== id))
        return (
          part.terminals[terminal]!.need === 'required' &&
          !isEarth &&
          context.isOpen(id, terminal) &&
          !isReached() &&
          !isSpareContact(context, id, part, terminal)
        )
      })
      if (terminals.length > 0) return [{ device: id, terminals, by: null }]
      // What it draws itself, and what it switches for others.
      const minuses = new Set([
        ...part.draws.map(({ minus }) => minus),
        ...part.links.flatMap((link) => (link.kind === 'semiconductor' ? [link.a, link.b] : [])),
      ])
      return [...minuses].flatMap((minus): Facts[] => {
        const by = context.isOpen(id, minus) ? groundInstead(context, id, part, minus) : null
        return by && part.terminals[minus]!.need === 'required' ? [{ device: id, terminals: [minus], by }] : []
      })
    }),
  word: ({ device, terminals, by }, context) => ({
    severity: by ? 'caution' : 'stop',
    subjects: terminals.map((terminal) => ({ kind: 'terminal', device, terminal })),
    what: `${context.device(device).tag} (${context.device(device).name}): ${terminals.map((terminal) => context.terminal(device, terminal).label).join(', ')} ${terminals.length === 1 ? 'is' : 'are'} open${by ? `; all that it takes goes home by ${context.terminal(device, by).label}, ${context.terminal(device, by).function === 'control-' ? 'its control' : 'the ground of its signals'}` : ''}`,
    why: by
      ? 'A thin ground made for signals carries the feed: pulses and data shift with the current, and with that lead loose it comes home through an input. Bring its own minus to it.'
      : [...new Set(terminals.map((terminal) => openMeans(context.part(device), terminal)))].join(' '),
  }),
})
