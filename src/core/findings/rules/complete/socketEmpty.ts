import { moduleFor, othersOn, socketFor } from '@/core/figures'
import { terminalKey } from '@/core/model'
import type { DeviceId, TerminalId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineRule } from '../../types'

interface Facts {
  readonly device: DeviceId
  readonly socket: string
  readonly block: string
}

export const socketEmpty = defineRule<Facts>({
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
      return [...used].flatMap(([socket, block]): Facts[] =>
        moduleFor(context.model, id, block) === null ? [{ device: id, socket, block }] : [],
      )
    }),
  word: ({ device, socket, block }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag}: block ${block} is wired, and socket ${socket} behind it is empty`,
    why: 'What hangs on that block gets nothing: the module passes power and signals to it. Plug the module in, key to key, before the board has power.',
  }),
})
