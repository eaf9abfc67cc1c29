import type { DeviceId } from '@/core/plan'
import { reachOf } from '@/core/geometry'
import { turnSide } from '@/core/figures'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

/** A jack this near to a wall is meant to go through it; common practice. */
const REACHES_mm = 12

export const portMissesHole = defineLayingRule<{
  readonly device: DeviceId
  readonly port: string
  readonly wall: string
}>({
  severity: 'caution',
  title: 'A jack that does not meet its hole',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    context.reckoning.spaces.flatMap(({ enclosure, bodies }) =>
      bodies.flatMap(({ device, box }) => {
        const { place } = context.device(device)
        const { ports, body } = context.part(device)
        if (
          place.kind !== 'face' ||
          !ports ||
          !context.plan.enclosures[enclosure]!.faces[place.face] ||
          context.plan.enclosures[enclosure]!.faces[place.face]!.kind !== 'plate'
        )
          return []
        const { inner, faces } = context.plan.enclosures[enclosure]!
        return ports.flatMap((port) => {
          const side = turnSide(port.side, place.rotation_deg) as 'top' | 'right' | 'bottom' | 'left'
          const away = {
            left: box.x[0],
            right: inner.width_mm - box.x[1],
            top: box.y[0],
            bottom: inner.height_mm - box.y[1],
          }[side]
          if (away > REACHES_mm) return []
          const wall = context.reckoning.faces.find(
            (each) => each.enclosure === enclosure && each.side === side && !each.isPlate,
          )
          if (!wall) return []
          // Along the part’s edge, turned with it: edges run the other way once the part is turned past them.
          const edge_mm = port.side === 'top' || port.side === 'bottom' ? body.width_mm : body.height_mm
          const isReversed =
            port.side === 'top' || port.side === 'bottom'
              ? place.rotation_deg === 180 || place.rotation_deg === 270
              : place.rotation_deg === 90 || place.rotation_deg === 180
          const along_mm = isReversed ? edge_mm - port.along_mm : port.along_mm
          const z = box.z[0] + port.above_mm
          const face = faces[wall.face]!
          const at =
            side === 'left'
              ? { x: z, y: box.y[0] + along_mm }
              : side === 'right'
                ? { x: inner.depth_mm - z, y: box.y[0] + along_mm }
                : side === 'top'
                  ? { x: box.x[0] + along_mm, y: z }
                  : { x: box.x[0] + along_mm, y: inner.depth_mm - z }
          // A jack is as wide as it runs along its edge, which goes down the walls beside it and across those above and below.
          const [half_w, half_h] =
            side === 'left' || side === 'right'
              ? [port.height_mm / 2, port.width_mm / 2]
              : [port.width_mm / 2, port.height_mm / 2]
          const isMet = wall.holes.some((hole) => {
            const { across_mm, down_mm } = reachOf(hole.shape)
            return (
              hole.state !== 'blank' &&
              Math.abs(hole.x_mm - at.x) + half_w <= across_mm + 1e-6 &&
              Math.abs(hole.y_mm - at.y) + half_h <= down_mm + 1e-6
            )
          })
          return isMet ? [] : [{ device, port: port.name, wall: face.name }]
        })
      }),
    ),
  word: ({ device, port, wall }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `The ${port} jack of ${context.device(device).tag} stands at the ${wall.toLowerCase()}, and no hole there holds it whole`,
    why: 'Cut an opening where the jack is, move the board, or bring the jack out with a short lead and a panel coupler.',
  }),
})
