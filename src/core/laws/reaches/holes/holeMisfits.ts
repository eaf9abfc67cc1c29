import { fitsHole, givenTo, isSamePlace, wantedHoles } from '@/core/figures'
import { shapeWords } from '@/core/geometry'
import type { DeviceId, EnclosureId, FaceId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { SOURCES } from '@/core/reference'
import { type LaidContext, defineLayingRule } from '@/core/judging'

interface Facts {
  readonly device: DeviceId
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly opening: string
  /** It is another shape than the part wants, or elsewhere than the part stands. */
  readonly problem: 'shape' | 'beside'
  readonly beside_mm: number
  /** Another device whose hole this is. */
  readonly other: DeviceId | null
}

/** Of what stands on no face only the shape counts. */
const NOWHERE = { x_mm: 0, y_mm: 0, rotation_deg: 0 } as const

/** A device whose own cut-out is that of a hole. */
function whoseHole({ plan }: LaidContext, but: DeviceId, shape: Parameters<typeof fitsHole>[1]): DeviceId | null {
  return (
    (Object.keys(plan.devices) as DeviceId[]).find((id) => {
      const { place, part } = plan.devices[id]!
      if (id === but) return false
      const at = place.kind === 'face' ? place : NOWHERE
      return wantedHoles(plan.parts[part]!, at).some((wanted) => fitsHole(wanted.shape, shape))
    }) ?? null
  )
}

export const holeMisfits = defineLayingRule<Facts>({
  severity: 'caution',
  title: 'A part that its hole was not made for',
  stage: 'layout',
  source: SOURCES.practice,
  find: (context) =>
    (Object.keys(context.plan.devices) as DeviceId[]).flatMap((device): Facts[] => {
      const { place, origin, part } = context.plan.devices[device]!
      if (place.kind !== 'face' || origin === 'remove') return []
      const { enclosure, face } = place
      const given = givenTo(context.plan.enclosures[enclosure]!.faces[face]!, device)
      const wanted = wantedHoles(context.plan.parts[part]!, place)
      if (wanted.length === 0) return []
      return given.flatMap((opening): Facts[] => {
        const common = { device, enclosure, face, opening: opening.id }
        const alike = wanted.filter(({ shape }) => fitsHole(shape, opening.shape))
        if (alike.length === 0)
          return [{ ...common, problem: 'shape', beside_mm: 0, other: whoseHole(context, device, opening.shape) }]
        if (alike.some((each) => isSamePlace(each, opening))) return []
        const [nearest] = alike
          .map((each) => Math.hypot(each.x_mm - opening.x_mm, each.y_mm - opening.y_mm))
          .sort((a, b) => a - b)
        return [{ ...common, problem: 'beside', beside_mm: nearest!, other: null }]
      })
    }),
  word: ({ device, enclosure, face, opening: id, problem, beside_mm, other }, context) => {
    const { tag, place, part } = context.device(device)
    const { openings } = context.plan.enclosures[enclosure]!.faces[face]!
    const { name, shape, x_mm, y_mm } = openings.find((each) => each.id === id)!
    const [wanted] = wantedHoles(context.plan.parts[part]!, place.kind === 'face' ? place : NOWHERE)
    return {
      subjects: [{ kind: 'device', id: device }],
      what:
        problem === 'shape'
          ? `${tag} wants ${shapeWords(wanted!.shape)}, and “${name}”, which it was given, is ${shapeWords(shape)}${other ? `: that is the hole of ${context.device(other).tag}` : ''}`
          : `${tag} stands ${formatNumber(beside_mm)} mm beside “${name}”, the hole that it was given`,
      why:
        problem === 'shape'
          ? 'It does not go in, or nothing holds it. Give it another hole, or take the part that this one was made for.'
          : 'A second hole beside the first would be drilled. Put it where the hole is.',
      fixes:
        problem === 'beside' && place.kind === 'face'
          ? [
              {
                label: `Put ${tag} where its hole is`,
                commands: [
                  {
                    type: 'moveDevice',
                    id: device,
                    place: {
                      ...place,
                      x_mm: Math.round((place.x_mm + x_mm - wanted!.x_mm) * 100) / 100,
                      y_mm: Math.round((place.y_mm + y_mm - wanted!.y_mm) * 100) / 100,
                    },
                  },
                ],
              },
            ]
          : [],
    }
  },
})
