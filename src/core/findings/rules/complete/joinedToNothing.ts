import { splitKey, terminalKey, waysFrom } from '@/core/model'
import { PART_KINDS, type DeviceId, type TerminalId, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly devices: readonly DeviceId[]
  readonly wires: readonly WireId[]
}

/** A switch or probe of two bare leads reads nothing by itself either. */
function isPassive(context: JoinedContext, device: DeviceId): boolean {
  const { behaviour, draws } = context.part(device)
  return PART_KINDS[behaviour.kind].givesNothing || (behaviour.kind === 'sensor' && draws.length === 0)
}

/** Whether contacts and fuses, however they stand, lead on to a source, a ground or an output: an input alone reads nothing. */
function meetsActive(context: JoinedContext, device: DeviceId, terminal: TerminalId): boolean {
  const joints = waysFrom(context.model, terminalKey(device, terminal))
  return context.model.nets.some(
    ({ terminals, potentials, wires }) =>
      wires.length > 0 &&
      terminals.some((key) => joints.has(context.model.jointOf(key))) &&
      (potentials.length > 0 ||
        terminals.some((key) => {
          const at = splitKey(key)
          const { function: fn, direction, level_V } = context.terminal(at.device, at.terminal)
          const gives = fn === 'V+' || fn === 'V-' || level_V === 0 || direction === 'out'
          return gives && context.wiresAt(at.device, at.terminal).length > 0 && !isPassive(context, at.device)
        })),
  )
}

export const joinedToNothing = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'Joined to one another, and to nothing that feeds or reads them',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.model.nets.flatMap((net): Facts[] => {
      if (net.wires.length === 0 || net.potentials.length > 0) return []
      const wires = net.wires.filter((id) => context.plan.wires[id]!.origin !== 'remove')
      if (wires.length === 0) return []
      const ends = net.terminals.map(splitKey).filter(({ device, terminal }) => {
        // A bar's other terminals, unwired, say nothing.
        return context.wiresAt(device, terminal).length > 0
      })
      const devices = [...new Set(ends.map(({ device }) => device))].sort()
      if (!devices.every((device) => isPassive(context, device))) return []
      // A link in a chain of contacts: something may feed or read the chain at its ends.
      if (ends.some(({ device, terminal }) => meetsActive(context, device, terminal))) return []
      // An earth or a neutral that is not fed is said elsewhere.
      if (wires.some((id) => context.plan.wires[id]!.function === 'PE')) return []
      return [{ devices, wires: [...wires].sort() }]
    }),
  word: ({ devices, wires }, context) => ({
    subjects: [
      ...wires.slice(0, 6).map((id) => ({ kind: 'wire' as const, id })),
      ...devices.slice(0, 8).map((id) => ({ kind: 'device' as const, id })),
    ],
    alike: 'nothing',
    what: `${devices.map((id) => context.device(id).tag).join(', ')} are joined by ${wires
      .slice(0, 4)
      .map((id) => context.wireName(id))
      .join(', ')}${wires.length > 4 ? ' …' : ''}, and nothing feeds or reads them there`,
    why: 'A chain of commons wants its beginning: bring the plus, the minus or the controller’s own ground to the first of them. A gap leaves all behind it dead.',
  }),
})
