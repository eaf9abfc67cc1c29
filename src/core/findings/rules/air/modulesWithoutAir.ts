import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const modulesWithoutAir = defineLayingRule<{ readonly host: DeviceId; readonly modules: readonly DeviceId[] }>({
  severity: 'note',
  title: 'Plug-on drivers without moving air',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) => {
    const hasFan = context.devices.some(
      ({ part, device }) => part.behaviour.kind === 'fan' && device.place.kind !== 'field',
    )
    const byHost = new Map<DeviceId, DeviceId[]>()
    for (const { id, device, part } of context.devices)
      if (device.place.kind === 'socket' && part.behaviour.kind === 'driver')
        byHost.set(device.place.device, [...(byHost.get(device.place.device) ?? []), id])
    return hasFan
      ? []
      : [...byHost].filter(([, modules]) => modules.length > 1).map(([host, modules]) => ({ host, modules }))
  },
  word: ({ host, modules }, context) => ({
    subjects: [{ kind: 'device', id: host }, ...modules.map((id) => ({ kind: 'device' as const, id }))],
    what: `${modules.length} plug-on drivers stand close together on ${context.device(host).tag}, and no fan moves the air`,
    why: 'Each warms the next; they shut down when hot and the machine loses steps. A fan across them, or less current.',
  }),
})
