import {
  footprint,
  intoEnclosure,
  meetingPairs,
  meets,
  roomToward,
  turnPoint,
  type Axis,
  type Box3,
  type Direction,
  type QuarterTurn,
  type Rect,
} from '@/core/geometry'
import {
  type BodySide,
  type Device,
  type DeviceId,
  type Enclosure,
  type EnclosureId,
  type FaceId,
  type Part,
  type Plan,
} from '@/core/plan'
import { sideOf } from './faces'
import { onHost, type OnHost } from './onHost'
import { liftOf, plateIn, STANDOFF_mm } from './standing'
import type { FaceReckoning, RoomReckoning, SpaceReckoning } from '../types'

const CLOCKWISE = ['top', 'right', 'bottom', 'left'] as const

/** Where a side of a part points once it is turned. */
export function turnSide(side: BodySide, turn: QuarterTurn): BodySide {
  const at = CLOCKWISE.indexOf(side as 'top')
  return at < 0 ? side : CLOCKWISE[(at + turn / 90) % 4]!
}

/** Inward of its face: from and to. */
function depthOf(device: Device, part: Part, isPlate: boolean): readonly [number, number] {
  if (isPlate) {
    const lift = liftOf(device, part)
    return [lift, lift + part.body.depth_mm]
  }
  return [0, Math.max(0, part.body.depth_mm - (part.beforeWall_mm ?? 0))]
}

function bodyOf(enclosure: Enclosure, face: FaceId, rect: Rect, inward: readonly [number, number]): Box3 {
  const data = enclosure.faces[face]!
  return intoEnclosure(sideOf(data), data.kind === 'plate', rect, inward, enclosure.inner, plateIn(enclosure, face))
}

/** The body of a device as it would stand at a place on a face. */
export function boxAt(plan: Plan, id: DeviceId, place: Extract<Device['place'], { kind: 'face' }>): Box3 {
  const device = plan.devices[id]!
  const part = plan.parts[device.part]!
  const enclosure = plan.enclosures[place.enclosure]!
  return bodyOf(
    enclosure,
    place.face,
    footprint(part.body, place),
    depthOf(device, part, enclosure.faces[place.face]!.kind === 'plate'),
  )
}

/** Which way a side of a body on a face points in the enclosure. */
function directionOf(enclosure: Enclosure, face: FaceId, side: BodySide): Direction {
  const isPlate = enclosure.faces[face]!.kind === 'plate'
  const probe = (dx: number, dy: number, dz: number) =>
    bodyOf(enclosure, face, { left_mm: dx, right_mm: 1 + dx, top_mm: dy, bottom_mm: 1 + dy }, [dz, dz + 1])
  const step = {
    left: [-1, 0, 0],
    right: [1, 0, 0],
    top: [0, -1, 0],
    bottom: [0, 1, 0],
    front: [0, 0, isPlate ? 1 : -1],
    back: [0, 0, isPlate ? -1 : 1],
  }[side] as [number, number, number]
  const [from, to] = [probe(0, 0, 0), probe(...step)]
  for (const axis of ['x', 'y', 'z'] as const satisfies readonly Axis[]) {
    const by = to[axis][0] - from[axis][0]
    if (by !== 0) return { axis, sign: by > 0 ? 1 : -1 }
  }
  throw new Error(`Side ${side} has no direction`)
}

/** How a device stands on a face: its middle, its turn, and its underside above the face. */
interface Pose {
  readonly face: FaceId
  readonly x_mm: number
  readonly y_mm: number
  readonly rotation_deg: QuarterTurn
  readonly base_mm: number
}

/** What sits in or on something that stands on a face: what it covers of that, and how far in it reaches. */
export interface Hosted {
  readonly key: DeviceId
  readonly face: FaceId
  readonly rect: Rect
  readonly inward_mm: readonly [number, number]
}

/** Everything in an enclosure that sits in or on something that stands on a face, however deep. */
export function hostedIn(plan: Plan, enclosure: Enclosure, faces: ReadonlyMap<DeviceId, FaceId>): readonly Hosted[] {
  const poses = new Map<DeviceId, Pose>()
  for (const [id, face] of faces) {
    const device = plan.devices[id]!
    if (device.place.kind !== 'face') continue
    const isPlate = enclosure.faces[face]!.kind === 'plate'
    const base_mm = depthOf(device, plan.parts[device.part]!, isPlate)[0]
    const { x_mm, y_mm, rotation_deg } = device.place
    poses.set(id, { face, x_mm, y_mm, rotation_deg, base_mm })
  }
  const found: Hosted[] = []
  for (let before = -1; before < poses.size;) {
    before = poses.size
    for (const [key, device] of Object.entries(plan.devices) as [DeviceId, Device][]) {
      const { place, origin } = device
      if (poses.has(key) || origin === 'remove' || (place.kind !== 'socket' && place.kind !== 'on')) continue
      const host = poses.get(place.device)
      if (!host) continue
      const seat = seatOf(plan.parts[plan.devices[place.device]!.part]!, plan.parts[device.part]!, place)
      if (!seat) continue
      const { x_mm: dx, y_mm: dy } = turnPoint({ x_mm: seat.dx_mm, y_mm: seat.dy_mm }, host.rotation_deg)
      const [w, h] = host.rotation_deg % 180 !== 0 ? [seat.height_mm, seat.width_mm] : [seat.width_mm, seat.height_mm]
      const [x, y] = [host.x_mm + dx, host.y_mm + dy]
      const from_mm = Math.max(0, host.base_mm + seat.from_mm)
      poses.set(key, { ...host, x_mm: x, y_mm: y, base_mm: from_mm })
      found.push({
        key,
        face: host.face,
        rect: { left_mm: x - w / 2, right_mm: x + w / 2, top_mm: y - h / 2, bottom_mm: y + h / 2 },
        inward_mm: [from_mm, Math.max(from_mm, host.base_mm + seat.to_mm)],
      })
    }
  }
  return found
}

/** What a device takes up on its host; null where the host has no such socket. */
function seatOf(host: Part, part: Part, place: Extract<Device['place'], { kind: 'socket' | 'on' }>): OnHost | null {
  if (place.kind === 'on') return onHost(host, part, place)
  const socket = host.sockets.find((each) => each.id === place.socket)
  if (!socket) return null
  const from_mm = socket.stack_mm ?? STANDOFF_mm
  const { width_mm, height_mm, depth_mm } = part.body
  return {
    dx_mm: socket.x_mm ?? 0,
    dy_mm: socket.y_mm ?? 0,
    width_mm,
    height_mm,
    from_mm,
    to_mm: from_mm + depth_mm,
  }
}

/** Bodies of an enclosure in three dimensions: what reaches into what with the door shut, and the room on the sides that want some. */
export function reckonSpace(plan: Plan, faces: readonly FaceReckoning[]): SpaceReckoning[] {
  return Object.entries(plan.enclosures).flatMap(([key, enclosure]): SpaceReckoning[] => {
    const id = key as EnclosureId
    const own = faces.filter((face) => face.enclosure === id)
    const bodies: { key: DeviceId; face: FaceId; box: Box3 }[] = []
    for (const { face, items, isPlate } of own)
      for (const { device, body, hangs } of items) {
        if (hangs) continue
        bodies.push({
          key: device,
          face,
          box: bodyOf(
            enclosure!,
            face,
            body,
            depthOf(plan.devices[device]!, plan.parts[plan.devices[device]!.part]!, isPlate),
          ),
        })
      }
    const byDevice = new Map(bodies.map((body) => [body.key, body]))
    for (const { key: device, face, rect, inward_mm } of hostedIn(
      plan,
      enclosure!,
      new Map(bodies.map((body) => [body.key, body.face])),
    ))
      bodies.push({ key: device, face, box: bodyOf(enclosure!, face, rect, inward_mm) })
    const faceOf = new Map(bodies.map(({ key: device, face }) => [device, face]))
    const { width_mm, height_mm, depth_mm } = enclosure!.inner
    const isClosed = enclosure!.kind === 'box' || enclosure!.kind === 'rack-shelf'
    const limits: Readonly<Record<Axis, readonly [number, number]>> = {
      x: [0, width_mm],
      y: [0, height_mm],
      z: [0, depth_mm],
    }
    const free: readonly [number, number] = [-Infinity, Infinity]
    const rooms: RoomReckoning[] = own.flatMap(({ face, items }) =>
      items.flatMap(({ device, hangs }) => {
        const { place, part: partId } = plan.devices[device]!
        const part = plan.parts[partId]!
        if (place.kind !== 'face' || hangs) return []
        const wanted = [
          ...(part.exits ?? []).map((exit) => ({ ...exit, for: 'exit' as const })),
          ...(part.vents ?? []).map((vent) => ({ ...vent, for: 'vent' as const })),
          ...part.settings.flatMap(({ id: setting, side }) =>
            side ? [{ side, room_mm: SETTING_ROOM_mm, for: setting }] : [],
          ),
        ]
        const { box } = byDevice.get(device)!
        return wanted.map(({ side, room_mm: wanted_mm, for: purpose }): RoomReckoning => {
          const direction = directionOf(enclosure!, face, turnSide(side, place.rotation_deg))
          const found = roomToward(box, direction, bodies, isClosed ? limits[direction.axis] : free, device)
          return { device, side, for: purpose, wanted_mm, room_mm: found.room_mm, by: found.by }
        })
      }),
    )
    return [
      {
        enclosure: id,
        swinging: isClosed ? swings(enclosure!, bodies) : [],
        nuts: own
          .filter(({ isPlate }) => !isPlate)
          .flatMap(({ face, holes }) =>
            holes.flatMap((hole) => {
              if (hole.nut_mm === null || hole.state === 'blank') return []
              const half = hole.nut_mm / 2
              const box = bodyOf(
                enclosure!,
                face,
                {
                  left_mm: hole.x_mm - half,
                  right_mm: hole.x_mm + half,
                  top_mm: hole.y_mm - half,
                  bottom_mm: hole.y_mm + half,
                },
                [0, NUT_DEEP_mm],
              )
              const data = enclosure!.faces[face]!
              const isPastEdge =
                hole.x_mm < half ||
                hole.y_mm < half ||
                hole.x_mm > data.width_mm - half ||
                hole.y_mm > data.height_mm - half
              const by =
                bodies.find((body) => body.key !== hole.owner && body.face !== face && meets(body.box, box))?.key ??
                null
              return by !== null || isPastEdge ? [{ face, label: hole.label, owner: hole.owner, by }] : []
            }),
          ),
        bodies: bodies.map(({ key: device, box }) => ({ device, box })),
        rooms,
        meeting: isClosed ? meetingPairs(bodies, (a, b) => faceOf.get(a) !== faceOf.get(b)) : [],
        throughDoor: isClosed
          ? bodies
              .filter(({ box, face }) => sideOf(enclosure!.faces[face]!) !== 'front' && box.z[1] > depth_mm + 1e-6)
              .map(({ key: device, box }) => ({ device, by_mm: box.z[1] - depth_mm }))
          : [],
      },
    ]
  })
}

/** A locknut and the spanner on it. */
const NUT_DEEP_mm = 10

/**
 * What a door's own parts sweep while it opens about its hinges: an inner corner at distance r from them and depth d goes out
 * to √(r² + d²) before it leaves the box.
 */
function swings(
  enclosure: Enclosure,
  bodies: readonly { readonly key: DeviceId; readonly face: FaceId; readonly box: Box3 }[],
): readonly { readonly device: DeviceId; readonly by: DeviceId | null; readonly wants_mm: number }[] {
  const { width_mm, height_mm } = enclosure.inner
  return bodies.flatMap(({ key, face, box }) => {
    const data = enclosure.faces[face]!
    const hinge = data.hinge ?? 'left'
    if (data.kind !== 'door' || hinge === 'none') return []
    const [axis, isLow, size] =
      hinge === 'left' || hinge === 'right'
        ? (['x', hinge === 'left', width_mm] as const)
        : (['y', hinge === 'top', height_mm] as const)
    const depth = box.z[1] - box.z[0]
    const r = isLow ? box[axis][1] : size - box[axis][0]
    const reach = Math.hypot(r, depth)
    const swept: Box3 = { ...box, [axis]: isLow ? [box[axis][0], reach] : [size - reach, box[axis][1]] }
    const hit = bodies.find((other) => other.face !== face && meets(other.box, swept) && !meets(other.box, box))
    return hit || reach > size + 1e-6 ? [{ device: key, by: hit?.key ?? null, wants_mm: reach - r }] : []
  })
}

/** A finger or a screwdriver at a setting on a part's side; common practice. */
const SETTING_ROOM_mm = 40
