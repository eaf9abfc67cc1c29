import { isLeaf, plateIn, sideOf } from '@/core/figures'
import type { Enclosure, FaceId } from '@/core/plan'

/** A face of a box laid flat: where it lies on the sheet, and how its own millimetres run there. */
export interface FlatFace {
  readonly face: FaceId
  readonly name: string
  readonly isDoor: boolean
  readonly isPlate: boolean
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
  to(x_mm: number, y_mm: number): readonly [number, number]
  from(x: number, y: number): readonly [number, number]
}

export interface FlatBox {
  readonly faces: readonly FlatFace[]
  readonly width: number
  readonly height: number
  /** How many millimetres of the sheet are about one pixel of the screen: letters and strokes are as large on a small box as on a large one. */
  readonly px: number
}

/** As large as a sheet is shown on the screens that planning is made for. */
const SHOWN_px = { width: 860, height: 520 } as const

const GAP_mm = 14

interface Frame {
  readonly left: number
  readonly top: number
  readonly isFlippedX: boolean
  readonly isFlippedY: boolean
}

/**
 * A box looked into from the front with its walls folded out: each wall lies against the edge that it has in the box, the door
 * beyond the wall of its hinge, so that a way goes on over the fold as it does in the box. Faces that are not shown are left out.
 */
export function unfold(box: Enclosure, isShown: (face: FaceId) => boolean = () => true): FlatBox {
  const { width_mm: W, height_mm: H, depth_mm: D } = box.inner
  const keys = (Object.keys(box.faces) as FaceId[]).filter((key) => isBack(box, key) || isShown(key))
  const has = (side: string) => keys.some((key) => sideOf(box.faces[key]!) === side && !isBack(box, key))
  const door = keys.find((key) => isLeaf(box, key))
  const hinge = door ? (box.faces[door]!.hinge ?? 'left') : null
  const leftWall = has('left') ? D + GAP_mm : 0
  const rightWall = has('right') ? D + GAP_mm : 0
  const hasFront = hinge !== null || has('front')
  const doorLeft = hasFront && hinge !== 'right' ? W + GAP_mm : 0
  const doorRight = hinge === 'right' ? W + GAP_mm : 0
  const topWall = has('top') ? D + GAP_mm : 0
  const bottomWall = has('bottom') ? D + GAP_mm : 0
  const [x0, y0] = [doorLeft + leftWall, topWall]
  const frameOf = (key: FaceId): Frame => {
    const face = box.faces[key]!
    const plain = { isFlippedX: false, isFlippedY: false }
    if (isBack(box, key)) {
      const left = x0 + (face.left_mm ?? (W - face.width_mm) / 2)
      const top = y0 + (face.top_mm ?? (H - face.height_mm) / 2)
      return { left, top, ...plain, isFlippedX: face.kind !== 'plate' }
    }
    // A plate is seen from within already; it lies where its side does, by so much off that side's corner.
    if (face.kind === 'plate') {
      const { left_mm, top_mm } = plateIn(box, key)
      const at = (left: number, top: number): Frame => ({ left: left + left_mm, top: top + top_mm, ...plain })
      switch (sideOf(face)) {
        case 'left':
          return at(x0 - D - GAP_mm, y0)
        case 'right':
          return at(x0 + W + GAP_mm, y0)
        case 'top':
          return at(x0, y0 - D - GAP_mm)
        case 'bottom':
          return at(x0, y0 + H + GAP_mm)
        default:
          return at(hinge === 'right' ? x0 + W + rightWall + GAP_mm : 0, y0)
      }
    }
    switch (sideOf(face)) {
      case 'left':
        return { left: x0 - D - GAP_mm, top: y0, isFlippedX: true, isFlippedY: false }
      case 'right':
        return { left: x0 + W + GAP_mm, top: y0, isFlippedX: true, isFlippedY: false }
      case 'top':
        return { left: x0, top: y0 - D - GAP_mm, isFlippedX: false, isFlippedY: true }
      case 'bottom':
        return { left: x0, top: y0 + H + GAP_mm, isFlippedX: false, isFlippedY: true }
      default:
        return hinge === 'right'
          ? { left: x0 + W + rightWall + GAP_mm, top: y0, isFlippedX: true, isFlippedY: false }
          : { left: 0, top: y0, isFlippedX: true, isFlippedY: false }
    }
  }
  const width = x0 + W + rightWall + doorRight
  const height = y0 + H + bottomWall
  return {
    width,
    height,
    px: Math.max(width / SHOWN_px.width, height / SHOWN_px.height),
    faces: keys.map((key): FlatFace => {
      const { width_mm, height_mm, name, kind } = box.faces[key]!
      const { left, top, isFlippedX, isFlippedY } = frameOf(key)
      return {
        face: key,
        name,
        isDoor: isLeaf(box, key),
        isPlate: kind === 'plate',
        left,
        top,
        width: width_mm,
        height: height_mm,
        to: (x, y) => [left + (isFlippedX ? width_mm - x : x), top + (isFlippedY ? height_mm - y : y)],
        from: (x, y) => [isFlippedX ? width_mm - (x - left) : x - left, isFlippedY ? height_mm - (y - top) : y - top],
      }
    }),
  }
}

const isBack = (box: Enclosure, key: FaceId): boolean => sideOf(box.faces[key]!) === 'back'

/** A dashed line in pixels of the screen. */
export const dashes = ({ px }: FlatBox, on: number, off: number): string => `${on * px} ${off * px}`

/** The face that a place on the sheet is on; a plate lies before the back wall. */
export function faceAt({ faces }: FlatBox, x: number, y: number): FlatFace | null {
  return (
    [...faces]
      .sort((a, b) => Number(b.isPlate) - Number(a.isPlate))
      .find(({ left, top, width, height }) => x >= left && x <= left + width && y >= top && y <= top + height) ?? null
  )
}
