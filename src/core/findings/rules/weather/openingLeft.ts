import type { DeviceId, EnclosureId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '../../types'

/** Centres this near are the same hole. */
const SAME_mm = 3

export const openingLeft = defineLayingRule<{
  readonly enclosure: EnclosureId
  readonly wall: string
  readonly what: string
  readonly device: DeviceId | null
}>({
  severity: 'caution',
  title: 'An opening left behind',
  stage: 'layout',
  source: SOURCES.practice,
  find: ({ plan, reckoning }) =>
    reckoning.faces.flatMap(({ enclosure, face, isPlate, holes }) => {
      if (isPlate) return []
      const data = plan.enclosures[enclosure]!.faces[face]!
      const closed = (data.openings ?? []).filter(({ use }) => use !== 'open')
      return [
        ...(data.openings ?? [])
          .filter(({ use, origin }) => use === 'open' && origin !== 'new')
          .map(({ name }) => ({ enclosure, wall: data.name, what: name, device: null })),
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
          })),
      ]
    }),
  word: ({ enclosure, wall, what, device }, { plan }) => ({
    subjects: device === null ? [{ kind: 'plan' }] : [{ kind: 'device', id: device }],
    what: `${what} in the ${wall.toLowerCase()} of “${plan.enclosures[enclosure]!.name}” stays open`,
    why: 'Fingers, tools and mice get in. Use it for something, or blank it.',
  }),
})
