import { isInTheOpen } from './inTheOpen'
import type { EnclosureId, FaceId } from '@/core/plan'
import { sideOf } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

/** From this numeral of IEC 60529 on, jets of water stay out. */
const SEALED = 5

export const noDrain = defineLayingRule<{ readonly enclosure: EnclosureId; readonly isSealed: boolean }>({
  severity: 'caution',
  title: 'No drain at the lowest point',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ plan }) =>
    Object.entries(plan.enclosures).flatMap(([id, box]) => {
      if (!isInTheOpen(plan, id as EnclosureId) || box!.origin === 'remove' || box!.kind !== 'box') return []
      const drains = Object.values(box!.faces).flatMap((face) =>
        sideOf(face!) === 'bottom' ? (face!.openings ?? []).filter(({ use }) => use === 'drain' || use === 'vent') : [],
      )
      const isSealed = box!.ip !== null && box!.ip % 10 >= SEALED
      return drains.length === 0 ? [{ enclosure: id as EnclosureId, isSealed }] : []
    }),
  word: ({ enclosure, isSealed }, { plan }) => ({
    severity: isSealed ? 'note' : 'caution',
    subjects: [{ kind: 'plan' }],
    what: `“${plan.enclosures[enclosure]!.name}” stands in the open and has no drain in its bottom`,
    why: isSealed
      ? 'Sealed, it takes in little but what its own air gives off by night. A drain plug lets that out and keeps its grade; a bare hole undoes it.'
      : 'Every box in the open takes in water, through seals or out of the air. It must find a way out: a hole of 5 to 8 mm at the lowest point, or a drain plug.',
    // A hole would undo the grade that it is to have.
    fixes: isSealed
      ? []
      : Object.entries(plan.enclosures[enclosure]!.faces)
          .flatMap(([key, face]) =>
            sideOf(face!) !== 'bottom'
              ? []
              : [
                  {
                    label: 'Put a drain in the bottom',
                    commands: [
                      {
                        type: 'putOpening' as const,
                        enclosure,
                        face: key as FaceId,
                        opening: {
                          id: freeId(face!.openings?.map(({ id }) => id) ?? []),
                          name: 'Drain',
                          shape: { kind: 'round' as const, diameter_mm: 6 },
                          x_mm: face!.width_mm / 2,
                          y_mm: face!.height_mm - 20,
                          origin: 'new' as const,
                          use: 'drain' as const,
                          device: null,
                        },
                      },
                    ],
                  },
                ],
          )
          .slice(0, 1),
  }),
})

/** "drain", or the next that is not taken by another opening. */
function freeId(taken: readonly string[]): string {
  let id = 'drain'
  for (let n = 2; taken.includes(id); n += 1) id = `drain${n}`
  return id
}
