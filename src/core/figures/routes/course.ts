import type { Enclosure, EnclosureId, FaceId, Plan, Raceway } from '@/core/plan'
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
      for (const spot of [a, b]) {
        to(spot?.kind === 'face' ? onFace(plan, spot.enclosure, spot.face, spot.x_mm, spot.y_mm, 0) : null)
        // Between its two ends it hangs, and lies along nothing.
        if (spot === a) last = null
      }
    }
  }
  if (edges[1]) to(edges[1])
  to(terminalPlace(plan, ends[1]))
  return strands.filter(({ points }) => points.length > 1)
}

/** A piece of a lead that runs along one face, in that face's own millimetres. */
export interface FaceStrand {
  readonly face: FaceId
  readonly points: readonly (readonly [x_mm: number, y_mm: number])[]
  /** It goes on from where the piece before it ended: off its face, over an edge or in a loop. */
  readonly isContinued: boolean
}

/** As far off a face as what runs along it may lie, ducts included. */
const OFF_mm = 80

/** The same course laid onto the faces of one enclosure, each piece on the face that it lies nearest to. */
export function courseOnFaces(
  plan: Plan,
  lead: Pick<LeadFigure, 'ends' | 'parts'>,
  enclosure: EnclosureId,
): readonly FaceStrand[] {
  const box = plan.enclosures[enclosure]!
  const sheets = (Object.keys(box.faces) as FaceId[]).map((face) => sheetOf(box, face))
  const [end] = lead.ends
  const at = plan.devices[end.device] ? terminalOnFace(plan, end.device, end.terminal) : null
  const first = at?.enclosure === enclosure ? at.face : null
  const found: { face: FaceId; points: (readonly [number, number])[]; isContinued: boolean }[] = []
  for (const [turn, { points }] of courseOf(plan, lead)
    .filter((strand) => strand.enclosure === enclosure)
    .entries()) {
    let isOpen = false
    let current = turn === 0 ? first : null
    points.slice(1).forEach((to, i) => {
      // Up from its face and down again: seen end on.
      if (sheets.find(({ face }) => face === current)?.isOffIt(points[i]!, to)) return
      const legs = sheets
        .flatMap((sheet) => sheet.alongIt(points[i]!, to) ?? [])
        .sort(
          (a, b) =>
            a.off_mm + a.beyond_mm - b.off_mm - b.beyond_mm ||
            Number(b.face === found.at(-1)?.face) - Number(a.face === found.at(-1)?.face),
        )
      const [leg] = legs
      const before = found.at(-1)
      current = leg?.face ?? null
      if (!leg) isOpen = false
      else if (isOpen && before?.face === leg.face && isSamePlace(before.points.at(-1)!, leg.a))
        before.points.push(leg.b)
      else {
        found.push({ face: leg.face, points: [leg.a, leg.b], isContinued: i > 0 || turn > 0 })
        isOpen = true
      }
    })
  }
  return found
}

const isSamePlace = (a: readonly [number, number], b: readonly [number, number]): boolean =>
  Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]) < 0.5

/** A face as a place that two points lie along, or not. */
function sheetOf(box: Enclosure, face: FaceId) {
  const { width_mm, height_mm } = box.faces[face]!
  const origin = pointOn(box, face, 0, 0, 0)
  const [along, down, inward] = [pointOn(box, face, 1, 0, 0), pointOn(box, face, 0, 1, 0), pointOn(box, face, 0, 0, 1)]
  const on = (point: Point, axis: Point) =>
    (point.x - origin.x) * (axis.x - origin.x) +
    (point.y - origin.y) * (axis.y - origin.y) +
    (point.z - origin.z) * (axis.z - origin.z)
  const onto = ([x, y]: readonly [number, number]) =>
    [Math.min(width_mm, Math.max(0, x)), Math.min(height_mm, Math.max(0, y))] as const
  const far = (p: readonly [number, number], q: readonly [number, number]) =>
    Math.abs(p[0] - q[0]) + Math.abs(p[1] - q[1])
  return {
    face,
    /** Straight off this face or onto it, by no more than what lies on it is high. */
    isOffIt(p: Point, q: Point): boolean {
      const isHere = [p, q].every((point) => Math.abs(on(point, inward)) < OFF_mm)
      return isHere && Math.abs(on(p, along) - on(q, along)) < 0.5 && Math.abs(on(p, down) - on(q, down)) < 0.5
    },
    /** As far as it lies along this face, past whose edge it may run on; null where it does not. */
    alongIt(p: Point, q: Point) {
      const [from, to] = [p, q].map((point) => [on(point, along), on(point, down)] as const)
      const [a, b] = [onto(from!), onto(to!)]
      const [offP, offQ] = [on(p, inward), on(q, inward)]
      const isAlong = Math.abs(offP - offQ) < 0.5 && Math.abs(offP) < OFF_mm
      const beyond_mm = far(from!, to!) - far(a, b)
      const isBeside = Math.abs(far(from!, a) + far(to!, b) - beyond_mm) > 1
      return isAlong && !isBeside && far(a, b) > 1
        ? { face, a, b, beyond_mm, off_mm: Math.round(Math.abs(offP)) }
        : null
    },
  }
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
