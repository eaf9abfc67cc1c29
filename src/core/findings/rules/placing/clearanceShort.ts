import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const clearanceShort = defineLayingRule<{ readonly device: DeviceId; readonly others: readonly DeviceId[] }>({
  severity: 'caution',
  title: 'No room for plugs, fingers or air',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning }) =>
    reckoning.faces.flatMap(({ crowded }) => {
      const by = new Map<DeviceId, DeviceId[]>()
      for (const [device, other] of crowded) by.set(device, [...(by.get(device) ?? []), other])
      return [...by].map(([device, others]) => ({ device, others }))
    }),
  word: ({ device, others }, context) => {
    const { top, right, bottom, left } = context.part(device).clearance_mm
    return {
      subjects: [{ kind: 'device', id: device }, ...others.map((id) => ({ kind: 'device' as const, id }))],
      what: `${others.map((id) => context.device(id).tag).join(', ')} ${others.length === 1 ? 'stands' : 'stand'} in the room that ${context.device(device).tag} asks for: ${top} mm above, ${right} right, ${bottom} below, ${left} left`,
      why: 'A plug that cannot be pulled, a screw no driver reaches, a supply that breathes its own warm air.',
    }
  },
})
