import type { DeviceId, WireId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineJoiningRule } from '@/core/judging'

/** What comes out, and leads that are to stay though they end at it. */
export const removedLeavesLeads = defineJoiningRule<{ readonly device: DeviceId; readonly wires: readonly WireId[] }>({
  severity: 'caution',
  title: 'Comes out, and its leads stay',
  stage: 'connect',
  source: SOURCES.practice,
  find: ({ plan }) => {
    const staying = new Map<DeviceId, WireId[]>()
    for (const [id, wire] of Object.entries(plan.wires)) {
      if (wire!.origin === 'remove') continue
      for (const end of [wire!.from, wire!.to]) {
        if (end.kind !== 'terminal' || plan.devices[end.device]!.origin !== 'remove') continue
        staying.set(end.device, [...(staying.get(end.device) ?? []), id as WireId])
      }
    }
    return [...staying].map(([device, wires]) => ({ device, wires }))
  },
  word: ({ device, wires }, { plan }) => {
    const { tag, name } = plan.devices[device]!
    const names = wires.map((id) => plan.wires[id]!.label || id)
    return {
      subjects: [{ kind: 'device', id: device }, ...wires.map((id) => ({ kind: 'wire' as const, id }))],
      what: `${tag}, ${name}, comes out; ${names.slice(0, 5).join(', ')}${names.length > 5 ? ` and ${names.length - 5} more` : ''} ${names.length === 1 ? 'ends' : 'end'} at it and ${names.length === 1 ? 'stays' : 'stay'}`,
      why: 'An end that is left hanging is live whenever its other end is, and finds metal. Take the leads out with it, land them elsewhere, or park each insulated.',
      fixes: [
        {
          label: names.length === 1 ? 'Take its lead out too' : `Take its ${names.length} leads out too`,
          commands: wires.map((id) => ({ type: 'updateWire', id, changes: { origin: 'remove' } })),
        },
      ],
    }
  },
})
