import { splitKey } from '@/core/model'
import type { DeviceId, Part, TerminalId, WireFunction, WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { type Context, defineRule } from '@/core/judging'

interface Facts {
  readonly wire: WireId
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly current_A: number
  /** One screw beside: the part has a terminal of its own for it. */
  readonly own: TerminalId | null
}

/** Less than this is what filters leak; common practice. */
const SERVICE_A = 0.02

/** A terminal of the part for what a conductor is called; null where it has none. */
function ownTerminal({ terminals }: Part, fn: WireFunction): TerminalId | null {
  if (fn !== 'V+' && fn !== 'V-') return null
  return (Object.keys(terminals) as TerminalId[]).find((key) => terminals[key]!.function === fn) ?? null
}

/** The minus of a supply, which may be referred to earth beside it. */
function isReference(context: Context, { device, terminal }: ReturnType<typeof splitKey>): boolean {
  const { behaviour } = context.part(device)
  return 'outputs' in behaviour && context.terminal(device, terminal).function === 'V-'
}

export const serviceOnEarth = defineRule<Facts>({
  severity: 'stop',
  title: 'Current of service in the protective earth',
  stage: 'connect',
  source: SOURCES.iec60204Bonding,
  find: (context) =>
    context.model.conductors.flatMap(({ id, from, to }): Facts[] => {
      const { function: fn, origin } = context.plan.wires[id]!
      if (fn === 'PE' || origin === 'remove') return []
      const current_A = context.reckoning.wires[id]!.worst.value ?? 0
      const at = [from, to].map(splitKey).find((end) => context.terminal(end.device, end.terminal).function === 'PE')
      if (!at) return []
      const other = [from, to]
        .map(splitKey)
        .find(({ device, terminal }) => device !== at.device || terminal !== at.terminal)
      const own = other && isReference(context, other) ? null : ownTerminal(context.part(at.device), fn)
      // A single bond that references a rail to earth carries nothing.
      const isService = current_A > SERVICE_A || fn === 'N' || fn === 'L'
      return isService || own ? [{ wire: id, ...at, current_A, own: isService ? null : own }] : []
    }),
  word: ({ wire, device, terminal, current_A, own }, context) => ({
    severity: own ? 'caution' : 'stop',
    subjects: [
      { kind: 'wire', id: wire },
      { kind: 'terminal', device, terminal },
    ],
    what: own
      ? `${context.wireName(wire)} is entered as ${context.plan.wires[wire]!.function === 'V-' ? 'a minus' : 'a plus'} and lands on ${context.terminalName(device, terminal)}, which is earth; ${context.terminal(device, own).label} is beside it`
      : `${context.wireName(wire)} brings ${current_A > SERVICE_A ? `${formatNumber(current_A)} A` : 'a conductor of service'} to ${context.terminalName(device, terminal)}, which is earth`,
    why: 'Metal that a hand touches then carries the current, and is live when the earth comes loose. Take it home by a conductor of its own.',
  }),
})
