import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const socketShared = defineLayingRule<{
  readonly devices: readonly DeviceId[]
  readonly host: DeviceId
  readonly socket: string
}>({
  severity: 'stop',
  title: 'Two modules in one socket',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) => {
    const bySocket = new Map<string, DeviceId[]>()
    for (const { id, device } of context.devices)
      if (device.place.kind === 'socket')
        bySocket.set(`${device.place.device} ${device.place.socket}`, [
          ...(bySocket.get(`${device.place.device} ${device.place.socket}`) ?? []),
          id,
        ])
    return [...bySocket.entries()]
      .filter(([, devices]) => devices.length > 1)
      .map(([key, devices]) => ({ devices, host: key.split(' ')[0] as DeviceId, socket: key.split(' ')[1]! }))
  },
  word: ({ devices, host, socket }, context) => ({
    subjects: devices.map((id) => ({ kind: 'device', id })),
    what: `${devices.map((id) => context.device(id).tag).join(' and ')} are both in socket ${socket} of ${context.device(host).tag}`,
    why: 'One socket, one module.',
  }),
})
