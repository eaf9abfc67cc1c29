import { fixingFor } from '@/core/drilling'
import { intoEnclosure } from '@/core/geometry'
import { PLATE_STANDS_OFF_mm, type Plan } from '@/core/plan'
import { liftOf } from './standing'
import type { FaceReckoning, FixingReckoning, SpaceReckoning } from '../types'

/** The flange or board under a screw's head; common practice. */
const HELD_mm = { standoffs: 1.6, other: 1.5 } as const

/** Screws, nuts, washers and standoffs of everything that is screwed on, and the room behind their ends. */
export function reckonFixings(
  plan: Plan,
  faces: readonly FaceReckoning[],
  spaces: readonly SpaceReckoning[],
): FixingReckoning[] {
  return faces.flatMap(({ enclosure: id, face, items, holes, isPlate, side }) =>
    items.flatMap(({ device: key }): FixingReckoning[] => {
      const device = plan.devices[key]!
      const part = plan.parts[device.part]!
      const own = holes.filter((hole) => hole.owner === key && hole.for === 'fixing' && hole.screw !== null)
      if (own.length === 0) return []
      const enclosure = plan.enclosures[id]!
      const { material, thickness_mm } = enclosure.wall
      const isStandoff = part.mounting === 'standoffs'
      const fixing = fixingFor({
        screw: own[0]!.screw!,
        count: own.length,
        held_mm: isStandoff ? HELD_mm.standoffs : HELD_mm.other,
        wall_mm: thickness_mm,
        standoff_mm: isStandoff ? liftOf(device, part) : 0,
        into: isStandoff ? 'standoff' : material === 'wood' ? 'wood' : 'nut',
      })
      // Behind a plate is the back wall; behind a wall is the inside of the box, and what stands there.
      const data = enclosure.faces[face]!
      const behindPlate_mm = data.standsOff_mm ?? PLATE_STANDS_OFF_mm
      const others =
        spaces.find((space) => space.enclosure === id)?.bodies.filter(({ device: other }) => other !== key) ?? []
      const free_mm = isPlate
        ? behindPlate_mm
        : Math.min(
            ...own.map((hole) => {
              const ray = intoEnclosure(
                side,
                false,
                { left_mm: hole.x_mm - 1, right_mm: hole.x_mm + 1, top_mm: hole.y_mm - 1, bottom_mm: hole.y_mm + 1 },
                [0, 100],
                enclosure.inner,
                { left_mm: 0, top_mm: 0, standsOff_mm: 0 },
              )
              const axis = side === 'left' || side === 'right' ? 'x' : side === 'top' || side === 'bottom' ? 'y' : 'z'
              const isLow = side === 'left' || side === 'top' || side === 'back'
              return Math.min(
                100,
                ...others.flatMap(({ box }) =>
                  (['x', 'y', 'z'] as const).every(
                    (each) => Math.min(box[each][1], ray[each][1]) > Math.max(box[each][0], ray[each][0]),
                  )
                    ? [isLow ? box[axis][0] - ray[axis][0] : ray[axis][1] - box[axis][1]]
                    : [],
                ),
              )
            }),
          )
      return [{ ...fixing, device: key, chosen_mm: device.screw_mm ?? null, free_mm: Math.max(0, free_mm) }]
    }),
  )
}
