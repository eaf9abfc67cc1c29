import { isLeaf, lengthOfWay, pointOn, reckonHinge, type Point, type SpaceReckoning } from '@/core/figures'
import type { DeviceId, EnclosureId, FaceId, Plan, RacewayId } from '@/core/plan'
import { SOURCES } from '@/core/reference'
import { bulge_mm } from '@/core/routing'
import { defineLayingRule, mm, wayName } from '@/core/judging'

interface Fact {
  readonly raceway: RacewayId
  readonly is: 'short' | 'pinched' | 'bulges'
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
      if (by) return [{ raceway, is: 'pinched', has_mm, wants_mm: reckoned.shut_mm, by }]
      const bulge = bulgeOf(plan, way, has_mm, reckoned.shut_mm)
      const met = bulge && onDoorIn(plan, reckoning.spaces, bulge)
      return met ? [{ raceway, is: 'bulges', has_mm, wants_mm: bulge.out_mm, by: met }] : []
    }),
  word: ({ raceway, is, has_mm, wants_mm, by }, context) => ({
    // Pulled out it certainly is; what presses on it may give.
    severity: is === 'short' ? 'stop' : 'caution',
    subjects: [{ kind: 'raceway', id: raceway }, ...(by === null ? [] : [{ kind: 'device' as const, id: by }])],
    what:
      is === 'bulges'
        ? `${wayName(context, raceway)} hangs ${mm(wants_mm)} out of its line with the door shut, where ${context.device(by!).tag} stands`
        : is === 'short'
          ? `${wayName(context, raceway)} is ${mm(has_mm)} long, and with the door wide open its ends are ${mm(wants_mm)} apart`
          : `${wayName(context, raceway)} is held where ${context.device(by!).tag} stands: shut, the door presses its loop on it`,
    why:
      is === 'bulges'
        ? 'Shut, the door presses the fold on it, and the leads rub there each time. Hold the loop nearer to the hinge or higher, make it shorter, or move what stands there.'
        : is === 'short'
          ? 'Opened wide, the door pulls the leads out of their terminals. Make the loop longer, or hold it nearer to the hinge.'
          : 'The loop needs room to fold beside the hinge. Hold it where nothing stands.',
  }),
})

interface Bulge {
  readonly enclosure: EnclosureId
  /** Along its fold, from the still side to the door. */
  readonly points: readonly Point[]
  readonly out_mm: number
}

/** What gives way a little is not hit. */
const GIVES_mm = 5
/** So little stands out of nothing. */
const LEAST_mm = 20
const SAMPLES = 24

/** How a loop hangs with the door shut: from hold to hold, and in between as far down as it is too long. */
function bulgeOf(
  plan: Parameters<typeof reckonHinge>[0],
  { ends }: Parameters<typeof reckonHinge>[1],
  length_mm: number,
  shut_mm: number,
): Bulge | null {
  const [a, b] = [ends?.a, ends?.b]
  if (a?.kind !== 'face' || b?.kind !== 'face') return null
  const box = plan.enclosures[a.enclosure]!
  const [still, door] = isLeaf(box, b.face) ? [a, b] : [b, a]
  const [p, q] = [still, door].map(({ face, x_mm, y_mm }) => pointOn(box, face, x_mm, y_mm, 0)) as [Point, Point]
  const out_mm = bulge_mm(length_mm, shut_mm)
  if (out_mm < LEAST_mm) return null
  const points = Array.from({ length: SAMPLES + 1 }, (_, i): Point => {
    const t = i / SAMPLES
    // Hung by both ends, near enough a parabola.
    return { x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y) + 4 * out_mm * t * (1 - t), z: p.z + t * (q.z - p.z) }
  })
  return { enclosure: a.enclosure, points, out_mm }
}

/** The first of a door's parts into which its loop hangs. */
function onDoorIn(plan: Plan, spaces: readonly SpaceReckoning[], { enclosure, points }: Bulge): DeviceId | null {
  const box = plan.enclosures[enclosure]!
  const within = (at: number, [low, high]: readonly [number, number]) => at > low + GIVES_mm && at < high - GIVES_mm
  const bodies = spaces.find((space) => space.enclosure === enclosure)?.bodies ?? []
  const hit = bodies.find(({ device, box: { x, y, z } }) => {
    const { place } = plan.devices[device]!
    return (
      place.kind === 'face' &&
      isLeaf(box, place.face) &&
      points.some((at) => within(at.x, x) && within(at.y, y) && within(at.z, z))
    )
  })
  return hit?.device ?? null
}

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
