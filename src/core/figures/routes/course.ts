import type { EnclosureId, FaceId, Plan, Raceway, Side } from '@/core/plan'
import { sideOf } from '../space/faces'
import type { LeadFigure } from './routeFigures'
import { pointOn, terminalOnFace, type Point } from './terminalPoints'
import { OPENINGS } from './wayGraph'

/** A lead as far as it runs within one enclosure. */
export interface Strand {
  readonly enclosure: EnclosureId
  readonly points: readonly Point[]
}

interface Place {
  readonly enclosure: EnclosureId
  readonly side: Side
  readonly point: Point
}

/**
 * Where a lead runs, corner by corner, in each enclosure that it comes through: from its terminal along its face, by its ways,
 * over edges and through openings. Legs run along the axes: first along the face that it is on, then off it.
 */
export function courseOf(plan: Plan, { ends, parts }: Pick<LeadFigure, 'ends' | 'parts'>): readonly Strand[] {
  const strands: { enclosure: EnclosureId; points: Point[] }[] = []
  let last: Place | null = null
  const to = (place: Place | null) => {
    if (!place) {
      last = null
      return
    }
    const open = last?.enclosure === place.enclosure ? strands.at(-1) : undefined
    if (open && last) open.points.push(...corners(last, place), place.point)
    else strands.push({ enclosure: place.enclosure, points: [place.point] })
    last = place
  }
  to(terminalPlace(plan, ends[0]))
  for (const { raceway: id, from_mm, to_mm } of parts) {
    const raceway = id === null ? null : plan.raceways[id]
    if (!raceway) continue
    const { at, enclosure, ends: both } = raceway
    if (at && enclosure !== null && OPENINGS.has(raceway.kind))
      to(onFace(plan, enclosure, at.face, at.x_mm, at.y_mm, 0))
    else if (at && enclosure !== null) {
      to(alongWay(plan, enclosure, raceway, from_mm))
      to(alongWay(plan, enclosure, raceway, to_mm))
    } else if (both) {
      const [a, b] = from_mm <= to_mm ? [both.a, both.b] : [both.b, both.a]
      for (const spot of [a, b])
        to(spot?.kind === 'face' ? onFace(plan, spot.enclosure, spot.face, spot.x_mm, spot.y_mm, 0) : null)
    }
  }
  to(terminalPlace(plan, ends[1]))
  return strands.filter(({ points }) => points.length > 1)
}

function onFace(
  plan: Plan,
  enclosure: EnclosureId,
  face: FaceId,
  x_mm: number,
  y_mm: number,
  inward_mm: number,
): Place | null {
  const box = plan.enclosures[enclosure]
  const data = box?.faces[face]
  return data ? { enclosure, side: sideOf(data), point: pointOn(box, face, x_mm, y_mm, inward_mm) } : null
}

function terminalPlace(plan: Plan, { device, terminal }: LeadFigure['ends'][0]): Place | null {
  const at = plan.devices[device] ? terminalOnFace(plan, device, terminal) : null
  return at && onFace(plan, at.enclosure, at.face, at.x_mm, at.y_mm, at.inward_mm)
}

/** Halfway up in a duct, beside the face along a line. */
function alongWay(
  plan: Plan,
  enclosure: EnclosureId,
  { at, kind, width_mm, height_mm }: Raceway,
  mm: number,
): Place | null {
  if (!at) return null
  const middle = kind === 'duct' ? height_mm / 2 : Math.min(height_mm, width_mm) / 2
  const [x, y] = at.axis === 'across' ? [at.x_mm + mm, at.y_mm + width_mm / 2] : [at.x_mm + width_mm / 2, at.y_mm + mm]
  return onFace(plan, enclosure, at.face, x, y, middle)
}

/** Axes in the order in which a lead leaves a face: along it, then off it. */
const LEAVES: Readonly<Record<Side, readonly ('x' | 'y' | 'z')[]>> = {
  back: ['x', 'y', 'z'],
  front: ['x', 'y', 'z'],
  left: ['y', 'z', 'x'],
  right: ['y', 'z', 'x'],
  top: ['x', 'z', 'y'],
  bottom: ['x', 'z', 'y'],
}

function corners({ side, point: a }: Place, { point: b }: Place): readonly Point[] {
  const found: Point[] = []
  let at = a
  for (const axis of LEAVES[side].filter((each) => Math.abs(a[each] - b[each]) > 1e-6).slice(0, -1)) {
    at = { ...at, [axis]: b[axis] }
    found.push(at)
  }
  return found
}
