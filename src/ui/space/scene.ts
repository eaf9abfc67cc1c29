import { isLeaf, pointOn, racewayRect, type Point, type SpaceReckoning } from '@/core/figures'
import type { DeviceId, EnclosureId, FaceId, Plan, Raceway, RacewayId } from '@/core/plan'

/** A flat piece of what is drawn, with what it belongs to. */
export interface Sheet {
  readonly key: string
  readonly of: 'face' | 'plate' | 'door' | 'part' | 'way'
  readonly face: FaceId | null
  readonly corners: readonly Point[]
  /** Of a face: a point inward of its middle, where what it carries stands. */
  readonly inward: Point | null
  /** The part that it is a side of. */
  readonly device: DeviceId | null
}

type Box = SpaceReckoning['bodies'][number]['box']

/** The six sides of a body, each going round: low or high across, down and outward. */
const SIDES = [
  '000 100 110 010',
  '001 101 111 011',
  '000 010 011 001',
  '100 110 111 101',
  '000 100 101 001',
  '010 110 111 011',
]

const sidesOf = (key: string, of: 'part' | 'way', { x, y, z }: Box, device: DeviceId | null): readonly Sheet[] =>
  SIDES.map((side, n) => ({
    key: `${key} ${n}`,
    of,
    face: null,
    corners: side.split(' ').map((bits) => ({ x: x[+bits[0]!]!, y: y[+bits[1]!]!, z: z[+bits[2]!]! })),
    inward: null,
    device,
  }))

/** A way as the body that it is on its face; null for what lies on none. */
function wayBox(plan: Plan, enclosure: EnclosureId, raceway: Raceway): Box | null {
  const rect = racewayRect(raceway)
  const { at } = raceway
  const box = plan.enclosures[enclosure]!
  if (!rect || !at || !box.faces[at.face]) return null
  const [a, b] = [
    pointOn(box, at.face, rect.left_mm, rect.top_mm, 0),
    pointOn(box, at.face, rect.right_mm, rect.bottom_mm, raceway.kind === 'duct' ? raceway.height_mm : 6),
  ]
  const span = (one: number, other: number) => [Math.min(one, other), Math.max(one, other)] as const
  return { x: span(a.x, b.x), y: span(a.y, b.y), z: span(a.z, b.z) }
}

/** Everything that stands in an enclosure: its faces where they are, parts and ways as bodies. */
export function sceneOf(plan: Plan, id: EnclosureId, bodies: SpaceReckoning['bodies']): readonly Sheet[] {
  const box = plan.enclosures[id]!
  const faces = (Object.keys(box.faces) as FaceId[]).map((face): Sheet => {
    const { width_mm: w, height_mm: h, kind } = box.faces[face]!
    const at = (x: number, y: number, inward_mm = 0) => pointOn(box, face, x, y, inward_mm)
    return {
      key: face,
      of: kind === 'plate' ? 'plate' : isLeaf(box, face) ? 'door' : 'face',
      face,
      corners: [at(0, 0), at(w, 0), at(w, h), at(0, h)],
      inward: at(w / 2, h / 2, 10),
      device: null,
    }
  })
  const ways = (Object.keys(plan.raceways) as RacewayId[]).flatMap((key) => {
    const raceway = plan.raceways[key]!
    const body = raceway.enclosure === id && raceway.origin !== 'remove' ? wayBox(plan, id, raceway) : null
    return body ? sidesOf(key, 'way', body, null) : []
  })
  return [...faces, ...ways, ...bodies.flatMap(({ device, box: body }) => sidesOf(device, 'part', body, device))]
}
