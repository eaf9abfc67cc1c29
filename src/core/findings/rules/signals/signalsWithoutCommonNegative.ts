import { terminalKey } from '@/core/model'
import { newWire } from '@/core/patterns'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import type { Context } from '../../context'
import { defineRule, type Fix } from '../../types'
import { crossings, type Crossing } from './signalCrossings'

/** A terminal of a supply's minus with room for one more wire. */
function freeMinus(context: Context, id: DeviceId): TerminalId | null {
  const { behaviour, terminals } = context.part(id)
  if (!('outputs' in behaviour)) return null
  const minuses = new Set(behaviour.outputs.map(({ minus }) => context.model.jointOf(terminalKey(id, minus))))
  return (
    (Object.keys(terminals) as TerminalId[]).find(
      (terminal) =>
        minuses.has(context.model.jointOf(terminalKey(id, terminal))) &&
        context.wiresAt(id, terminal).length < terminals[terminal]!.conductors.count,
    ) ?? null
  )
}

/** One bond between the two, where both have a terminal for it. */
function bondFix(context: Context, supplies: Crossing['supplies']): Fix[] {
  const [a, b] = supplies
  if (!a || !b || supplies.length !== 2) return []
  const ends = [a, b].map((id) => ({ id, terminal: freeMinus(context, id) }))
  const [from, to] = ends.flatMap(({ id, terminal }) =>
    terminal === null ? [] : [{ kind: 'terminal' as const, device: id, terminal }],
  )
  if (!from || !to) return []
  const { id, label } = context.freeWire()
  return [
    {
      label: `Join the negatives of ${context.device(a).tag} and ${context.device(b).tag}`,
      commands: [{ type: 'connect', id, wire: newWire(from, to, 'V-', label) }],
    },
  ]
}

export const signalsWithoutCommonNegative = defineRule<Crossing>({
  severity: 'stop',
  title: 'Signals between circuits without a common negative',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) => crossings(context).filter(({ isIsolated, isCommon }) => !isIsolated && !isCommon),
  word: ({ wires, devices, supplies }, context) => ({
    subjects: [
      ...wires.map((id) => ({ kind: 'wire' as const, id })),
      ...devices.map((id) => ({ kind: 'device' as const, id })),
    ],
    what: `${devices.map((id) => context.device(id).tag).join(' and ')} exchange signals by ${wires
      .slice(0, 4)
      .map((id) => context.plan.wires[id]!.label)
      .join(', ')}, and the negatives of ${supplies.map((id) => context.device(id).tag).join(' and ')} are not joined`,
    alike: [...supplies].sort().join(' '),
    fixes: bondFix(context, supplies),
    why: 'A signal is a voltage against a negative that both must share: the data is corrupt, or the return finds its way through an input. Join the negatives once with a bond, or use an isolated link.',
  }),
})
