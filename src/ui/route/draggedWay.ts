import type { EnclosureId, FaceId, Raceway } from '@/core/plan'
import { ON_FACE } from './wayWords'
import type { FlatBox, FlatFace } from './unfold'

/** What is drawn or dragged by hand lands on these millimetres. */
export const GRID_mm = 5
const SHORTEST_mm = 20

export const onGrid = (value: number): number => Math.round(value / GRID_mm) * GRID_mm

/** What of a way is dragged: all of it, its first end, or its second. */
export type DragPart = 'all' | 'a' | 'b'

const within = (value: number, most: number) => Math.min(Math.max(value, 0), most)

/** A movement on the sheet as one on the face. */
function onFace(face: FlatFace, by: readonly [number, number]): readonly [number, number] {
  const [ox, oy] = face.from(face.left, face.top)
  const [x, y] = face.from(face.left + by[0], face.top + by[1])
  return [x - ox, y - oy]
}

/** A way as it lies once it, or one end of it, was dragged so far on the sheet; null where that moves nothing. */
export function draggedWay(
  flat: FlatBox,
  enclosure: EnclosureId,
  raceway: Raceway,
  part: DragPart,
  by: readonly [number, number],
): Raceway | null {
  const faceOf = (id: FaceId) => flat.faces.find(({ face }) => face === id)
  const { at, ends, kind, length_mm } = raceway
  if (at) {
    const face = raceway.enclosure === enclosure ? faceOf(at.face) : undefined
    if (!face) return null
    const [dx, dy] = onFace(face, by)
    if (part === 'all' || !ON_FACE.includes(kind)) {
      const moved = {
        ...at,
        x_mm: onGrid(within(at.x_mm + dx, face.width)),
        y_mm: onGrid(within(at.y_mm + dy, face.height)),
      }
      return moved.x_mm === at.x_mm && moved.y_mm === at.y_mm ? null : { ...raceway, at: moved }
    }
    const along = onGrid(at.axis === 'across' ? dx : dy)
    // Its first end keeps its second where it is.
    const shift = part === 'a' ? Math.min(along, length_mm - SHORTEST_mm) : 0
    const longer_mm = part === 'a' ? length_mm - shift : Math.max(SHORTEST_mm, length_mm + along)
    if (longer_mm === length_mm) return null
    return {
      ...raceway,
      length_mm: longer_mm,
      at: at.axis === 'across' ? { ...at, x_mm: at.x_mm + shift } : { ...at, y_mm: at.y_mm + shift },
    }
  }
  if (!ends) return null
  const move = (end: NonNullable<Raceway['ends']>['a']) => {
    const face = end?.kind === 'face' && end.enclosure === enclosure ? faceOf(end.face) : undefined
    if (end?.kind !== 'face' || !face) return end
    const [dx, dy] = onFace(face, by)
    return {
      ...end,
      x_mm: onGrid(within(end.x_mm + dx, face.width)),
      y_mm: onGrid(within(end.y_mm + dy, face.height)),
    }
  }
  const next = { a: part === 'b' ? ends.a : move(ends.a), b: part === 'a' ? ends.b : move(ends.b) }
  return JSON.stringify(next) === JSON.stringify(ends) ? null : { ...raceway, ends: next }
}
