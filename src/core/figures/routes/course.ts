import type { EnclosureId, FaceId, Plan, Raceway } from '@/core/plan'
import { sideOf } from '../space/faces'
import { wayAlongWalls, type Stand } from './alongWalls'
import type { LeadFigure } from './routeFigures'
import { pointOn, terminalOnFace, type Point } from './terminalPoints'
import { OPENINGS } from './wayGraph'

/** A lead as far as it runs within one enclosure. */
export interface Strand {
  readonly enclosure: EnclosureId
  readonly points: readonly Point[]
}

interface Place extends Stand {
  readonly enclosure: EnclosureId
}

/**
 * Where a lead runs, corner by corner, in each enclosure that it comes through: from its terminal along its face, by its ways,
 * over edges and through openings; see {@link wayAlongWalls}.
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
    if (open && last) open.points.push(...wayAlongWalls(plan.enclosures[place.enclosure]!, last, place).slice(1))
    else strands.push({ enclosure: place.enclosure, points: [place.point] })
    last = place
  }
  const leaves = parts.some(({ raceway }) => raceway !== null && isOutside(plan.raceways[raceway]!))
  const isOverEdge = leaves && !parts.some(({ raceway }) => raceway !== null && isOpening(plan.raceways[raceway]!))
  const edges = isOverEdge ? ends.map((end) => edgePlace(plan, end)) : [null, null]
  to(terminalPlace(plan, ends[0]))
  if (edges[0]) to(edges[0])
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
  if (edges[1]) to(edges[1])
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
  return data
    ? { enclosure, face, side: sideOf(data), point: pointOn(box, face, x_mm, y_mm, inward_mm), raised_mm: 0 }
    : null
}

function terminalPlace(plan: Plan, { device, terminal }: LeadFigure['ends'][0]): Place | null {
  const at = plan.devices[device] ? terminalOnFace(plan, device, terminal) : null
  const place = at && onFace(plan, at.enclosure, at.face, at.x_mm, at.y_mm, at.inward_mm)
  return place && { ...place, raised_mm: at.inward_mm }
}

const isOpening = ({ kind }: Raceway) => OPENINGS.has(kind)
/** Between places of which one at least is on no face. */
const isOutside = ({ ends }: Raceway) => ends !== null && (ends.a?.kind !== 'face' || ends.b?.kind !== 'face')

/** Of what stands on a frame without walls: where its lead goes over the nearest edge of its face. */
function edgePlace(plan: Plan, { device, terminal }: LeadFigure['ends'][0]): Place | null {
  const at = plan.devices[device] ? terminalOnFace(plan, device, terminal) : null
  const data = at && plan.enclosures[at.enclosure]?.faces[at.face]
  if (!at || !data) return null
  const { x_mm, y_mm } = at
  const [nearest] = [
    { by_mm: x_mm, x_mm: 0, y_mm },
    { by_mm: data.width_mm - x_mm, x_mm: data.width_mm, y_mm },
    { by_mm: y_mm, x_mm, y_mm: 0 },
    { by_mm: data.height_mm - y_mm, x_mm, y_mm: data.height_mm },
  ].sort((a, b) => a.by_mm - b.by_mm)
  return onFace(plan, at.enclosure, at.face, nearest!.x_mm, nearest!.y_mm, 0)
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
