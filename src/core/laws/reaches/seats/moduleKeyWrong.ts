import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const moduleKeyWrong = defineLayingRule<{
  readonly device: DeviceId
  readonly host: DeviceId
  readonly wants: string
  readonly has: string
}>({
  severity: 'stop',
  title: 'Module in a socket of another kind',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.devices.flatMap(({ id, device, part }) => {
      const { place } = device
      if (place.kind !== 'socket') return []
      const socket = context.part(place.device).sockets.find((each) => each.id === place.socket)
      return socket && part.plugsInto !== socket.key
        ? [{ device: id, host: place.device, wants: part.plugsInto ?? 'no socket at all', has: socket.key }]
        : []
    }),
  word: ({ device, host, wants, has }, context) => ({
    subjects: [
      { kind: 'device', id: device },
      { kind: 'device', id: host },
    ],
    what: `${context.device(device).tag} plugs into “${wants}” and sits in “${has}” of ${context.device(host).tag}`,
    why: 'Pins that do not belong together carry motor volts into logic at the first power.',
  }),
})
