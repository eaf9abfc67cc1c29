import { isLeaf, pointOn, racewayRect, type Point, type SpaceReckoning } from '@/core/figures'
import type { EnclosureId, FaceId, Plan, Raceway, RacewayId } from '@/core/plan'

/** A flat piece of what is drawn, with what it belongs to. */
export interface Sheet {
  readonly key: string
  readonly of: 'face' | 'plate' | 'door' | 'part' | 'way'
  readonly face: FaceId | null
  readonly corners: readonly Point[]
}

type Box = SpaceReckoning['bodies'][number]['box']

const corner = ({ x, y, z }: Box, i: number, j: number, k: number): Point => ({ x: x[i]!, y: y[j]!, z: z[k]! })

/** The six sides of a body, each going round. */
const SIDES: readonly (readonly (readonly [0 | 1, 0 | 1, 0 | 1])[])[] = [
  [
    [0, 0, 0],
    [1, 0, 0],
    [1, 1, 0],
    [0, 1, 0],
  ],
  [
    [0, 0, 1],
    [1, 0, 1],
    [1, 1, 1],
    [0, 1, 1],
  ],
  [
    [0, 0, 0],
    [0, 1, 0],
    [0, 1, 1],
    [0, 0, 1],
  ],
  [
    [1, 0, 0],
    [1, 1, 0],
    [1, 1, 1],
    [1, 0, 1],
  ],
  [
    [0, 0, 0],
    [1, 0, 0],
    [1, 0, 1],
    [0, 0, 1],
  ],
  [
    [0, 1, 0],
    [1, 1, 0],
    [1, 1, 1],
    [0, 1, 1],
  ],
]

const sidesOf = (key: string, of: Sheet['of'], box: Box): readonly Sheet[] =>
  SIDES.map((side, n) => ({
    key: `${key} ${n}`,
    of,
    face: null,
    corners: side.map(([i, j, k]) => corner(box, i, j, k)),
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
    const of = kind === 'plate' ? 'plate' : isLeaf(box, face) ? 'door' : 'face'
    const at = (x: number, y: number) => pointOn(box, face, x, y, 0)
    return { key: face, of, face, corners: [at(0, 0), at(w, 0), at(w, h), at(0, h)] }
  })
  const ways = (Object.keys(plan.raceways) as RacewayId[]).flatMap((key) => {
    const raceway = plan.raceways[key]!
    const body = raceway.enclosure === id && raceway.origin !== 'remove' ? wayBox(plan, id, raceway) : null
    return body ? sidesOf(key, 'way', body) : []
  })
  return [...faces, ...ways, ...bodies.flatMap(({ device, box: body }) => sidesOf(device, 'part', body))]
}
