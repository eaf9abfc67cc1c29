import type { DeviceId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '@/core/judging'

/** A clip sits this far off a part’s middle at most; typical. */
const OFF_CENTRE_mm = 12

export const notOnRail = defineLayingRule<{ readonly device: DeviceId }>({
  severity: 'caution',
  title: 'Made for a rail, and there is none',
  stage: 'layout',
  source: SOURCES.iec60715,
  find: (context) =>
    context.reckoning.faces.flatMap(({ enclosure, face, items }) => {
      const rails = context.plan.enclosures[enclosure]!.faces[face]!.rails ?? []
      return items.flatMap(({ device, body }) => {
        const { mounting } = context.part(device)
        const { place, fixedWith } = context.device(device)
        if (mounting !== 'rail' || (fixedWith && fixedWith !== 'rail') || place.kind !== 'face') return []
        const wantsAcross = place.rotation_deg % 180 === 0
        const isHeld = rails.some((rail) => {
          const [along, off, centre, from, to] =
            rail.axis === 'across'
              ? [rail.x_mm, rail.y_mm, place.y_mm, body.left_mm, body.right_mm]
              : [rail.y_mm, rail.x_mm, place.x_mm, body.top_mm, body.bottom_mm]
          return (
            (rail.axis === 'across') === wantsAcross &&
            Math.abs(off - centre) <= OFF_CENTRE_mm &&
            from >= along - 1e-6 &&
            to <= along + rail.length_mm + 1e-6
          )
        })
        return isHeld ? [] : [{ device }]
      })
    }),
  word: ({ device }, context) => ({
    subjects: [{ kind: 'device', id: device }],
    what: `${context.device(device).tag} clips on a rail, and no rail runs under its middle along its whole width`,
    why: 'Screws do not hold it, and half a clip lets go when a plug is pulled. Put a rail there or move it onto one.',
  }),
})
