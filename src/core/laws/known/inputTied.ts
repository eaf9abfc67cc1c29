import { splitKey, terminalKey } from '@/core/model'
import { moverOf, type DeviceId, type TerminalId, type WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule, hasLevel, isOnRail, type JoinedContext } from '@/core/judging'

interface Facts {
  readonly input: { readonly device: DeviceId; readonly terminal: TerminalId }
  readonly contact: DeviceId
  readonly wire: WireId
}

/** Whether a terminal is an end of a contact that somebody works, whose other end is not joined to it past the contact. */
function isOfContact(context: JoinedContext, device: DeviceId, terminal: TerminalId): boolean {
  const own = context.part(device)
  const { model } = context
  return own.links.some((link) => {
    if (link.kind !== 'contact' || moverOf(own, link).by === 'setting') return false
    if (link.a !== terminal && link.b !== terminal) return false
    return model.netOf(terminalKey(device, link.a)) !== model.netOf(terminalKey(device, link.b))
  })
}

/** An input that a contact's lead comes to, and a rail as well: it reads the same however the contact stands. */
export const inputTied = defineJoiningRule<Facts>({
  severity: 'caution',
  title: 'An input that reads the same whatever its contact does',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.joinedNets.flatMap(({ wires, ends }): Facts[] => {
      const inputs = ends.filter(({ device, terminal }) => {
        const { behaviour } = context.part(device)
        const own = context.terminal(device, terminal)
        return behaviour.kind !== 'driver' && own.direction === 'in' && hasLevel(own)
      })
      if (inputs.length === 0) return []
      return wires.flatMap((id): Facts[] => {
        const { from, to } = context.plan.wires[id]!
        if (from.kind !== 'terminal' || to.kind !== 'terminal') return []
        const isInput = (end: typeof from) =>
          inputs.some(({ device, terminal }) => device === end.device && terminal === end.terminal)
        const [input, other] = isInput(from) ? [from, to] : [to, from]
        if (!isInput(input) || !isOfContact(context, other.device, other.terminal)) return []
        const key = terminalKey(input.device, input.terminal)
        return isOnRail(context, key) ? [{ input: splitKey(key), contact: other.device, wire: id }] : []
      })
    }),
  word: ({ input, contact, wire }, context) => ({
    subjects: [
      { kind: 'terminal', ...input },
      { kind: 'device', id: contact },
      { kind: 'wire', id: wire },
    ],
    what: `${context.terminalName(input.device, input.terminal)} is joined to ${context.device(contact).tag} and, past its contact, to a rail`,
    why: `However ${context.device(contact).tag} stands, the program reads the same. Of its contact one end goes to the rail and the other to the input.`,
  }),
})
