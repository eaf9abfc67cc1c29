import { footprint, intoEnclosure, meets, overlaps, type Box3 } from '@/core/geometry'
import { GLAND_THREADS, type GlandThread } from '@/core/reference'
import {
  newRaceway,
  type Command,
  type DeviceId,
  type EnclosureId,
  type FaceId,
  type Plan,
  type RacewayId,
} from '@/core/plan'
import {
  enclosureOf,
  racewayRect,
  routesOf,
  sideOf,
  terminalPoint,
  type LeadRoute,
  type Reckoning,
} from '@/core/figures'
import { bundleDiameter_mm } from '@/core/packing/circles'
import { clamps } from '@/core/routing/entries'

/** From the wall's edge, and nut to nut. */
const EDGE_mm = 12
const NUTS_APART_mm = 3
const BEHIND_mm = 25

export interface GlandProposal {
  readonly commands: readonly Command[]
  /** Leads for which the wall has no room left, or no gland is large enough. */
  readonly left: readonly DeviceId[]
}

/** The leads that go from things in a box to things outside, by the thing outside. */
function leavingBox(
  plan: Plan,
  enclosure: EnclosureId,
): readonly { readonly device: DeviceId; readonly routes: readonly LeadRoute[] }[] {
  const byDevice = new Map<DeviceId, LeadRoute[]>()
  for (const route of routesOf(plan).leads) {
    if (route.isOutside[0] === route.isOutside[1]) continue
    const [inner, outer] = route.isOutside[0] ? [route.ends[1], route.ends[0]] : route.ends
    const at = terminalPoint(plan, inner.device, inner.terminal)
    if (!at || enclosureOf(at.region) !== enclosure) continue
    const list = byDevice.get(outer.device)
    if (list) list.push(route)
    else byDevice.set(outer.device, [route])
  }
  return [...byDevice].map(([device, routes]) => ({ device, routes }))
}

/** A gland for the leads of every device outside, side by side in the bottom wall, and the spares that the house rule keeps. */
export function proposeGlands(plan: Plan, reckoning: Reckoning, enclosure: EnclosureId): GlandProposal {
  const box = plan.enclosures[enclosure]!
  const wall = Object.entries(box.faces).find(([, face]) => face!.kind === 'wall' && sideOf(face!) === 'bottom')
  if (!wall) return { commands: [], left: [] }
  const [faceKey, face] = wall
  const named = new Set(
    Object.values(plan.raceways).flatMap((raceway) =>
      raceway!.enclosure === enclosure && raceway!.kind === 'gland' ? [raceway!.name] : [],
    ),
  )
  const wanted = leavingBox(plan, enclosure)
    .flatMap(({ device, routes }) => {
      const name = `${plan.devices[device]!.tag} leads`
      if (named.has(name)) return []
      const cable_mm = bundleDiameter_mm(routes.map(({ od_mm }) => od_mm))
      return [
        {
          device: device as DeviceId | null,
          routes,
          name,
          gland:
            GLAND_THREADS.find((row) => row.family === 'M' && clamps(row, cable_mm)) ??
            GLAND_THREADS.find(({ family, clampMax_mm }) => family === 'M' && clampMax_mm >= cable_mm) ??
            null,
        },
      ]
    })
    .sort((a, b) => (b.gland?.nut_mm ?? 0) - (a.gland?.nut_mm ?? 0) || a.name.localeCompare(b.name))
  const spares =
    plan.practice.spareHoles -
    Object.values(plan.raceways).filter((raceway) => raceway!.enclosure === enclosure && raceway!.isBlanked).length
  const spareGland = GLAND_THREADS.find(({ size }) => size === 'M20')!
  for (let n = 0; n < spares; n += 1)
    if (wanted.length > 0) wanted.push({ device: null, routes: [], name: `Spare ${n + 1}`, gland: spareGland })
  const bodies: Box3[] =
    reckoning.spaces.find((space) => space.enclosure === enclosure)?.bodies.map(({ box: body }) => body) ?? []
  const taken = [
    ...Object.values(plan.raceways).flatMap((raceway) =>
      raceway!.enclosure === enclosure && raceway!.at?.face === faceKey ? [racewayRect(raceway!)!] : [],
    ),
    ...Object.values(plan.devices).flatMap((device) =>
      device!.place.kind === 'face' && device!.place.enclosure === enclosure && device!.place.face === faceKey
        ? [footprint(plan.parts[device!.part]!.body, device!.place)]
        : [],
    ),
  ]
  const commands: Command[] = []
  const left: DeviceId[] = []
  let n = 0
  for (const { device, routes, name, gland } of wanted) {
    const spot = gland && spotFor(gland)
    if (!spot) {
      if (device) left.push(device)
      continue
    }
    do n += 1
    while (Object.hasOwn(plan.raceways, `raceway:${enclosure.slice(10)}-gland${n}`))
    const id = `raceway:${enclosure.slice(10)}-gland${n}` as RacewayId
    commands.push({
      type: 'addRaceway',
      id,
      raceway: newRaceway({
        name,
        kind: 'gland',
        enclosure,
        width_mm: gland.thread_mm,
        height_mm: gland.thread_mm,
        length_mm: 30,
        thread: gland.size,
        at: { face: faceKey as FaceId, ...spot, axis: 'across' },
        isBlanked: device === null,
      }),
    })
    // Each lead goes through the gland that bears its name.
    for (const route of routes)
      commands.push(
        route.cable !== null
          ? { type: 'updateCable', id: route.cable, changes: { route: [id] } }
          : { type: 'updateWire', id: route.wires[0]!, changes: { route: [id] } },
      )
  }
  return { commands, left }

  /** Row by row from the front of the wall, nut beside nut, where nothing inside is in its way. */
  function spotFor({ nut_mm }: GlandThread): { readonly x_mm: number; readonly y_mm: number } | null {
    const half = nut_mm / 2
    for (let y_mm = Math.ceil(EDGE_mm + half); y_mm <= face!.height_mm - EDGE_mm - half; y_mm += 5) {
      for (let x_mm = Math.ceil(EDGE_mm + half); x_mm <= face!.width_mm - EDGE_mm - half; x_mm += 1) {
        const rect = {
          left_mm: x_mm - half - NUTS_APART_mm,
          right_mm: x_mm + half + NUTS_APART_mm,
          top_mm: y_mm - half - NUTS_APART_mm,
          bottom_mm: y_mm + half + NUTS_APART_mm,
        }
        if (taken.some((other) => overlaps(other, rect))) continue
        const behind = intoEnclosure('bottom', false, rect, [0, BEHIND_mm], box.inner, {
          left_mm: 0,
          top_mm: 0,
          standsOff_mm: 0,
        })
        if (bodies.some((body) => meets(body, behind))) continue
        taken.push({ left_mm: x_mm - half, right_mm: x_mm + half, top_mm: y_mm - half, bottom_mm: y_mm + half })
        return { x_mm, y_mm }
      }
    }
    return null
  }
}
