import type { EnclosureId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

export const sparesMissing = defineLayingRule<{
  readonly enclosure: EnclosureId
  readonly has: number
  readonly wanted: number
}>({
  severity: 'note',
  title: 'Fewer spare holes than the house rule keeps',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ plan, reckoning }) =>
    Object.entries(plan.enclosures).flatMap(([id, box]) => {
      const walls = reckoning.faces.filter(({ enclosure, isPlate }) => enclosure === id && !isPlate)
      const isDrilled = walls.some(({ holes }) => holes.some((hole) => hole.for === 'gland'))
      const has =
        Object.values(box!.faces)
          .flatMap((face) => face!.openings ?? [])
          .filter(({ use }) => use === 'spare').length +
        Object.values(plan.raceways).filter(
          (raceway) => raceway!.enclosure === id && raceway!.kind === 'gland' && raceway!.isBlanked,
        ).length
      return isDrilled && has < plan.practice.spareHoles
        ? [{ enclosure: id as EnclosureId, has, wanted: plan.practice.spareHoles }]
        : []
    }),
  word: ({ enclosure, has, wanted }, { plan }) => ({
    subjects: [{ kind: 'plan' }],
    what: `“${plan.enclosures[enclosure]!.name}” has ${has} spare ${has === 1 ? 'hole' : 'holes'}, blanked; the house rule keeps ${wanted}`,
    why: 'The next cable comes; a hole made now costs a minute, one made beside live boards an evening of picking up chips.',
  }),
})
