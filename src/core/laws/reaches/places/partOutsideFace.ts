import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const partOutsideFace = defineLayingRule<{ readonly device: DeviceId; readonly face: string }>({
  severity: 'stop',
  title: 'Part beyond the edge of what it stands on',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.faces.flatMap(({ enclosure, face, outside }) =>
      outside.map((device) => ({ device, face: plan.enclosures[enclosure]!.faces[face]!.name })),
    ),
  word: ({ device, face }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} reaches beyond the edge of ${face}`,
    why: 'It meets the wall of the box, or hangs in the air with its screws.',
  }),
})
