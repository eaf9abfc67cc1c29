import { isLeaf, lengthOfWay, pointOn, reckonHinge, type SpaceReckoning } from '@/core/figures'
import type { DeviceId, EnclosureId, FaceId, RacewayId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { defineLayingRule } from '../../types'
import { mm, wayName } from './leadWords'

interface Fact {
  readonly raceway: RacewayId
  readonly is: 'short' | 'pinched'
  readonly has_mm: number
  readonly wants_mm: number
  readonly by: DeviceId | null
}

export const loopHits = defineLayingRule<Fact>({
  severity: 'caution',
  title: 'A loop over a hinge that does not do',
  stage: 'route',
  source: SOURCES.practice,
  find: ({ plan, reckoning }) =>
    (Object.keys(plan.raceways) as RacewayId[]).flatMap((raceway): Fact[] => {
      const way = plan.raceways[raceway]!
      if (way.kind !== 'hinge-loop' || way.origin === 'remove') return []
      const reckoned = reckonHinge(plan, way)
      if (!reckoned) return []
      const has_mm = lengthOfWay(plan, way)
      if (has_mm < reckoned.farthest_mm)
        return [{ raceway, is: 'short', has_mm, wants_mm: reckoned.farthest_mm, by: null }]
      const by = bodyAt(plan, reckoning.spaces, way)
      return by ? [{ raceway, is: 'pinched', has_mm, wants_mm: reckoned.shut_mm, by }] : []
    }),
  word: ({ raceway, is, has_mm, wants_mm, by }, context) => ({
    subjects: [{ kind: 'raceway', id: raceway }, ...(by === null ? [] : [{ kind: 'device' as const, id: by }])],
    what:
      is === 'short'
        ? `${wayName(context, raceway)} is ${mm(has_mm)} long, and with the door wide open its ends are ${mm(wants_mm)} apart`
        : `${wayName(context, raceway)} is held where ${context.device(by!).tag} stands: shut, the door presses its loop on it`,
    why:
      is === 'short'
        ? 'Opened wide, the door pulls the leads out of their terminals. Make the loop longer, or hold it nearer to the hinge.'
        : 'The loop needs room to fold beside the hinge. Hold it where nothing stands.',
  }),
})

/** What stands where a loop is held on the still side. */
function bodyAt(
  plan: Parameters<typeof reckonHinge>[0],
  spaces: readonly SpaceReckoning[],
  { ends }: Parameters<typeof reckonHinge>[1],
): DeviceId | null {
  for (const end of [ends?.a, ends?.b]) {
    if (end?.kind !== 'face') continue
    const box = plan.enclosures[end.enclosure as EnclosureId]!
    if (isLeaf(box, end.face as FaceId)) continue
    const at = pointOn(box, end.face as FaceId, end.x_mm, end.y_mm, 5)
    const hit = spaces
      .find(({ enclosure }) => enclosure === end.enclosure)
      ?.bodies.find(
        ({ box: { x, y, z } }) =>
          at.x > x[0] && at.x < x[1] && at.y > y[0] && at.y < y[1] && at.z > z[0] && at.z < z[1],
      )
    if (hit) return hit.device
  }
  return null
}
