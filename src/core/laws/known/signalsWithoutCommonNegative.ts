import { splitKey, terminalKey } from '@/core/model'
import { PART_KINDS, newWire, type DeviceId, type TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule, type Fix, crossings, type Crossing } from '@/core/judging'

/** A terminal with room for one more wire on a supply's minus: its own, or one of a strip that stands on it. */
function freeMinus(
  context: JoinedContext,
  id: DeviceId,
): { readonly device: DeviceId; readonly terminal: TerminalId } | null {
  const { behaviour } = context.part(id)
  if (!('outputs' in behaviour)) return null
  const { model } = context
  const isFree = ({ device, terminal }: { readonly device: DeviceId; readonly terminal: TerminalId }) =>
    context.wiresAt(device, terminal).length < context.terminal(device, terminal).conductors.count
  for (const { minus } of behaviour.outputs) {
    const net = model.netById.get(model.netOf(terminalKey(id, minus)))?.terminals ?? []
    const found = net
      .map(splitKey)
      .filter(({ device }) => device === id || PART_KINDS[context.part(device).behaviour.kind].passesOn)
      .filter(isFree)
      .sort((a, b) => Number(a.device !== id) - Number(b.device !== id))
    if (found[0]) return found[0]
  }
  return null
}

/** One bond between the two, where both have a terminal for it. */
function bondFix(context: JoinedContext, supplies: Crossing['supplies']): Fix[] {
  const [a, b] = supplies
  if (!a || !b || supplies.length !== 2) return []
  const [from, to] = [freeMinus(context, a), freeMinus(context, b)]
  if (!from || !to) return []
  const { id, label } = context.freeWire()
  return [
    {
      label: `Join the negatives of ${context.device(a).tag} and ${context.device(b).tag}`,
      commands: [
        {
          type: 'connect',
          id,
          wire: newWire({ kind: 'terminal', ...from }, { kind: 'terminal', ...to }, 'V-', label),
        },
      ],
    },
  ]
}

export const signalsWithoutCommonNegative = defineJoiningRule<Crossing>({
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
