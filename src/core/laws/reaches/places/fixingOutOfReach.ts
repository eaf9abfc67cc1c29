import type { DeviceId } from '@/core/plan'
import { overlaps } from '@/core/geometry'
import { SCREW_DATA } from '@/core/reference'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const fixingOutOfReach = defineLayingRule<{
  readonly device: DeviceId
  readonly by: string
  readonly count: number
}>({
  severity: 'caution',
  title: 'A screw that no driver reaches',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.faces
      .filter(({ isPlate }) => isPlate)
      .flatMap(({ items, raceways, holes }) => {
        const bodies = [
          ...items
            .filter(({ hangs }) => !hangs)
            .map(({ device, body }) => ({ owner: device as string, name: context.device(device).tag, body })),
          ...raceways.map(({ raceway, body }) => ({
            owner: raceway as string,
            name: context.plan.raceways[raceway]!.name,
            body,
          })),
        ]
        return items.flatMap(({ device }) => {
          const blocked = holes
            .filter((hole) => hole.owner === device && hole.screw !== null)
            .flatMap((hole) => {
              const room = SCREW_DATA[hole.screw!].driver_mm
              const head = {
                left_mm: hole.x_mm - room,
                right_mm: hole.x_mm + room,
                top_mm: hole.y_mm - room,
                bottom_mm: hole.y_mm + room,
              }
              return bodies.filter(({ owner, body }) => owner !== device && overlaps(head, body)).slice(0, 1)
            })
          return blocked.length > 0
            ? [{ device, by: [...new Set(blocked.map(({ name }) => name))].join(', '), count: blocked.length }]
            : []
        })
      }),
  word: ({ device, by, count }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${by} ${by.includes(',') ? 'stand' : 'stands'} where a driver must go to ${count === 1 ? 'a screw' : `${count} screws`} of ${context.device(device).tag}`,
    why: 'It goes in before its neighbour and never comes out without it. A little room, or mount it first and say so.',
  }),
})
