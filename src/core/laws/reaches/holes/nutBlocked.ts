import type { DeviceId, FaceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const nutBlocked = defineLayingRule<{
  readonly wall: string
  readonly label: string
  readonly owner: string
  readonly by: DeviceId | null
  readonly face: FaceId
}>({
  severity: 'stop',
  title: 'No room for a nut inside',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ reckoning, plan }) =>
    reckoning.spaces.flatMap(({ enclosure, nuts }) =>
      nuts.map((nut) => ({ ...nut, wall: plan.enclosures[enclosure]!.faces[nut.face]!.name })),
    ),
  word: ({ wall, label, owner, by }, context) => ({
    subjects: [
      ...(owner.startsWith('device:')
        ? [{ kind: 'device' as const, id: owner as DeviceId }]
        : [{ kind: 'plan' as const }]),
      ...(by === null ? [] : [{ kind: 'device' as const, id: by }]),
    ],
    what: `The nut of ${label} behind the ${wall.toLowerCase()} meets ${by === null ? 'the corner of the box' : context.device(by).tag}`,
    why: 'It cannot be turned, or is drawn tight on what it touches. A little farther from the edge, or the part behind it moved.',
  }),
})
