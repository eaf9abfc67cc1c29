import { reachOf, type HoleShape } from '@/core/geometry'
import type { DeviceId, EnclosureId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { bareMains, defineLayingRule } from '@/core/judging'

/** Centres this near are the same hole. */
const SAME_mm = 3

/** The jointed test finger is so thick: IEC 60529, first numeral 2. */
const FINGER_mm = 12

const letsFinger = (shape: HoleShape): boolean => {
  const { across_mm, down_mm } = reachOf(shape)
  return 2 * Math.min(across_mm, down_mm) >= FINGER_mm
}

export const openingLeft = defineLayingRule<{
  readonly enclosure: EnclosureId
  readonly wall: string
  readonly what: string
  readonly device: DeviceId | null
  /** Whoever reaches in by it meets bare mains. */
  readonly meetsMains: boolean
}>({
  severity: 'caution',
  title: 'An opening left behind',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ plan, reckoning }) => {
    const inBox = (enclosure: EnclosureId) =>
      reckoning.faces.flatMap((each) => (each.enclosure === enclosure ? each.items.map(({ device }) => device) : []))
    return reckoning.faces.flatMap(({ enclosure, face, isPlate, holes }) => {
      if (isPlate) return []
      const data = plan.enclosures[enclosure]!.faces[face]!
      const bare = new Set(bareMains(plan).map(({ device }) => device))
      const isBare = inBox(enclosure).some((device) => bare.has(device))
      const closed = (data.openings ?? []).filter(({ use }) => use !== 'open')
      return [
        ...(data.openings ?? [])
          .filter(({ use, origin }) => use === 'open' && origin !== 'new')
          .map(({ name, shape }) => ({
            enclosure,
            wall: data.name,
            what: name,
            device: null,
            meetsMains: isBare && letsFinger(shape),
          })),
        // What comes out leaves its hole, unless an opening there says what becomes of it.
        ...holes
          .filter(
            ({ for: purpose, state, owner }) => purpose === 'body' && state === 'blank' && owner.startsWith('device:'),
          )
          .filter(
            (hole) =>
              !closed.some((opening) => Math.hypot(opening.x_mm - hole.x_mm, opening.y_mm - hole.y_mm) < SAME_mm),
          )
          .map((hole) => ({
            enclosure,
            wall: data.name,
            what: `the hole of ${hole.label}`,
            device: hole.owner as DeviceId,
            meetsMains: isBare && letsFinger(hole.shape),
          })),
      ]
    })
  },
  word: ({ enclosure, wall, what, device, meetsMains }, { plan }) => ({
    severity: meetsMains ? 'stop' : 'caution',
    subjects: device === null ? [{ kind: 'plan' }] : [{ kind: 'device', id: device }],
    what: `${what} in the ${wall.toLowerCase()} of “${plan.enclosures[enclosure]!.name}” stays open`,
    why: meetsMains
      ? 'A finger goes through it, and mains terminals stand bare inside. Blank it, or cover them.'
      : 'Fingers, tools and mice get in. Use it for something, or blank it.',
  }),
})
