import { splitKey } from '@/core/model'
import type { DeviceId, TerminalId, WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly wire: WireId
  readonly device: DeviceId
  readonly terminal: TerminalId
  readonly current_A: number
}

/** Less than this is what filters leak; common practice. */
const SERVICE_A = 0.02

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
      // A single bond that references a rail to earth carries nothing.
      return at && (current_A > SERVICE_A || fn === 'N' || fn === 'L') ? [{ wire: id, ...at, current_A }] : []
    }),
  word: ({ wire, device, terminal, current_A }, context) => ({
    subjects: [
      { kind: 'wire', id: wire },
      { kind: 'terminal', device, terminal },
    ],
    what: `${context.wireName(wire)} brings ${current_A > SERVICE_A ? `${formatNumber(current_A)} A` : 'a conductor of service'} to ${context.terminalName(device, terminal)}, which is earth`,
    why: 'Metal that a hand touches then carries the current, and is live when the earth comes loose. Take it home by a conductor of its own.',
  }),
})
