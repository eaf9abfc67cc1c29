import { footprint, intoEnclosure, turnPoint } from '@/core/geometry'
import { spotsOf } from '@/core/outline'
import {
  type Device,
  type DeviceId,
  type Enclosure,
  type EnclosureId,
  type Face,
  type FaceId,
  type Part,
  type Plan,
  type Side,
  type TerminalId,
} from '@/core/plan'
import { sideOf } from '../space/faces'
import { onHost } from '../space/onHost'
import { liftOf, plateIn } from '../space/standing'

/** In an enclosure: across as seen from the front, down, and outward from the back. */
export interface Point {
  readonly x: number
  readonly y: number
  readonly z: number
}

/** Where leads are free to run to one another: a box, or the leaf of a door that swings by itself. */
export type Region = string
export const regionOf = (enclosure: EnclosureId, face: FaceId, isLeaf: boolean): Region =>
  isLeaf ? `${enclosure}|${face}` : enclosure
export const enclosureOf = (region: Region): EnclosureId => region.split('|')[0] as EnclosureId

/** A door on hinges, or a lid that is lifted off, goes its own way. */
export const isLeaf = (enclosure: Enclosure, face: FaceId): boolean => enclosure.faces[face]!.kind === 'door'

export const between = (a: Point, b: Point): number => Math.abs(a.x - b.x) + Math.abs(a.y - b.y) + Math.abs(a.z - b.z)

/** A point on a face, so far inward of it, in its enclosure. */
export function pointOn(enclosure: Enclosure, face: FaceId, x_mm: number, y_mm: number, inward_mm: number): Point {
  const data = enclosure.faces[face]!
  const box = intoEnclosure(
    sideOf(data),
    data.kind === 'plate',
    { left_mm: x_mm, right_mm: x_mm, top_mm: y_mm, bottom_mm: y_mm },
    [inward_mm, inward_mm],
    enclosure.inner,
    plateIn(enclosure, face),
  )
  return { x: box.x[0], y: box.y[0], z: box.z[0] }
}

export interface PlacedPoint {
  readonly region: Region
  readonly point: Point
  readonly side: Side
  /** The face that it is on; null behind one. */
  readonly face: FaceId | null
  /** Off its face; 0 for what lies on it. */
  readonly raised_mm: number
  /** Along its face to the nearest edge of that. */
  readonly edge_mm: number
}

/** From a place on a face to the nearest of its edges; 0 beyond them. */
export const toEdge_mm = ({ width_mm, height_mm }: Face, x_mm: number, y_mm: number): number =>
  Math.max(0, Math.min(x_mm, width_mm - x_mm, y_mm, height_mm - y_mm))

const ofParts = new WeakMap<
  Part,
  ReadonlyMap<TerminalId, { readonly dx: number; readonly dy: number; readonly above: number | null }>
>()

/** Where each terminal is on its part as it stands unturned, from the middle of the body. */
function spotsOn(part: Part) {
  let known = ofParts.get(part)
  if (!known) {
    const { width_mm, height_mm } = part.body
    const found = new Map<TerminalId, { dx: number; dy: number; above: number | null }>()
    for (const { terminals, side, along_mm } of spotsOf(part, Object.keys(part.terminals) as TerminalId[]))
      for (const terminal of terminals) {
        const place = part.terminals[terminal]!.place
        const isFaced = place?.side === 'front' || place?.side === 'back'
        found.set(terminal, {
          dx: isFaced ? 0 : side === 'left' ? -width_mm / 2 : side === 'right' ? width_mm / 2 : along_mm - width_mm / 2,
          dy: isFaced
            ? 0
            : side === 'top'
              ? -height_mm / 2
              : side === 'bottom'
                ? height_mm / 2
                : along_mm - height_mm / 2,
          above: place?.side === 'front' ? part.body.depth_mm : place ? place.above_mm : null,
        })
      }
    ofParts.set(part, (known = found))
  }
  return known
}

/** On a face, and how far inward of it. */
export interface FacePoint {
  readonly enclosure: EnclosureId
  readonly face: FaceId
  readonly x_mm: number
  readonly y_mm: number
  readonly inward_mm: number
}

/** Where a terminal is on its face; null for what stands on none. Modules are where their host is. */
export function terminalOnFace(plan: Plan, id: DeviceId, terminal: TerminalId): FacePoint | null {
  let device: Device = plan.devices[id]!
  let part: Part = plan.parts[device.part]!
  let [dx, dy, raised] = [0, 0, 0]
  const own = spotsOn(part).get(terminal)
  let above = own?.above ?? null
  let reach = part.body.depth_mm
  if (own) [dx, dy] = [own.dx, own.dy]
  for (let hop = 0; (device.place.kind === 'socket' || device.place.kind === 'on') && hop < 4; hop += 1) {
    const { place } = device
    const host: Device = plan.devices[place.device]!
    const hostPart: Part = plan.parts[host.part]!
    if (place.kind === 'on') {
      const seat = onHost(hostPart, part, place)
      const isFlat = place.side === 'front' || place.side === 'back'
      // On an edge its terminals are taken for where its middle is.
      const own = isFlat ? turnPoint({ x_mm: dx, y_mm: dy }, place.rotation_deg) : { x_mm: 0, y_mm: 0 }
      dx = own.x_mm + seat.dx_mm
      dy = own.y_mm + seat.dy_mm
      raised += Math.max(0, isFlat ? seat.from_mm : (seat.from_mm + seat.to_mm) / 2)
      if (above !== null) above += Math.max(0, seat.from_mm)
    } else {
      const socket = hostPart.sockets.find((each) => each.id === place.socket)
      dx += socket?.x_mm ?? 0
      dy += socket?.y_mm ?? 0
      raised += socket?.stack_mm ?? 0
    }
    device = host
    part = hostPart
    reach = raised + reach
  }
  const { place } = device
  if (place.kind !== 'face') return null
  const face = plan.enclosures[place.enclosure]?.faces[place.face]
  if (!face) return null
  const isPlate = face.kind === 'plate'
  const body = footprint(part.body, place)
  const off = turnPoint({ x_mm: dx, y_mm: dy }, place.rotation_deg)
  const lift = isPlate ? liftOf(device, part) : -(part.beforeWall_mm ?? 0)
  // Of a part in a wall the leads come out behind, of one on a plate halfway up.
  above ??= isPlate ? reach / 2 : reach
  return {
    enclosure: place.enclosure,
    face: place.face,
    x_mm: (body.left_mm + body.right_mm) / 2 + off.x_mm,
    y_mm: (body.top_mm + body.bottom_mm) / 2 + off.y_mm,
    inward_mm: Math.max(0, lift + above),
  }
}

/** Where a terminal is in its enclosure. */
export function terminalPoint(plan: Plan, id: DeviceId, terminal: TerminalId): PlacedPoint | null {
  const at = terminalOnFace(plan, id, terminal)
  if (!at) return null
  const enclosure = plan.enclosures[at.enclosure]!
  return {
    region: regionOf(at.enclosure, at.face, isLeaf(enclosure, at.face)),
    point: pointOn(enclosure, at.face, at.x_mm, at.y_mm, at.inward_mm),
    side: sideOf(enclosure.faces[at.face]!),
    face: at.face,
    raised_mm: at.inward_mm,
    edge_mm: toEdge_mm(enclosure.faces[at.face]!, at.x_mm, at.y_mm),
  }
}
