import type { FaceId } from './schema/ids'
import type { Plan } from './schema/plan'

type Enclosure = Plan['enclosures'][keyof Plan['enclosures']]
type Face = Enclosure['faces'][keyof Enclosure['faces']]

/** Which side of the enclosure a face is; seen from the front. */
export const SIDES = ['back', 'front', 'left', 'right', 'top', 'bottom'] as const
export type Side = (typeof SIDES)[number]

/** How large a side of an enclosure is, as somebody sees it who looks at it. */
export function sizeOfSide(
  side: Side,
  { width_mm, height_mm, depth_mm }: Enclosure['inner'],
): { readonly across_mm: number; readonly down_mm: number } {
  return {
    across_mm: side === 'left' || side === 'right' ? depth_mm : width_mm,
    down_mm: side === 'top' || side === 'bottom' ? depth_mm : height_mm,
  }
}

/** A plate stands off its side by this much where nothing is said: its studs. Common practice. */
export const PLATE_STANDS_OFF_mm = 10

/** Room that a mounting plate leaves to the walls about it. Common practice. */
const PLATE_MARGIN_mm = 10

/** A face with nothing on it. */
const bareFace = ({
  name,
  kind,
  width_mm,
  height_mm,
  side,
  ...rest
}: Pick<Face, 'name' | 'kind' | 'width_mm' | 'height_mm' | 'side'> & Partial<Face>): Face => ({
  name,
  kind,
  width_mm,
  height_mm,
  side,
  standsOff_mm: null,
  left_mm: null,
  top_mm: null,
  hinge: null,
  pullsOut_mm: null,
  openings: [],
  rails: [],
  ...rest,
})

/** A second plate, as large as the side that it stands before. */
export function newPlate(name: string, side: Side, inner: Enclosure['inner']): Face {
  const { across_mm, down_mm } = sizeOfSide(side, inner)
  return bareFace({ name, kind: 'plate', side, width_mm: across_mm, height_mm: down_mm })
}

/** The faces of a box: its mounting plate, the door, and the walls as large as the box is inside. */
export function standardFaces(
  { width_mm, height_mm, depth_mm }: Enclosure['inner'],
  kind: Enclosure['kind'] = 'box',
): Enclosure['faces'] {
  const floor = (name: string) =>
    bareFace({
      name,
      kind: 'plate',
      side: 'bottom',
      width_mm,
      height_mm: depth_mm,
      standsOff_mm: PLATE_STANDS_OFF_mm,
      left_mm: 0,
      top_mm: 0,
    })
  // A base stands on its floor, and what is in a rack lies on its shelf.
  if (kind === 'machine-base') return { ['face:plate' as FaceId]: floor('Floor') }
  if (kind === 'rack-shelf')
    return {
      ['face:plate' as FaceId]: floor('Shelf'),
      ['face:door' as FaceId]: bareFace({ name: 'Front panel', kind: 'wall', side: 'front', width_mm, height_mm }),
      ...walls({ width_mm, height_mm, depth_mm }),
    }
  const isFramed = kind === 'box'
  const margin = isFramed && Math.min(width_mm, height_mm) > 6 * PLATE_MARGIN_mm ? PLATE_MARGIN_mm : 0
  const plate = bareFace({
    name: 'Plate',
    kind: 'plate',
    side: 'back',
    width_mm: width_mm - 2 * margin,
    height_mm: height_mm - 2 * margin,
    standsOff_mm: PLATE_STANDS_OFF_mm,
    left_mm: margin,
    top_mm: margin,
  })
  if (kind === 'open-frame') return { ['face:plate' as FaceId]: plate }
  return {
    ['face:plate' as FaceId]: plate,
    ['face:door' as FaceId]: bareFace({
      name: 'Door',
      kind: 'door',
      side: 'front',
      hinge: 'left',
      width_mm,
      height_mm,
    }),
    ...walls({ width_mm, height_mm, depth_mm }),
  }
}

function walls({ width_mm, height_mm, depth_mm }: Enclosure['inner']): Enclosure['faces'] {
  const wall = (title: string, side: Side, across_mm: number, down_mm: number) =>
    bareFace({ name: title, kind: 'wall', side, width_mm: across_mm, height_mm: down_mm })
  return {
    ['face:left' as FaceId]: wall('Left wall', 'left', depth_mm, height_mm),
    ['face:right' as FaceId]: wall('Right wall', 'right', depth_mm, height_mm),
    ['face:top' as FaceId]: wall('Top wall', 'top', width_mm, depth_mm),
    ['face:bottom' as FaceId]: wall('Bottom wall', 'bottom', width_mm, depth_mm),
  }
}

/** A box with its faces, of which only what it is and the size inside is known. */
export function newBox(name: string, inner: Enclosure['inner'], kind: Enclosure['kind'] = 'box'): Enclosure {
  return {
    name,
    kind,
    inner,
    wall: { material: 'painted-steel', thickness_mm: 1.5 },
    sealed: false,
    mounting: null,
    origin: 'new',
    faces: standardFaces(inner, kind),
    rackUnits: null,
    ip: null,
    outdoor: null,
    mass_g: null,
    where: null,
  }
}
