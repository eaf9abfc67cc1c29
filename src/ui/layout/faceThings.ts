import { footprint, type QuarterTurn, type Rect } from '@/core/geometry'
import type { Command, Device, DeviceId, EnclosureId, FaceId, Plan, RacewayId } from '@/core/plan'
import { racewayRect } from '@/core/figures'
import { RAIL_TH35 } from '@/core/reference'

/** Anything on a face that a hand can move. */
export interface FaceThing {
  readonly key: string
  readonly kind: 'device' | 'raceway' | 'opening' | 'rail'
  readonly tag: string
  readonly name: string
  readonly body: Rect
  /** What its figures give: the centre of a device, gland or opening, the upper left end of a rail or duct. */
  readonly x_mm: number
  readonly y_mm: number
  readonly rotation_deg: QuarterTurn
  readonly axis: 'across' | 'down' | null
  readonly length_mm: number | null
  readonly device: DeviceId | null
}

type FacePlace = Extract<Device['place'], { kind: 'face' }>
const RAIL_mm = RAIL_TH35.width_mm

const isAlong = (kind: string) => kind === 'duct' || kind === 'clip-line' || kind === 'chain' || kind === 'sleeve'

/** Everything on a face, rails and ducts first, so that parts lie over them. */
export function thingsOn(plan: Plan, enclosure: EnclosureId, face: FaceId): readonly FaceThing[] {
  const data = plan.enclosures[enclosure]!.faces[face]!
  const rails = (data.rails ?? []).map((rail): FaceThing => ({
    key: `rail:${rail.id}`,
    kind: 'rail',
    tag: `Rail ${rail.id}`,
    name: `${rail.length_mm} mm`,
    x_mm: rail.x_mm,
    y_mm: rail.y_mm,
    rotation_deg: 0,
    axis: rail.axis,
    length_mm: rail.length_mm,
    device: null,
    body:
      rail.axis === 'across'
        ? {
            left_mm: rail.x_mm,
            right_mm: rail.x_mm + rail.length_mm,
            top_mm: rail.y_mm - RAIL_mm / 2,
            bottom_mm: rail.y_mm + RAIL_mm / 2,
          }
        : {
            left_mm: rail.x_mm - RAIL_mm / 2,
            right_mm: rail.x_mm + RAIL_mm / 2,
            top_mm: rail.y_mm,
            bottom_mm: rail.y_mm + rail.length_mm,
          },
  }))
  const raceways = (Object.keys(plan.raceways) as RacewayId[]).flatMap((id): FaceThing[] => {
    const raceway = plan.raceways[id]!
    if (raceway.enclosure !== enclosure || raceway.at?.face !== face) return []
    const { at, name, kind, length_mm, thread } = raceway
    return [
      {
        key: id,
        kind: 'raceway',
        tag: name,
        name: thread ?? kind,
        x_mm: at.x_mm,
        y_mm: at.y_mm,
        rotation_deg: 0,
        axis: isAlong(kind) ? at.axis : null,
        length_mm: isAlong(kind) ? length_mm : null,
        device: null,
        body: racewayRect(raceway)!,
      },
    ]
  })
  const openings = (data.openings ?? []).map((opening): FaceThing => {
    const { shape } = opening
    const [w, h] =
      shape.kind === 'round' || shape.kind === 'd-shaped'
        ? [shape.diameter_mm, shape.diameter_mm]
        : shape.kind === 'rectangle'
          ? [shape.width_mm, shape.height_mm]
          : shape.axis === 'across'
            ? [shape.length_mm, shape.width_mm]
            : [shape.width_mm, shape.length_mm]
    return {
      key: `opening:${opening.id}`,
      kind: 'opening',
      tag: opening.name,
      name: opening.use,
      x_mm: opening.x_mm,
      y_mm: opening.y_mm,
      rotation_deg: 0,
      axis: null,
      length_mm: null,
      device: null,
      body: footprint({ width_mm: w, height_mm: h }, { x_mm: opening.x_mm, y_mm: opening.y_mm, rotation_deg: 0 }),
    }
  })
  const devices = (Object.entries(plan.devices) as [DeviceId, Device][]).flatMap(([id, device]): FaceThing[] => {
    const { place } = device
    if (place.kind !== 'face' || place.enclosure !== enclosure || place.face !== face) return []
    return [
      {
        key: id,
        kind: 'device',
        tag: device.tag,
        name: device.name,
        body: footprint(plan.parts[device.part]!.body, place),
        x_mm: place.x_mm,
        y_mm: place.y_mm,
        rotation_deg: place.rotation_deg,
        axis: null,
        length_mm: null,
        device: id,
      },
    ]
  })
  return [
    ...rails,
    ...raceways,
    ...openings,
    ...devices.sort((a, b) => a.tag.localeCompare(b.tag, undefined, { numeric: true })),
  ]
}

export interface Change {
  readonly dx_mm?: number
  readonly dy_mm?: number
  readonly x_mm?: number
  readonly y_mm?: number
  readonly turn?: boolean
  readonly rotation_deg?: QuarterTurn
  readonly length_mm?: number
}

const tidy = (value: number) => Math.round(value * 100) / 100

/** The edits that move, turn or cut several things of a face, each as fine as what was done. */
export function changeThings(
  plan: Plan,
  enclosure: EnclosureId,
  face: FaceId,
  changes: ReadonlyMap<string, Change | 'remove'>,
): readonly Command[] {
  const commands: Command[] = []
  const data = plan.enclosures[enclosure]!.faces[face]!
  const onFace = { enclosure, face }
  const moved = <T extends { readonly x_mm: number; readonly y_mm: number }>(
    at: T,
    { dx_mm = 0, dy_mm = 0, x_mm, y_mm }: Change,
  ): T => ({ ...at, x_mm: tidy(x_mm ?? at.x_mm + dx_mm), y_mm: tidy(y_mm ?? at.y_mm + dy_mm) })
  const other = (axis: 'across' | 'down', turn: boolean | undefined) =>
    turn ? (axis === 'across' ? 'down' : 'across') : axis
  for (const [key, change] of changes) {
    if (key.startsWith('device:')) {
      const id = key as DeviceId
      const place = plan.devices[id]?.place
      if (place?.kind !== 'face') continue
      if (change === 'remove') commands.push({ type: 'moveDevice', id, place: { kind: 'unplaced', enclosure } })
      else {
        const next: FacePlace = moved(place, change)
        commands.push({
          type: 'moveDevice',
          id,
          place: {
            ...next,
            rotation_deg:
              change.rotation_deg ??
              (change.turn ? (((place.rotation_deg + 90) % 360) as QuarterTurn) : place.rotation_deg),
          },
        })
      }
    } else if (key.startsWith('raceway:')) {
      const id = key as RacewayId
      const raceway = plan.raceways[id]
      if (!raceway?.at) continue
      if (change === 'remove') commands.push({ type: 'removeRaceway', id })
      else
        commands.push({
          type: 'updateRaceway',
          id,
          changes: {
            at: { ...moved(raceway.at, change), axis: other(raceway.at.axis, change.turn) },
            ...(change.length_mm === undefined ? {} : { length_mm: change.length_mm }),
          },
        })
    } else if (key.startsWith('rail:')) {
      const rail = data.rails?.find(({ id }) => `rail:${id}` === key)
      if (!rail) continue
      const { id } = rail
      const next = change === 'remove' ? rail : moved(rail, change)
      if (change === 'remove') commands.push({ type: 'removeRail', ...onFace, rail: id })
      else if (change.turn || change.length_mm !== undefined)
        commands.push({
          type: 'putRail',
          ...onFace,
          rail: { ...next, axis: other(rail.axis, change.turn), length_mm: change.length_mm ?? rail.length_mm },
        })
      else commands.push({ type: 'moveRail', ...onFace, rail: id, x_mm: next.x_mm, y_mm: next.y_mm })
    } else if (key.startsWith('opening:')) {
      const opening = data.openings?.find(({ id }) => `opening:${id}` === key)
      if (!opening) continue
      const { id } = opening
      if (change === 'remove') commands.push({ type: 'removeOpening', ...onFace, opening: id })
      else {
        const { x_mm, y_mm } = moved(opening, change)
        commands.push({ type: 'moveOpening', ...onFace, opening: id, x_mm, y_mm })
      }
    }
  }
  return commands
}
