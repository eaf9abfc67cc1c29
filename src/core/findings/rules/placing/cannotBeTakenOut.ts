import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

const FAST: ReadonlySet<string> = new Set(['solder-lug', 'solder-pad', 'moulded', 'insulation-displacement'])

export const cannotBeTakenOut = defineLayingRule<{ readonly device: DeviceId; readonly wires: number }>({
  severity: 'note',
  title: 'Comes out only by cutting a wire',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) => {
    const count = new Map<DeviceId, number>()
    for (const { wire } of context.wires) {
      const isFast = [wire.from, wire.to].every(
        (end) => end.kind !== 'terminal' || FAST.has(context.terminal(end.device, end.terminal).clamp),
      )
      if (!isFast) continue
      for (const end of [wire.from, wire.to])
        if (end.kind === 'terminal') count.set(end.device, (count.get(end.device) ?? 0) + 1)
    }
    return context.devices.flatMap(({ id, device }) => {
      const wires = count.get(id) ?? 0
      return device.place.kind === 'face' && wires > 0 ? [{ device: id, wires }] : []
    })
  },
  word: ({ device, wires }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${wires === 1 ? 'A wire' : `${wires} wires`} of ${context.device(device).tag} ${wires === 1 ? 'is' : 'are'} soldered or moulded at both ends`,
    why: 'Whoever replaces it has to cut. A connector or a clamp at one end saves that.',
  }),
})
