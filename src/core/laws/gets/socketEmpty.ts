import { moduleFor, socketFor } from '@/core/figures'
import { othersOn, terminalKey } from '@/core/model'
import type { DeviceId, Part, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { type JoinedContext, defineJoiningRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly socket: string
  readonly block: string
}

/** Sockets that nothing is in, of which signals come out on terminals that are wired: a bus of feeds and grounds is shared by many. */
function signalsToNothing(context: JoinedContext, id: DeviceId, { sockets, terminals }: Part): readonly Facts[] {
  if (sockets.every(({ pins }) => Object.keys(pins).length === 0)) return []
  const taken = new Set(
    context.devices.flatMap(({ device: { place } }) =>
      place.kind === 'socket' && place.device === id ? [place.socket] : [],
    ),
  )
  return sockets.flatMap(({ id: socket, pins }): Facts[] => {
    if (taken.has(socket)) return []
    const wired = Object.values(pins).filter((terminal) => {
      const { function: fn } = terminals[terminal]!
      return (fn === 'signal' || fn === 'data') && context.wiresAt(id, terminal).length > 0
    })
    // A pin that another module is on too has its sender there.
    const alone = wired.filter(
      (terminal) => !sockets.some((other) => taken.has(other.id) && Object.values(other.pins).includes(terminal)),
    )
    return alone.length > 0
      ? [{ device: id, socket, block: alone.map((each) => terminals[each]!.label).join(', ') }]
      : []
  })
}

export const socketEmpty = defineJoiningRule<Facts>({
  severity: 'stop',
  title: 'A socket with no module in it',
  stage: 'connect',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, part }) => {
      const used = new Map<string, string>()
      for (const terminal of Object.keys(part.terminals) as TerminalId[]) {
        const { block } = part.terminals[terminal]!
        const socket = socketFor(part, block)
        if (socket !== null && othersOn(context.model, terminalKey(id, terminal)).length > 0) used.set(socket, block!)
      }
      return [
        ...[...used].flatMap(([socket, block]): Facts[] =>
          moduleFor(context.model, id, block) === null ? [{ device: id, socket, block }] : [],
        ),
        ...signalsToNothing(context, id, part),
      ]
    }),
  word: ({ device, socket, block }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag}: ${block} is wired, and socket ${socket} behind it is empty`,
    why: 'What hangs there gets nothing: the module passes power and signals to it. Plug the module in, key to key, before the board has power.',
  }),
})
